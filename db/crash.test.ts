import { copyFileSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import Database from 'better-sqlite3';
import { migrate, newestVersion, openDatabase, versionOf, type Db } from './connection';
import { currentDocument, findJob } from './jobs';
import { rowsAfter } from './evidence';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'nestle-crash-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** So many statements lie between one place at which it stops and the next. */
const EVERY = 4;

/** A database of version 2 with a whole job in it. */
function oldDatabase(path: string): void {
  const old = new Database(path);
  old.pragma('journal_mode = WAL');
  migrate(old, 2);
  const file = JSON.parse(
    readFileSync(new URL('../core/job/fixtures/job-version-2.json', import.meta.url), 'utf8'),
  ) as Record<string, Record<string, { id?: string; readingId?: string }[]>>;
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
}

const contentOf = (db: Db) => ({
  job: findJob(db, 'farm'),
  documents: ['brief', 'site', 'plan'].map((kind) => currentDocument(db, 'farm', kind as 'plan')),
  rows: rowsAfter(db, 'farm', 0),
});

test('a machine that stops anywhere in a migration leaves the old database or the new one, and the next start lifts it whole', () => {
  const path = join(folder, 'old.db');
  oldDatabase(path);
  // What the disk holds before each statement of the migration, as a machine that stops there leaves it.
  const stops: string[] = [];
  let statements = 0;
  const stop = () => {
    if (statements++ % EVERY > 0) return;
    const copy = join(folder, `stopped-${stops.length}.db`);
    copyFileSync(path, copy);
    if (existsSync(`${path}-wal`)) copyFileSync(`${path}-wal`, `${copy}-wal`);
    stops.push(copy);
  };
  const lifted = new Database(path, { verbose: stop });
  // Pages go to the disk before the end, as they do where a database is large.
  lifted.pragma('cache_size = 1');
  lifted.pragma('cache_spill = 1');
  migrate(lifted);
  statements = 0;
  stop();
  const whole = contentOf(lifted);
  lifted.close();
  expect(whole.rows.length).toBeGreaterThan(10);
  expect(stops.length).toBeGreaterThan(20);
  const seen = new Set<number>();
  for (const copy of stops) {
    const plain = new Database(copy);
    const version = versionOf(plain);
    plain.close();
    seen.add(version);
    const again = openDatabase(copy);
    expect(again.pragma('integrity_check', { simple: true })).toBe('ok');
    expect(contentOf(again)).toEqual(whole);
    again.close();
  }
  // All in one transaction: nobody ever sees a version between.
  expect([...seen].sort()).toEqual([2, newestVersion()]);
});
