import type { Db } from './connection';

export interface PhoneRow {
  id: string;
  job_id: string;
  token_hash: string;
  name: string;
  scope: string;
  made_at: string;
  ends_at: string;
  withdrawn_at: string | null;
  seen_at: string | null;
  /** JSON list of the addresses of ours by which it came. */
  hosts: string;
}

export function insertPhone(db: Db, row: Omit<PhoneRow, 'withdrawn_at' | 'seen_at' | 'hosts'>): void {
  db.prepare(
    'INSERT INTO phone (id, job_id, token_hash, name, scope, made_at, ends_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
  ).run(row.id, row.job_id, row.token_hash, row.name, row.scope, row.made_at, row.ends_at);
}

/** Phones of a job, the newest first. */
export function phonesOfJob(db: Db, jobId: string): PhoneRow[] {
  return db
    .prepare<[string], PhoneRow>('SELECT * FROM phone WHERE job_id = ? ORDER BY made_at DESC, id')
    .all(jobId);
}

export function phoneByHash(db: Db, tokenHash: string): PhoneRow | undefined {
  return db.prepare<[string], PhoneRow>('SELECT * FROM phone WHERE token_hash = ?').get(tokenHash);
}

export function withdrawPhone(db: Db, jobId: string, id: string, now: string): boolean {
  return (
    db
      .prepare('UPDATE phone SET withdrawn_at = coalesce(withdrawn_at, ?) WHERE job_id = ? AND id = ?')
      .run(now, jobId, id).changes > 0
  );
}

/** Notes when and by which address of ours a phone came. */
export function phoneSeen(db: Db, id: string, now: string, hosts: string): void {
  db.prepare('UPDATE phone SET seen_at = ?, hosts = ? WHERE id = ?').run(now, hosts, id);
}

/** Whether any phone came by an address of ours. */
export function someCameBy(db: Db, host: string): boolean {
  return (
    db
      .prepare<[string], { n: number }>(
        'SELECT count(*) AS n FROM phone, json_each(phone.hosts) AS h WHERE h.value = ?',
      )
      .get(host)!.n > 0
  );
}

/** Ends a code for good, whatever the clock says later. */
export function endPhone(db: Db, id: string): void {
  db.prepare('UPDATE phone SET ends_at = made_at WHERE id = ?').run(id);
}
