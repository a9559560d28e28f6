import type { Db } from './connection';

/** What is sealed of a job, and when it was kept. */
export interface KeyBoxRow {
  json: string;
  kept_at: string;
}

export const findKeyBox = (db: Db, jobId: string): KeyBoxRow | undefined =>
  db.prepare<[string], KeyBoxRow>('SELECT json, kept_at FROM key_box WHERE job_id = ?').get(jobId);

export function keepKeyBox(db: Db, jobId: string, row: KeyBoxRow): void {
  db.prepare(
    `INSERT INTO key_box (job_id, json, kept_at) VALUES (?, ?, ?)
     ON CONFLICT (job_id) DO UPDATE SET json = excluded.json, kept_at = excluded.kept_at`,
  ).run(jobId, row.json, row.kept_at);
}

export function dropKeyBox(db: Db, jobId: string): void {
  db.prepare('DELETE FROM key_box WHERE job_id = ?').run(jobId);
}
