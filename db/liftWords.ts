import { liftRow3, liftSite3 } from '@/core/job/lift3';
import type Database from 'better-sqlite3';

/** JSON in today's words; null where it is the same, or none that can be read: whoever opens it is told. */
function lifted(json: string, lift: (value: unknown) => unknown): string | null {
  try {
    const next = JSON.stringify(lift(JSON.parse(json)));
    return next === json ? null : next;
  } catch {
    return null;
  }
}

/** Rows of evidence that can hold old words. */
const KINDS = ['acceptance', 'correction'];

/** Lifts every revision of every survey and the evidence from the fourth to the fifth version of the database. */
export function liftWords(db: Database.Database): void {
  const sites = db.prepare<[], { job_id: string; revision: number }>(
    "SELECT job_id, revision FROM document WHERE kind = 'site'",
  );
  const read = db.prepare<[string, number], { json: string }>(
    "SELECT json FROM document WHERE kind = 'site' AND job_id = ? AND revision = ?",
  );
  const write = db.prepare(
    "UPDATE document SET json = ? WHERE kind = 'site' AND job_id = ? AND revision = ?",
  );
  for (const { job_id, revision } of sites.all()) {
    const next = lifted(read.get(job_id, revision)!.json, liftSite3);
    if (next !== null) write.run(next, job_id, revision);
  }
  const rows = db.prepare<string[], { job_id: string; number: number; json: string }>(
    `SELECT job_id, number, json FROM evidence_row WHERE kind IN (${KINDS.map(() => '?').join()})`,
  );
  const rewrite = db.prepare('UPDATE evidence_row SET json = ? WHERE job_id = ? AND number = ?');
  for (const { job_id, number, json } of rows.all(...KINDS)) {
    const next = lifted(json, liftRow3);
    if (next !== null) rewrite.run(next, job_id, number);
  }
  db.exec(`CREATE TRIGGER evidence_row_is_never_changed BEFORE UPDATE ON evidence_row
BEGIN
  SELECT RAISE(ABORT, 'evidence is added, never overwritten');
END`);
}
