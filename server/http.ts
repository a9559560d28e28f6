import { JOB_FILE_LIMIT_BYTES } from '@/core/job/parse';
import { refuse, type Outcome } from './outcome';

/** Answers an outcome as JSON with its status. */
export function answer(outcome: Outcome<unknown>): Response {
  if (outcome.ok) return Response.json(outcome.value ?? {});
  const { status, ...body } = outcome;
  return Response.json(body, { status });
}

/**
 * Whether a request that changes something comes from our own pages: of a kind other sites cannot send without asking
 * first (JSON, or a picture), and an origin, where the browser names one, that is the host asked.
 */
function fromOwnPages(request: Request, kinds: string): boolean {
  if (!request.headers.get('content-type')?.startsWith(kinds)) return false;
  const origin = request.headers.get('origin');
  if (origin === null) return true;
  // A page without an origin of its own, such as a sandboxed frame, sends the word null.
  return URL.canParse(origin) && new URL(origin).host === request.headers.get('host');
}

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

/** Body of a request as text, refused with a reason past the size limit. */
export async function readText(request: Request): Promise<Outcome<string>> {
  if (!fromOwnPages(request, 'application/json'))
    return refuse(400, 'Send JSON from a page of this application.');
  const tooMuch = refuse(
    413,
    `The file is larger than ${JOB_FILE_LIMIT_BYTES / 1048576} MB. Is it the right file?`,
  );
  const bytes = await readUpTo(request, JOB_FILE_LIMIT_BYTES, tooMuch);
  return bytes.ok ? { ok: true, value: Buffer.from(bytes.value).toString('utf8') } : bytes;
}

/** A picture from our own pages as bytes. */
export async function readBytes(request: Request, limitBytes: number): Promise<Outcome<Uint8Array>> {
  if (!fromOwnPages(request, 'image/')) return refuse(400, 'Send a picture from a page of this application.');
  const tooMuch = refuse(413, `The picture is larger than ${limitBytes / 1048576} MB. Take a smaller one.`);
  return readUpTo(request, limitBytes, tooMuch);
}

/** Body of a request as JSON. */
export async function readJson(request: Request): Promise<Outcome<unknown>> {
  const text = await readText(request);
  if (!text.ok) return text;
  try {
    return { ok: true, value: text.value === '' ? {} : (JSON.parse(text.value) as unknown) };
  } catch {
    return refuse(400, 'The request is not valid JSON.');
  }
}
