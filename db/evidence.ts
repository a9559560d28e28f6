import type { Db } from './connection';

export type EvidenceKind = 'state' | 'reading' | 'voided' | 'stepEvent';

/** Adds a row of evidence. A row that is there already with the same content is left alone; other content is refused. */
export function addEvidence(
  db: Db,
  jobId: string,
  kind: EvidenceKind,
  rowId: string,
  json: string,
): 'added' | 'known' | 'clash' {
  const old = db
    .prepare<[string, string, string], { json: string }>(
      'SELECT json FROM evidence WHERE job_id = ? AND kind = ? AND row_id = ?',
    )
    .get(jobId, kind, rowId);
  if (old) return old.json === json ? 'known' : 'clash';
  db.prepare('INSERT INTO evidence (job_id, kind, row_id, json) VALUES (?, ?, ?, ?)').run(
    jobId,
    kind,
    rowId,
    json,
  );
  return 'added';
}

/** All evidence of a job in the order it came. */
export function evidenceOf(db: Db, jobId: string): { kind: EvidenceKind; json: string }[] {
  return db
    .prepare<[string], { kind: EvidenceKind; json: string }>(
      'SELECT kind, json FROM evidence WHERE job_id = ? ORDER BY seq',
    )
    .all(jobId);
}
