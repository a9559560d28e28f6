import { objectOf } from './json';
import { refuse, type Outcome, type Refused } from './outcome';

/** Largest bodies of requests, bytes. Only a whole job file may be large. */
export const SMALL_BODY = 64 * 1024;
export const ROWS_BODY = 256 * 1024;
export const EVIDENCE_BODY = 4 * 1024 * 1024;
export const SAVE_BODY = 12 * 1024 * 1024;

/** A request as far as its body goes, whichever door it came by. */
export interface Sent {
  type: string | null | undefined;
  length: string | null | undefined;
  pieces: AsyncIterable<Uint8Array>;
}

/** How much longer than its limit a body may be and still be heard to its end, so that who sent it reads why it was refused. */
const heardOutBytes = (limitBytes: number) => limitBytes + Math.min(7 * limitBytes, 8 * 1024 * 1024);

/** The media type that is said to be sent, without its parameters. */
export const mediaType = ({ type }: Pick<Sent, 'type'>): string =>
  (type ?? '').split(';')[0]!.trim().toLowerCase();

const sizeText = (bytes: number) =>
  bytes >= 1048576 ? `${bytes / 1048576} MB` : `${Math.round(bytes / 1024)} kB`;

/** A body as bytes, refused past its limit before it is all kept. */
export async function readBytes(
  { length, pieces }: Sent,
  limitBytes: number,
  tooMuch: Refused = refuse(413, `This is larger than ${sizeText(limitBytes)}. Is it the right file?`),
): Promise<Outcome<Uint8Array>> {
  const most = heardOutBytes(limitBytes);
  if (Number(length ?? 0) > most) return tooMuch;
  const kept: Uint8Array[] = [];
  let size = 0;
  try {
    for await (const piece of pieces) {
      size += piece.byteLength;
      if (size <= limitBytes) kept.push(piece);
      else if (size > most) break;
    }
  } catch {
    return refuse(400, 'The request broke off.');
  }
  return size > limitBytes ? tooMuch : { ok: true, value: Buffer.concat(kept) };
}

/** A body as the bytes of JSON, refused with a reason past the size limit. */
export async function readJsonBytes(sent: Sent, limitBytes: number): Promise<Outcome<Uint8Array>> {
  if (mediaType(sent) !== 'application/json')
    return refuse(415, 'Send JSON from a page of this application.');
  return readBytes(sent, limitBytes);
}

/** A body as a JSON object. */
export async function readJson(sent: Sent, limitBytes: number): Promise<Outcome<Record<string, unknown>>> {
  const body = await readJsonBytes(sent, limitBytes);
  return body.ok ? objectOf(body.value) : body;
}

/** A picture from our own pages as bytes, with its kind. */
export async function readPictureBody(
  sent: Sent,
  limitBytes: number,
): Promise<Outcome<{ type: string; bytes: Uint8Array }>> {
  const type = mediaType(sent);
  if (!type.startsWith('image/')) return refuse(415, 'Send a picture from a page of this application.');
  const tooMuch = refuse(413, `The picture is larger than ${sizeText(limitBytes)}. Take a smaller one.`);
  const bytes = await readBytes(sent, limitBytes, tooMuch);
  return bytes.ok ? { ok: true, value: { type, bytes: bytes.value } } : bytes;
}
