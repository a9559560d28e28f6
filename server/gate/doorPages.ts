import type { ServerResponse } from 'node:http';

/** Pages of the gate itself need no script. */
const POLICY =
  "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

export const escaped = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

/** Shows a page of the gate: plain, without script, kept by nobody. */
export function showDoorPage(response: ServerResponse, status: number, title: string, body: string): void {
  response.writeHead(status, {
    'content-type': 'text/html; charset=utf-8',
    'cache-control': 'no-store',
    'content-security-policy': POLICY,
  });
  response.end(`<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Nestle</title><style>
body{margin:0;background:#e9eeeb;color:#1c2a2e;font:16px/1.5 sans-serif}
main{width:min(34rem,100% - 2rem);box-sizing:border-box;margin:12vh auto;padding:1.5rem;background:#fbfcfa;border:1px solid #c6d0cb;border-radius:3px}
h1{font-size:1.25rem;margin:0 0 .5rem}label{display:block;font-weight:600;margin-top:1rem}
input{font:inherit;width:100%;box-sizing:border-box;padding:.5rem;border:1px solid #516063;border-radius:3px}
button{font:inherit;margin-top:1rem;padding:.5rem 1rem;border:0;border-radius:3px;background:#1c2a2e;color:#fbfcfa;cursor:pointer}
li{display:flex;align-items:center;justify-content:space-between;gap:.75rem;padding:.5rem 0;border-top:1px solid #c6d0cb}
li button{margin:0;padding:.25rem .75rem}ul{padding:0;list-style:none}a{color:inherit}
p.bad{color:#a6382f;font-weight:600}</style></head><body><main><h1>${title}</h1>
${body}</main></body></html>`);
}
