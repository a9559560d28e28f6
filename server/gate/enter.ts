import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Sessions } from '../access/passphrase';
import { readBytes } from '../base/body';
import { textOf } from '../base/json';
import { showDoorPage } from './doorPages';
import { sentBy } from './replies';
import { SESSION_COOKIE, addressOf } from './who';

function show(response: ServerResponse, status: number, words: string): void {
  showDoorPage(
    response,
    status,
    'Nestle runs on another machine of this house',
    `<p>The whole application asks for the passphrase that was set or shown when it was started.</p>
${words === '' ? '' : `<p class="bad" role="alert">${words}</p>`}
<form method="post" action="/enter"><label for="p">Passphrase</label>
<input id="p" name="passphrase" type="password" autocomplete="current-password" required autofocus>
<button type="submit">Come in</button></form>`,
  );
}

/** Asks for the passphrase and lets in whoever says it. */
export async function answerEnter(
  request: IncomingMessage,
  response: ServerResponse,
  door: Sessions,
  secure: boolean,
): Promise<void> {
  if (request.method !== 'POST') return show(response, 200, '');
  const body = await readBytes(sentBy(request), 2048);
  if (!body.ok) return show(response, body.status, 'This is no passphrase.');
  const said = new URLSearchParams(textOf(body.value)).get('passphrase') ?? '';
  const tried = await door.tryIt(said, addressOf(request));
  if (!tried.ok) {
    const seconds = Math.ceil(tried.waitMs / 1000);
    if (seconds > 0) response.setHeader('retry-after', String(seconds));
    const wait = seconds > 0 ? ` Wait ${seconds} s before the next try.` : '';
    return show(
      response,
      seconds > 0 ? 429 : 401,
      tried.tested ? `That was not it.${wait}` : `What you typed was not looked at: too soon.${wait}`,
    );
  }
  response.writeHead(303, {
    location: '/',
    'cache-control': 'no-store',
    'set-cookie': `${SESSION_COOKIE}=${tried.session}; HttpOnly; SameSite=Strict; Path=/; Max-Age=${tried.forMs / 1000}${secure ? '; Secure' : ''}`,
  });
  response.end();
}
