import type { Db } from './connection';

export interface PictureRow {
  picture_id: string;
  type: string;
  bytes: Buffer;
}

export function insertPicture(db: Db, jobId: string, row: PictureRow): void {
  db.prepare('INSERT INTO picture (job_id, picture_id, type, bytes) VALUES (?, ?, ?, ?)').run(
    jobId,
    row.picture_id,
    row.type,
    row.bytes,
  );
}

export function findPicture(db: Db, jobId: string, pictureId: string): PictureRow | undefined {
  return db
    .prepare<[string, string], PictureRow>(
      'SELECT picture_id, type, bytes FROM picture WHERE job_id = ? AND picture_id = ?',
    )
    .get(jobId, pictureId);
}

export function picturesOf(db: Db, jobId: string): PictureRow[] {
  return db
    .prepare<[string], PictureRow>(
      'SELECT picture_id, type, bytes FROM picture WHERE job_id = ? ORDER BY picture_id',
    )
    .all(jobId);
}

/** Bytes of all pictures of a job together. */
export function pictureBytes(db: Db, jobId: string): number {
  return db
    .prepare<[string], { n: number }>(
      'SELECT coalesce(sum(length(bytes)), 0) AS n FROM picture WHERE job_id = ?',
    )
    .get(jobId)!.n;
}
