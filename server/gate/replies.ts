import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Sent } from '../base/body';
import type { Outcome } from '../base/outcome';

/** Answers an outcome as JSON; nothing of it is kept on the way. */
export function reply(response: ServerResponse, outcome: Outcome<unknown>): void {
  const { status, body } = outcome.ok
    ? { status: 200, body: outcome.value ?? {} }
    : { status: outcome.status, body: { ok: false, problems: outcome.problems } };
  response.writeHead(status, {
    'content-type': 'application/json',
    'cache-control': 'no-store',
    // What was too much is not read to its end: the connection ends with the answer.
    ...(status === 413 ? { connection: 'close' } : {}),
  });
  response.end(JSON.stringify(body));
}

/** What a request to the gate sends: listened to piece by piece, and left alone once nobody asks for more. */
export const sentBy = (request: IncomingMessage): Sent => ({
  type: request.headers['content-type'],
  length: request.headers['content-length'],
  pieces: piecesOf(request),
});

async function* piecesOf(request: IncomingMessage): AsyncGenerator<Uint8Array> {
  // The connection stays open for the answer.
  for await (const piece of request.iterator({ destroyOnReturn: false })) yield piece as Buffer;
}
