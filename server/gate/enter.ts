import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Sessions } from '../access/passphrase';
import { SESSION_COOKIE, addressOf } from './who';
import { readBytes } from '../base/body';
import { textOf } from '../base/json';
import { sentBy } from './replies';

/** The page that asks for the passphrase; it needs no script. */
const page = (words: string) => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Nestle</title><style>
body{margin:0;background:#e9eeeb;color:#1c2a2e;font:16px/1.5 sans-serif}
main{max-width:26rem;margin:12vh auto;padding:1.5rem;background:#fbfcfa;border:1px solid #c6d0cb;border-radius:3px}
h1{font-size:1.25rem;margin:0 0 .5rem}label{display:block;font-weight:600;margin-top:1rem}
input{font:inherit;width:100%;box-sizing:border-box;padding:.5rem;border:1px solid #516063;border-radius:3px}
button{font:inherit;margin-top:1rem;padding:.5rem 1rem;border:0;border-radius:3px;background:#1c2a2e;color:#fbfcfa}
p.bad{color:#a6382f;font-weight:600}</style></head><body><main><h1>Nestle runs on another machine of this house</h1>
<p>The whole application asks for the passphrase that was set or shown when it was started.</p>
${words === '' ? '' : `<p class="bad" role="alert">${words}</p>`}
<form method="post" action="/enter"><label for="p">Passphrase</label>
<input id="p" name="passphrase" type="password" autocomplete="current-password" required autofocus>
<button type="submit">Come in</button></form></main></body></html>`;

const POLICY =
  "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

function show(response: ServerResponse, status: number, words: string): void {
  response.writeHead(status, {
    'content-type': 'text/html; charset=utf-8',
    'cache-control': 'no-store',
    'content-security-policy': POLICY,
  });
  response.end(page(words));
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
    response.setHeader('retry-after', String(Math.max(1, seconds)));
    return show(
      response,
      seconds > 0 ? 429 : 401,
      seconds > 0 ? `That was not it. Wait ${seconds} s before the next try.` : 'That was not it.',
    );
  }
  response.writeHead(303, {
    location: '/',
    'cache-control': 'no-store',
    'set-cookie': `${SESSION_COOKIE}=${tried.session}; HttpOnly; SameSite=Strict; Path=/; Max-Age=${tried.forMs / 1000}${secure ? '; Secure' : ''}`,
  });
  response.end();
}
