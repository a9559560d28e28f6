import type { Db } from './connection';

export interface StoredRow {
  number: number;
  /** Phone that sent it; null where none did, or before that was kept. */
  phone_id?: string | null;
  kind: string;
  row_id: string;
  received_at: string;
  json: string;
}

/** The row of a kind and id, if it is there. */
export function findRow(db: Db, jobId: string, kind: string, rowId: string): StoredRow | undefined {
  return db
    .prepare<[string, string, string], StoredRow>(
      'SELECT number, kind, row_id, received_at, json, phone_id FROM evidence_row WHERE job_id = ? AND kind = ? AND row_id = ?',
    )
    .get(jobId, kind, rowId);
}

/** Number of the newest row of a job; 0 before any. */
export function newestNumber(db: Db, jobId: string): number {
  return db
    .prepare<[string], { n: number }>(
      'SELECT coalesce(max(number), 0) AS n FROM evidence_row WHERE job_id = ?',
    )
    .get(jobId)!.n;
}

/** How many rows of a kind a job has. */
export function countRows(db: Db, jobId: string, kind: string): number {
  return db
    .prepare<[string, string], { n: number }>(
      'SELECT count(*) AS n FROM evidence_row WHERE job_id = ? AND kind = ?',
    )
    .get(jobId, kind)!.n;
}

/** Adds a row of evidence under a number of its own. */
export function insertRows(db: Db, jobId: string, rows: Iterable<StoredRow>): void {
  const insert = db.prepare(
    'INSERT INTO evidence_row (job_id, number, kind, row_id, received_at, json, phone_id) VALUES (?, ?, ?, ?, ?, ?, ?)',
  );
  for (const row of rows)
    insert.run(jobId, row.number, row.kind, row.row_id, row.received_at, row.json, row.phone_id ?? null);
}

/** Rows of one kind of a job, in their order. */
export function rowsOfKind(db: Db, jobId: string, kind: string): StoredRow[] {
  return db
    .prepare<[string, string], StoredRow>(
      'SELECT number, kind, row_id, received_at, json FROM evidence_row WHERE job_id = ? AND kind = ? ORDER BY number',
    )
    .all(jobId, kind);
}

/** Rows of a job after a number, in their order, at most so many. */
export function rowsAfter(db: Db, jobId: string, number: number, most = -1): StoredRow[] {
  return db
    .prepare<[string, number, number], StoredRow>(
      'SELECT number, kind, row_id, received_at, json FROM evidence_row WHERE job_id = ? AND number > ? ORDER BY number LIMIT ?',
    )
    .all(jobId, number, most);
}
