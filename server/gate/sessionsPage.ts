import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Sessions } from '../access/passphrase';
import { readBytes } from '../base/body';
import { textOf } from '../base/json';
import { escaped, showDoorPage } from './doorPages';
import { sentBy } from './replies';
import { SESSION_COOKIE, cookieOf } from './who';

const timeText = (ms: number): string => new Date(ms).toISOString().slice(0, 16).replace('T', ' ');
const button = (end: string, words: string) =>
  `<form method="post" action="/sessions"><input type="hidden" name="end" value="${end}"><button type="submit">${words}</button></form>`;

/** Lists the browsers that said the passphrase, for whoever is in himself; each can be ended, and all at once. */
export async function answerSessions(
  request: IncomingMessage,
  response: ServerResponse,
  door: Sessions,
): Promise<void> {
  const own = door.idOf(cookieOf(request, SESSION_COOKIE));
  if (request.method === 'POST') {
    const body = await readBytes(sentBy(request), 1024);
    const end = body.ok ? new URLSearchParams(textOf(body.value)).get('end') : null;
    if (end === null || !/^(all|[0-9a-f]{12})$/.test(end))
      return showDoorPage(response, 400, 'Which one?', '<p><a href="/sessions">Back to the list</a></p>');
    door.end(end);
    const left = own !== null && (end === 'all' || end === own);
    response.writeHead(303, {
      location: left ? '/enter' : '/sessions',
      'cache-control': 'no-store',
      ...(left ? { 'set-cookie': `${SESSION_COOKIE}=; HttpOnly; SameSite=Strict; Path=/; Max-Age=0` } : {}),
    });
    response.end();
    return;
  }
  const items = door.list().map((s) => {
    const words = `from ${escaped(s.from)}, in since ${timeText(s.madeMs)}, last seen ${timeText(s.seenMs)} (UTC)`;
    return `<li><span>${s.id === own ? 'This browser, ' : 'A browser '}${words}</span>${button(s.id, s.id === own ? 'Leave' : 'End')}</li>`;
  });
  showDoorPage(
    response,
    200,
    'Who is in with the passphrase',
    `${items.length > 0 ? `<ul>${items.join('')}</ul>${button('all', 'End all of them')}` : '<p>Nobody is in with the passphrase.</p>'}
<p>All end when Nestle is stopped. Phones on a walk have codes of their own, in their job.</p><p><a href="/">Back to the jobs</a></p>`,
  );
}
