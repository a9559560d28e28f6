import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { writeJobFile, type JobFile } from './jobFile';
import { JOB_FILE_LIMIT_BYTES, MOST_PICTURES } from './limits';
import { bytesOf, PICTURE_TYPES } from './picture';

const NAME = 'job.nestle.json';
const PICTURE = /^pictures\/([A-Za-z0-9_-]{1,64})\.(webp|jpg|png)$/;
/** Every entry is of one time, so that the same job gives the same archive. */
const WHEN = new Date(1980, 0, 1, 12);

const endingOf = (type: string): string =>
  Object.entries(PICTURE_TYPES).find(([, t]) => t === type)?.[0] ?? 'png';

/** A job as an archive: its file without pictures, and each picture as what it is. The same job gives the same bytes. */
export function writeJobZip(job: JobFile): Uint8Array<ArrayBuffer> {
  const files: Record<string, Uint8Array> = { [NAME]: strToU8(writeJobFile({ ...job, pictures: [] })) };
  for (const p of job.pictures) files[`pictures/${p.id}.${endingOf(p.type)}`] = bytesOf(p.base64);
  return zipSync(files, { mtime: WHEN, level: 6 }) as Uint8Array<ArrayBuffer>;
}

/** Whether bytes begin like an archive. */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

const base64Of = (bytes: Uint8Array): string => {
  let text = '';
  for (let i = 0; i < bytes.length; i += 0x8000)
    text += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(text);
};

/**
 * The text of the job file that an archive holds, its pictures in it again. Only what such an archive has is unpacked: no path of it is
 * ever one of this machine, and nothing is unpacked that says it is larger than a job may be.
 */
export function readJobZip(bytes: Uint8Array): { ok: true; text: string } | { ok: false; message: string } {
  let total = 0;
  let tooMuch = false;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (name !== NAME && !PICTURE.test(name)) return false;
        total += originalSize;
        tooMuch ||= total > JOB_FILE_LIMIT_BYTES;
        return !tooMuch;
      },
    });
  } catch {
    return { ok: false, message: 'The archive is damaged: get it again.' };
  }
  if (tooMuch)
    return {
      ok: false,
      message: `The archive holds more than ${JOB_FILE_LIMIT_BYTES / 1048576} MB. Is it the right file?`,
    };
  const file = files[NAME];
  if (!file) return { ok: false, message: `The archive holds no job: there is no ${NAME} in it.` };
  const pictures = Object.entries(files).flatMap(([name, content]) => {
    const [, id, ending] = PICTURE.exec(name) ?? [];
    return id && ending
      ? [{ id, type: PICTURE_TYPES[ending as keyof typeof PICTURE_TYPES], base64: base64Of(content) }]
      : [];
  });
  if (pictures.length > MOST_PICTURES)
    return {
      ok: false,
      message: `The archive holds ${pictures.length} pictures; a job has at most ${MOST_PICTURES}.`,
    };
  const text = strFromU8(file);
  if (pictures.length === 0) return { ok: true, text };
  try {
    return { ok: true, text: JSON.stringify({ ...(JSON.parse(text) as object), pictures }) };
  } catch {
    return { ok: true, text };
  }
}
