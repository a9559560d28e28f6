import { OWNER, type Caller } from '../base/caller';
import { objectOf } from '../base/json';
import { answered, done, refuse, type Outcome } from '../base/outcome';

/** Largest bodies of requests, bytes. Only a whole job file may be large. */
export const SMALL_BODY = 64 * 1024;
export const SAVE_BODY = 12 * 1024 * 1024;
export const EVIDENCE_BODY = 4 * 1024 * 1024;

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
  const result = answered(() => work(callerOf(request)) as Outcome<unknown>);
  try {
    return toResponse(await result);
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

/** The media type a request says it sends, without its parameters. */
const typeOf = (request: Request): string =>
  (request.headers.get('content-type') ?? '').split(';')[0]!.trim().toLowerCase();

/** Body of a request as bytes, refused past the size limit before it is all read. */
async function readUpTo(
  request: Request,
  limitBytes: number,
  tooMuch: Outcome<never>,
): Promise<Outcome<Uint8Array>> {
  if (Number(request.headers.get('content-length') ?? 0) > limitBytes) return tooMuch;
  const reader = request.body?.getReader();
  if (!reader) return { ok: true, value: new Uint8Array() };
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.byteLength;
    if (size > limitBytes) {
      await reader.cancel();
      return tooMuch;
    }
    chunks.push(value);
  }
  return { ok: true, value: Buffer.concat(chunks) };
}

const sizeText = (bytes: number) =>
  bytes >= 1048576 ? `${bytes / 1048576} MB` : `${Math.round(bytes / 1024)} kB`;

/** Body of a request as the bytes of JSON, refused with a reason past the size limit. */
export async function readJsonBytes(request: Request, limitBytes: number): Promise<Outcome<Uint8Array>> {
  if (typeOf(request) !== 'application/json')
    return refuse(415, 'Send JSON from a page of this application.');
  const tooMuch = refuse(413, `This is larger than ${sizeText(limitBytes)}. Is it the right file?`);
  return readUpTo(request, limitBytes, tooMuch);
}

/** A picture from our own pages as bytes, with its kind. */
export async function readPictureBody(
  request: Request,
  limitBytes: number,
): Promise<Outcome<{ type: string; bytes: Uint8Array }>> {
  const type = typeOf(request);
  if (!type.startsWith('image/')) return refuse(415, 'Send a picture from a page of this application.');
  const tooMuch = refuse(413, `The picture is larger than ${sizeText(limitBytes)}. Take a smaller one.`);
  const bytes = await readUpTo(request, limitBytes, tooMuch);
  return bytes.ok ? { ok: true, value: { type, bytes: bytes.value } } : bytes;
}

/** Body of a request as a JSON object. */
export async function readJson(
  request: Request,
  limitBytes: number,
): Promise<Outcome<Record<string, unknown>>> {
  const body = await readJsonBytes(request, limitBytes);
  return body.ok ? objectOf(body.value) : body;
}
