import { readFileSync } from 'node:fs';
import Database from 'better-sqlite3';
import { migrate } from '../db/connection';

type OldFile = Record<string, Record<string, { id?: string; readingId?: string }[]>>;

/** A database of version 2 with a whole job in it; gives the file that job is. */
export function oldDatabase(path: string): OldFile {
  const old = new Database(path);
  old.pragma('journal_mode = WAL');
  migrate(old, 2);
  const file = JSON.parse(
    readFileSync(new URL('../core/job/fixtures/job-version-2.json', import.meta.url), 'utf8'),
  ) as OldFile;
  const at = '2026-01-01T00:00:00Z';
  old
    .prepare('INSERT INTO job (id, name, created_at, changed_at) VALUES (?, ?, ?, ?)')
    .run('farm', 'Farm', at, at);
  for (const kind of ['brief', 'site', 'plan'])
    old
      .prepare('INSERT INTO document (job_id, kind, revision, json, saved_at) VALUES (?, ?, 7, ?, ?)')
      .run('farm', kind, JSON.stringify(file[kind]), at);
  const lists = { state: 'states', reading: 'readings', voided: 'voided', stepEvent: 'stepEvents' };
  for (const [kind, list] of Object.entries(lists))
    for (const row of file.evidence![list]!)
      old
        .prepare('INSERT INTO evidence (job_id, kind, row_id, json) VALUES (?, ?, ?, ?)')
        .run('farm', kind, row.id ?? row.readingId, JSON.stringify(row));
  old.close();
  return file;
}
