import type { Db } from './connection';

export interface JobRow {
  id: string;
  name: string;
  archived: number;
  created_at: string;
  changed_at: string;
  /** Headline of the job as JSON; null where nobody has counted it. */
  summary: string | null;
  billed_at: string | null;
}

/** A job as a business sees it: who, where, when, and how far it has come. */
export interface JobListRow extends JobRow {
  customer: string | null;
  address: string | null;
  visit_date: string | null;
  /** How many options hold a unit; whether one is accepted, and whether it was signed for. */
  offered: number | null;
  accepted: number;
  signed: number;
}

export type DocumentKind = 'brief' | 'site' | 'plan';
export interface DocumentRow {
  revision: number;
  json: string;
  saved_at: string;
}

/** Revisions of a document kept beside the newest; older ones are thinned. */
const REVISIONS_KEPT = 400;

/** A value of a document; a damaged one says nothing and hides no job. */
const valueOf = (of: string, path: string) =>
  `CASE WHEN json_valid(${of}.json) THEN json_extract(${of}.json, '${path}') END`;
const newest = (of: string, kind: DocumentKind) =>
  `LEFT JOIN document ${of} ON ${of}.job_id = j.id AND ${of}.kind = '${kind}' AND ${of}.revision =
    (SELECT max(revision) FROM document WHERE job_id = j.id AND kind = '${kind}')`;
const has = (kind: string) =>
  `EXISTS (SELECT 1 FROM evidence_row e WHERE e.job_id = j.id AND e.kind = '${kind}')`;

export function listJobs(db: Db): JobListRow[] {
  return db
    .prepare<[], JobListRow>(
      `SELECT j.*, ${valueOf('b', '$.customer')} AS customer, ${valueOf('b', '$.address')} AS address,
        ${valueOf('b', '$.visitDate')} AS visit_date,
        CASE WHEN json_valid(p.json) THEN (SELECT count(*) FROM json_each(p.json, '$.options') o
          WHERE json_array_length(o.value, '$.units') > 0) END AS offered,
        ${has('acceptance')} AS accepted, ${has('signOff')} AS signed
      FROM job j ${newest('b', 'brief')} ${newest('p', 'plan')}
      ORDER BY j.changed_at DESC, j.name`,
    )
    .all();
}

/** Ids of jobs in whose name, brief, plan, serials, notes or remarks a text stands. */
export function findJobs(db: Db, text: string): string[] {
  const like = `%${text.replace(/[\\%_]/g, '\\$&')}%`;
  return db
    .prepare<[string, string, string], { id: string }>(
      `SELECT j.id FROM job j WHERE j.name LIKE ? ESCAPE '\\'
        OR EXISTS (SELECT 1 FROM document d WHERE d.job_id = j.id AND d.kind IN ('brief', 'plan') AND d.revision =
          (SELECT max(revision) FROM document WHERE job_id = d.job_id AND kind = d.kind) AND d.json LIKE ? ESCAPE '\\')
        OR EXISTS (SELECT 1 FROM evidence_row e WHERE e.job_id = j.id AND e.kind IN ('step', 'remark', 'remedy')
          AND e.json LIKE ? ESCAPE '\\')`,
    )
    .all(like, like, like)
    .map((r) => r.id);
}

export function setBilled(db: Db, id: string, at: string | null): void {
  db.prepare('UPDATE job SET billed_at = ? WHERE id = ?').run(at, id);
}

/** When the database was copied last. */
export const LAST_BACKUP = 'lastBackup';
/** What a firm takes into its new jobs. */
export const FIRM_DEFAULTS = 'firmDefaults';

/** A fact of the whole database; null where nobody has noted it. */
export const factOf = (db: Db, name: string): string | null =>
  db.prepare<[string], { value: string }>('SELECT value FROM fact WHERE name = ?').get(name)?.value ?? null;

export function noteFact(db: Db, name: string, value: string): void {
  db.prepare(
    'INSERT INTO fact (name, value) VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value',
  ).run(name, value);
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

/** Keeps what a job taught; it is no change of the job. */
export function setLesson(db: Db, id: string, lesson: string | null): void {
  db.prepare('UPDATE job SET lesson = ? WHERE id = ?').run(lesson, id);
}

/** What jobs taught, as it was kept. */
export const lessonsOf = (db: Db): string[] =>
  db
    .prepare<[], { lesson: string }>('SELECT lesson FROM job WHERE lesson IS NOT NULL ORDER BY id')
    .all()
    .map((r) => r.lesson);

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
