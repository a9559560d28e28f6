import type { IncomingMessage, ServerResponse } from 'node:http';
import { refuse, type Outcome } from '../base/outcome';

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

/** How often its limit a body may be and still be heard to its end, so that who sent it reads why it was refused. */
const HEARD_OUT = 8;

/** The body of a request, refused past its limit. */
export function readBody(request: IncomingMessage, limitBytes: number): Promise<Outcome<string>> {
  const tooMuch = refuse(413, `This is larger than ${Math.round(limitBytes / 1024)} kB.`);
  return new Promise((resolve) => {
    const pieces: Buffer[] = [];
    let size = 0;
    request.on('data', (piece: Buffer) => {
      size += piece.length;
      if (size <= limitBytes) pieces.push(piece);
      else if (size > HEARD_OUT * limitBytes) {
        request.pause();
        resolve(tooMuch);
      }
    });
    request.once('end', () =>
      resolve(size > limitBytes ? tooMuch : { ok: true, value: Buffer.concat(pieces).toString('utf8') }),
    );
    request.once('error', () => resolve(refuse(400, 'The request broke off.')));
  });
}

/** The body of a request as JSON. */
export async function readJsonBody(request: IncomingMessage, limitBytes: number): Promise<Outcome<unknown>> {
  const type = (request.headers['content-type'] ?? '').split(';')[0]!.trim().toLowerCase();
  if (type !== 'application/json') return refuse(415, 'Send JSON.');
  const text = await readBody(request, limitBytes);
  if (!text.ok) return text;
  try {
    return { ok: true, value: JSON.parse(text.value) as unknown };
  } catch {
    return refuse(400, 'The request is not valid JSON.');
  }
}
