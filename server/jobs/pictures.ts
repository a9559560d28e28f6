import { JOB_PICTURES_LIMIT_BYTES, PICTURE_LIMIT_BYTES, checkPicture, pictureType } from '@/core/job/picture';
import type { Db } from '@/db/connection';
import { findJob } from '@/db/jobs';
import { dropUnusedPictures, findPicture, insertPicture, pictureCount, type PictureRow } from '@/db/pictures';
import { MOST_PICTURES } from '@/core/job/limits';
import { useCase } from '../base/useCase';
import { done, noSuchJob, refuse, type Outcome } from '../base/outcome';
import { freshId } from '../base/ids';

/** How long a picture nothing uses is kept, since undo may bring it back, ms. */
const UNUSED_KEPT_MS = 24 * 3600 * 1000;

/** Takes in a picture to trace over. */
export const addPicture = useCase('change', ({ db }, jobId: string, type: string, bytes: Uint8Array) =>
  storePicture(db, jobId, type, bytes),
);

/** Keeps a picture. It is checked again here: what the browser made of it is hostile until proven. */
export function storePicture(
  db: Db,
  jobId: string,
  type: string,
  bytes: Uint8Array,
): Outcome<{ pictureId: string; widthPx: number; heightPx: number }> {
  if (!findJob(db, jobId)) return noSuchJob();
  if (!pictureType.safeParse(type).success) return refuse(400, 'Send a PNG, JPEG or WebP picture.');
  const checked = checkPicture(bytes, type);
  if (!checked.ok) return refuse(bytes.length > PICTURE_LIMIT_BYTES ? 413 : 400, checked.message);
  const now = new Date();
  dropUnusedPictures(db, jobId, new Date(now.getTime() - UNUSED_KEPT_MS).toISOString());
  const kept = pictureCount(db, jobId);
  if (kept.count >= MOST_PICTURES)
    return refuse(413, `A job keeps at most ${MOST_PICTURES} pictures. Take one out first.`);
  if (kept.bytes + bytes.length > JOB_PICTURES_LIMIT_BYTES)
    return refuse(
      413,
      `A job keeps at most ${JOB_PICTURES_LIMIT_BYTES / 1048576} MB of pictures and this one would pass that. Take a smaller one.`,
    );
  const pictureId = freshId();
  insertPicture(db, jobId, { picture_id: pictureId, type, bytes: Buffer.from(bytes) }, now.toISOString());
  return done({ pictureId, widthPx: checked.widthPx, heightPx: checked.heightPx });
}

export const readPicture = useCase('see', ({ db }, jobId: string, pictureId: string): Outcome<PictureRow> => {
  const row = findPicture(db, jobId, pictureId);
  return row ? done(row) : refuse(404, 'This picture is not in the database.');
});
