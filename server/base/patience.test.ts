import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import Database from 'better-sqlite3';
import { openDatabase, type Db } from '@/db/connection';
import { renameJob } from '@/db/jobs';
import { answered, done, refuse, type Outcome } from './outcome';
import { listJobs } from '../jobs/jobs';
import { farm } from '../../testing/sampleJobs';
import { OWNER } from './caller';
import { patiently } from './patience';

let folder: string;
let db: Db;
let other: Database.Database;
let id: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'nestle-lock-'));
  db = openDatabase(join(folder, 'nestle.db'));
  db.pragma('busy_timeout = 5');
  id = farm(db);
  other = new Database(join(folder, 'nestle.db'));
});
afterEach(() => {
  other.close();
  db.close();
  rmSync(folder, { recursive: true, force: true });
});

const rename = (): Outcome<null> => {
  renameJob(db, id, 'Renamed', '2026-06-03T09:00:00.000Z');
  return done(null);
};
const names = () => answered(() => listJobs(OWNER, db));

describe('while another program holds the database', () => {
  test('what only reads is answered at once', () => {
    other.exec('BEGIN IMMEDIATE');
    expect(names()).toMatchObject({ ok: true });
    other.exec('ROLLBACK');
  });

  test('a write is tried again between others, and is done once the lock is gone', async () => {
    other.exec('BEGIN IMMEDIATE');
    let waits = 0;
    const outcome = await patiently(rename, () => {
      // Whoever asks meanwhile is answered.
      expect(names()).toMatchObject({ ok: true, value: [{ name: 'Quillfeather Farm' }] });
      if (++waits === 3) other.exec('ROLLBACK');
      return Promise.resolve();
    });
    expect([outcome.ok, waits]).toEqual([true, 3]);
    expect(names()).toMatchObject({ value: [{ name: 'Renamed' }] });
  });

  test('and is refused in words where the lock stays', async () => {
    other.exec('BEGIN IMMEDIATE');
    expect(await patiently(rename, () => Promise.resolve())).toMatchObject({
      ok: false,
      status: 503,
      problems: [{ message: expect.stringContaining('then try again') }],
    });
    other.exec('ROLLBACK');
  });

  test('what is refused for another reason is not tried again', async () => {
    let times = 0;
    await patiently(() => {
      times++;
      return refuse(503, 'something else');
    });
    expect(times).toBe(1);
  });
});
