import { nanoid } from 'nanoid';
import { JOB_PICTURES_LIMIT_BYTES, PICTURE_LIMIT_BYTES, checkPicture, pictureType } from '@/core/job/picture';
import { database, type Db } from '@/db/connection';
import { findJob } from '@/db/jobs';
import { findPicture, insertPicture, pictureBytes, type PictureRow } from '@/db/pictures';
import { done, noSuchJob, refuse, type Outcome } from './outcome';

/** Takes in a picture to trace over. It is checked again here: what the browser made of it is hostile until proven. */
export function addPicture(
  jobId: string,
  type: string,
  bytes: Uint8Array,
  db: Db = database(),
): Outcome<{ pictureId: string; widthPx: number; heightPx: number }> {
  if (!findJob(db, jobId)) return noSuchJob();
  if (!pictureType.safeParse(type).success) return refuse(400, 'Send a PNG, JPEG or WebP picture.');
  const checked = checkPicture(bytes, type);
  if (!checked.ok) return refuse(bytes.length > PICTURE_LIMIT_BYTES ? 413 : 400, checked.message);
  if (pictureBytes(db, jobId) + bytes.length > JOB_PICTURES_LIMIT_BYTES)
    return refuse(
      413,
      `A job keeps at most ${JOB_PICTURES_LIMIT_BYTES / 1048576} MB of pictures and this one would pass that. Take a smaller one.`,
    );
  const pictureId = nanoid(12).replaceAll(/[-_]/g, '0');
  insertPicture(db, jobId, { picture_id: pictureId, type, bytes: Buffer.from(bytes) });
  return done({ pictureId, widthPx: checked.widthPx, heightPx: checked.heightPx });
}

export function readPicture(jobId: string, pictureId: string, db: Db = database()): Outcome<PictureRow> {
  const row = findPicture(db, jobId, pictureId);
  return row ? done(row) : refuse(404, 'This picture is not in the database.');
}
