import { copyFileSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import Database from 'better-sqlite3';
import { oldDatabase } from '../testing/oldDatabase';
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
  expect([...seen].sort((a, b) => a - b)).toEqual([2, newestVersion()]);
});
