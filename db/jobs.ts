import type { Db } from './connection';

export interface JobRow {
  id: string;
  name: string;
  archived: number;
  created_at: string;
  changed_at: string;
  /** Headline of the job as JSON; null where nobody has counted it. */
  summary: string | null;
}

export type DocumentKind = 'brief' | 'site' | 'plan';
export interface DocumentRow {
  revision: number;
  json: string;
  saved_at: string;
}

/** Revisions of a document kept beside the newest; older ones are thinned. */
const REVISIONS_KEPT = 400;

export function listJobs(db: Db): JobRow[] {
  return db.prepare<[], JobRow>('SELECT * FROM job ORDER BY changed_at DESC, name').all();
}

/** Size of the whole database, bytes: its pages, those that are free again included. */
export function bytesUsed(db: Db): number {
  const pragma = (name: string) => db.pragma(name, { simple: true }) as number;
  return pragma('page_count') * pragma('page_size');
}

export function findJob(db: Db, id: string): JobRow | undefined {
  return db.prepare<[string], JobRow>('SELECT * FROM job WHERE id = ?').get(id);
}

export function insertJob(db: Db, id: string, name: string, now: string): void {
  db.prepare('INSERT INTO job (id, name, created_at, changed_at) VALUES (?, ?, ?, ?)').run(
    id,
    name,
    now,
    now,
  );
}

export function renameJob(db: Db, id: string, name: string, now: string): void {
  db.prepare('UPDATE job SET name = ?, changed_at = ? WHERE id = ?').run(name, now, id);
}

export function setArchived(db: Db, id: string, archived: boolean): void {
  db.prepare('UPDATE job SET archived = ? WHERE id = ?').run(archived ? 1 : 0, id);
}

export function deleteJob(db: Db, id: string): void {
  db.prepare('DELETE FROM job WHERE id = ?').run(id);
}

/** Keeps the headline that the list shows; it is no change of the job. */
export function setSummary(db: Db, id: string, summary: string): void {
  db.prepare('UPDATE job SET summary = ? WHERE id = ?').run(summary, id);
}

export function touchJob(db: Db, id: string, now: string): void {
  db.prepare('UPDATE job SET changed_at = ? WHERE id = ?').run(now, id);
}

/** Newest revision of every document of a job. */
export function revisionsOf(db: Db, jobId: string): Record<string, number> {
  const rows = db
    .prepare<[string], { kind: string; revision: number }>(
      'SELECT kind, max(revision) AS revision FROM document WHERE job_id = ? GROUP BY kind',
    )
    .all(jobId);
  return Object.fromEntries(rows.map((r) => [r.kind, r.revision]));
}

export function currentDocument(db: Db, jobId: string, kind: DocumentKind): DocumentRow | undefined {
  return db
    .prepare<[string, string], DocumentRow>(
      'SELECT revision, json, saved_at FROM document WHERE job_id = ? AND kind = ? ORDER BY revision DESC LIMIT 1',
    )
    .get(jobId, kind);
}

/** Length of the newest revisions of all documents of a job together, characters. */
export function documentsLength(db: Db, jobId: string): number {
  const newest = db.prepare<[string], { length: number }>(
    // SQLite gives the other columns of a group from the row that holds the maximum.
    'SELECT max(revision), length(json) AS length FROM document WHERE job_id = ? GROUP BY kind',
  );
  return newest.all(jobId).reduce((sum, row) => sum + row.length, 0);
}

/** A document as it was at a revision; undefined where that is kept no more, or was never there. */
export function documentAt(
  db: Db,
  jobId: string,
  kind: DocumentKind,
  revision: number,
): DocumentRow | undefined {
  return db
    .prepare<[string, string, number], DocumentRow>(
      'SELECT revision, json, saved_at FROM document WHERE job_id = ? AND kind = ? AND revision = ?',
    )
    .get(jobId, kind, revision);
}

export function insertDocument(db: Db, jobId: string, kind: DocumentKind, row: DocumentRow): void {
  db.prepare('INSERT INTO document (job_id, kind, revision, json, saved_at) VALUES (?, ?, ?, ?, ?)').run(
    jobId,
    kind,
    row.revision,
    row.json,
    row.saved_at,
  );
  db.prepare('DELETE FROM document WHERE job_id = ? AND kind = ? AND revision <= ?').run(
    jobId,
    kind,
    row.revision - REVISIONS_KEPT,
  );
}
