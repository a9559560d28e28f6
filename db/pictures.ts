import type { Db } from './connection';

export interface PictureRow {
  picture_id: string;
  type: string;
  bytes: Buffer;
}

export function insertPicture(db: Db, jobId: string, row: PictureRow, addedAt: string): void {
  db.prepare('INSERT INTO picture (job_id, picture_id, type, bytes, added_at) VALUES (?, ?, ?, ?, ?)').run(
    jobId,
    row.picture_id,
    row.type,
    row.bytes,
    addedAt,
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

/** How many pictures a job has, and their bytes together. */
export function pictureCount(db: Db, jobId: string): { count: number; bytes: number } {
  return db
    .prepare<[string], { count: number; bytes: number }>(
      'SELECT count(*) AS count, coalesce(sum(length(bytes)), 0) AS bytes FROM picture WHERE job_id = ?',
    )
    .get(jobId)!;
}

/** Drops pictures that came before a time and that neither the newest survey nor any evidence shows. */
export function dropUnusedPictures(db: Db, jobId: string, before: string): void {
  db.prepare(
    `DELETE FROM picture WHERE job_id = @jobId AND added_at < @before AND picture_id NOT IN (
       SELECT json_extract(u.value, '$.pictureId') FROM document d, json_each(d.json, '$.underlays') u
       WHERE d.job_id = @jobId AND d.kind = 'site'
         AND d.revision = (SELECT max(revision) FROM document WHERE job_id = @jobId AND kind = 'site')
       UNION SELECT json_extract(e.json, '$.text') FROM evidence_row e
       WHERE e.job_id = @jobId AND e.kind = 'step' AND json_extract(e.json, '$.act') = 'photo')`,
  ).run({ jobId, before });
}
