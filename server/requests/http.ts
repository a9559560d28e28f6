import { OWNER, type Caller } from '../base/caller';
import type { Sent } from '../base/body';
import { answered, done, type Outcome } from '../base/outcome';
import { patiently } from '../base/patience';

/** Answers an outcome as JSON with its status; nothing of a job is kept by caches on the way. */
function toResponse(outcome: Outcome<unknown>): Response {
  const headers = { 'cache-control': 'no-store' };
  if (outcome.ok) return Response.json(outcome.value ?? {}, { headers });
  const { status, ...body } = outcome;
  return Response.json(body, { status, headers });
}

/** Who asks: the gate lets only our own names through, so whoever comes this far is at this machine. */
export function callerOf(_request: Request): Caller {
  return OWNER;
}

/** Runs a use case for whoever asks and answers what came of it; a fault of the database is said in words. */
export async function answer(
  request: Request,
  work: (caller: Caller) => Outcome<unknown> | Promise<Outcome<unknown>>,
): Promise<Response> {
  try {
    // What reads a body first is a promise, which is patient itself once it has it.
    let under: Promise<Outcome<unknown>> | null = null;
    const outcome = await patiently((): Outcome<unknown> => {
      const made = work(callerOf(request));
      if (!(made instanceof Promise)) return made;
      under = made;
      return done(null);
    });
    return toResponse(under === null ? outcome : await (under as Promise<Outcome<unknown>>));
  } catch (error) {
    return toResponse(
      answered(() => {
        throw error;
      }),
    );
  }
}

/** Answers a use case that gives JSON in pieces; between two of them others are answered. */
export async function answerPieces(
  request: Request,
  work: (caller: Caller) => Outcome<Iterable<string>>,
): Promise<Response> {
  // The first piece is made before anything is answered: a fault of the database can still be said in words.
  const result = answered((): Outcome<{ pieces: Iterator<string>; first: string }> => {
    const outcome = work(callerOf(request));
    if (!outcome.ok) return outcome;
    const iterator = outcome.value[Symbol.iterator]();
    const { done: none, value } = iterator.next();
    return done({ pieces: iterator, first: none ? '' : value });
  });
  if (!result.ok) return toResponse(result);
  const { pieces, first } = result.value;
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    start: (controller) => controller.enqueue(encoder.encode(first)),
    async pull(controller) {
      await new Promise((next) => setImmediate(next));
      const { done: through, value } = pieces.next();
      if (through) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    cancel: () => void pieces.return?.(),
  });
  return new Response(body, { headers: { 'content-type': 'application/json', 'cache-control': 'no-store' } });
}

async function* piecesOf(request: Request): AsyncGenerator<Uint8Array> {
  const reader = request.body?.getReader();
  if (!reader) return;
  try {
    for (let next = await reader.read(); !next.done; next = await reader.read()) yield next.value;
  } finally {
    await reader.cancel().catch(() => undefined);
  }
}

/** What a request of a page sends. */
export const sentBy = (request: Request): Sent => ({
  type: request.headers.get('content-type'),
  length: request.headers.get('content-length'),
  pieces: piecesOf(request),
});
