import { imageSize } from 'image-size';
import { z } from 'zod';
import { id } from '../site/model/schema';

/** Kinds of picture that are kept; the browser makes any other into one of these. */
export const PICTURE_TYPES = { webp: 'image/webp', jpg: 'image/jpeg', png: 'image/png' } as const;
export const pictureType = z.enum(Object.values(PICTURE_TYPES) as [string, ...string[]]);
/** Largest stored picture, and all pictures of a job together, bytes. */
export const PICTURE_LIMIT_BYTES = 4 * 1024 * 1024;
export const JOB_PICTURES_LIMIT_BYTES = 36 * 1024 * 1024;
/** Largest edge of a stored picture, px. */
export const PICTURE_EDGE_PX = 6000;

export const storedPicture = z.strictObject({
  id,
  type: pictureType,
  base64: z
    .string()
    .min(4, 'the picture is empty')
    .max(
      Math.ceil((PICTURE_LIMIT_BYTES * 4) / 3) + 4,
      `a picture has at most ${PICTURE_LIMIT_BYTES / 1048576} MB`,
    )
    .regex(/^[A-Za-z0-9+/]+={0,2}$/, 'not base64'),
});
export type StoredPicture = z.infer<typeof storedPicture>;

const text4 = (bytes: Uint8Array, at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));

/** What a PNG and a WebP need to be shown; any other chunk may say where and by whom it was taken. */
const PNG_CHUNKS = new Set(
  'IHDR PLTE IDAT IEND tRNS gAMA cHRM sRGB iCCP cICP sBIT bKGD hIST pHYs sPLT acTL fcTL fdAT'.split(' '),
);
const WEBP_CHUNKS = new Set(['VP8 ', 'VP8L', 'VP8X', 'ALPH', 'ANIM', 'ANMF', 'ICCP']);

function pngMetadata(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 8; at + 8 <= bytes.length; at += 12 + view.getUint32(at)) {
    const name = text4(bytes, at + 4);
    if (!PNG_CHUNKS.has(name)) return true;
    // What hangs on behind its end is no part of a picture.
    if (name === 'IEND') return at + 12 < bytes.length;
  }
  return false;
}

function webpMetadata(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 12; at + 8 <= bytes.length;) {
    if (!WEBP_CHUNKS.has(text4(bytes, at))) return true;
    const size = view.getUint32(at + 4, true);
    at += 8 + size + (size % 2);
  }
  return false;
}

function jpegMetadata(bytes: Uint8Array): boolean {
  for (let at = 2; at + 4 <= bytes.length && bytes[at] === 0xff;) {
    const marker = bytes[at + 1]!;
    // Before SOS, where the picture itself begins, only what it takes to show it: JFIF, a colour profile, Adobe's kind of colours. All
    // other applications' segments hold Exif, XMP, what agencies add, further pictures; a comment says anything.
    if (marker === 0xda) return false;
    const isNeeded =
      marker === 0xe0 || (marker === 0xe2 && text4(bytes, at + 4) === 'ICC_') || marker === 0xee;
    if (marker === 0xfe || (marker >= 0xe0 && marker <= 0xef && !isNeeded)) return true;
    at += 2 + ((bytes[at + 2]! << 8) | bytes[at + 3]!);
  }
  return false;
}

export type CheckedPicture = { ok: true; widthPx: number; heightPx: number } | { ok: false; message: string };

/**
 * Whether bytes are a picture that may be stored: of the kind they claim, of a size we show, and without what a camera
 * notes beside it (place, time, owner). Sizes are in px.
 */
export function checkPicture(bytes: Uint8Array, type: string): CheckedPicture {
  const no = (message: string): CheckedPicture => ({ ok: false, message });
  if (bytes.length > PICTURE_LIMIT_BYTES)
    return no(`The picture has more than ${PICTURE_LIMIT_BYTES / 1048576} MB. Take a smaller one.`);
  let size: ReturnType<typeof imageSize>;
  try {
    size = imageSize(bytes);
  } catch {
    return no('This is not a picture that can be read. Take a PNG, JPEG or WebP.');
  }
  const kind = size.type as keyof typeof PICTURE_TYPES;
  if (PICTURE_TYPES[kind] !== type)
    return no(`The picture says it is ${type} and is not. Save it again as PNG.`);
  if (Math.max(size.width, size.height) > PICTURE_EDGE_PX || Math.min(size.width, size.height) < 1)
    return no(
      `The picture has ${size.width} × ${size.height} px; at most ${PICTURE_EDGE_PX} px an edge are kept.`,
    );
  const carries = { png: pngMetadata, webp: webpMetadata, jpg: jpegMetadata }[kind](bytes);
  if (carries)
    return no(
      'The picture carries notes of the camera, which may say where it was taken. Add it in Survey, which drops them.',
    );
  return { ok: true, widthPx: size.width, heightPx: size.height };
}

/** Bytes of base64 text. */
export function bytesOf(base64: string): Uint8Array {
  return Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
}
