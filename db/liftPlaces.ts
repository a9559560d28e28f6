import { liftRow4 } from '@/core/job/lift4';
import type Database from 'better-sqlite3';

/** JSON as a value; null where it is none that can be read: whoever opens it is told. */
function read(json: string | undefined): unknown {
  try {
    return json === undefined ? null : JSON.parse(json);
  } catch {
    return null;
  }
}

/** Lifts the readings of every job from the fifth to the sixth version of the database: each keeps its place. */
export function liftPlaces(db: Database.Database): void {
  const jobs = db.prepare<[], { id: string }>('SELECT id FROM job').all();
  const newest = db.prepare<[string], { json: string }>(
    "SELECT json FROM document WHERE job_id = ? AND kind = 'site' ORDER BY revision DESC LIMIT 1",
  );
  const rows = db.prepare<[string], { number: number; json: string }>(
    "SELECT number, json FROM evidence_row WHERE job_id = ? AND kind = 'reading'",
  );
  const rewrite = db.prepare('UPDATE evidence_row SET json = ? WHERE job_id = ? AND number = ?');
  for (const { id } of jobs) {
    const site = read(newest.get(id)?.json);
    for (const { number, json } of rows.all(id)) {
      const row = read(json);
      const lifted = liftRow4(row, site);
      if (lifted !== row) rewrite.run(JSON.stringify(lifted), id, number);
    }
  }
  db.exec(`CREATE TRIGGER evidence_row_is_never_changed BEFORE UPDATE ON evidence_row
BEGIN
  SELECT RAISE(ABORT, 'evidence is added, never overwritten');
END`);
}
