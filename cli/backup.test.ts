import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import Database from 'better-sqlite3';
import { migrate, newestVersion, openDatabase } from '../db/connection';
import { farm, mill, opened } from '../testing/sampleJobs';
import { backup, restore } from './backup';

let folder: string;
let live: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'nestle-backup-'));
  live = join(folder, 'nestle.db');
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

test('a copy of the live database is whole while the server has it open, and goes back in its place', async () => {
  const db = openDatabase(live);
  const id = farm(db);
  const copy = join(folder, 'copy.db');
  expect(await backup(copy, live)).toMatchObject({ ok: true });
  const later = mill(db);
  db.close();
  const done = restore(copy, new Date('2026-11-25T09:00:00Z'), live);
  expect(done).toMatchObject({ ok: true });
  const again = openDatabase(live);
  expect(opened(id, again).job.site.spots).toHaveLength(14);
  expect(opened(later, again)).toBeNull();
  again.close();
  // What was there is kept.
  const kept = openDatabase(join(folder, 'nestle.db.before-2026-11-25T09-00-00-000Z'));
  expect(opened(later, kept).job.name).toBe('Mill');
  kept.close();
  expect(readdirSync(folder).filter((f) => f.endsWith('.part'))).toEqual([]);
});

test('nothing is overwritten, nothing but a sound database is put back, and a running server is not pulled away under', async () => {
  const db = openDatabase(live);
  const id = farm(db);
  const copy = join(folder, 'copy.db');
  expect(await backup(undefined, live)).toMatchObject({ ok: false });
  expect(await backup(join(folder, 'none', 'copy.db'), live)).toMatchObject({ ok: false });
  expect(await backup(copy, join(folder, 'other.db'))).toMatchObject({ ok: false });
  expect(await backup(copy, live)).toMatchObject({ ok: true });
  expect(await backup(copy, live)).toMatchObject({ ok: false, message: expect.stringContaining('already') });
  const notes = join(folder, 'notes.txt');
  writeFileSync(notes, 'no database');
  const now = new Date(0);
  expect(restore(notes, now, live)).toMatchObject({
    ok: false,
    message: expect.stringContaining('notes.txt'),
  });
  expect(restore(join(folder, 'gone.db'), now, live)).toMatchObject({ ok: false });
  expect(restore(undefined, now, live)).toMatchObject({ ok: false });
  expect(restore(copy, now, live)).toMatchObject({
    ok: false,
    message: expect.stringContaining('stop it first'),
  });
  expect(opened(id, db).job.site.spots).toHaveLength(14);
  db.close();
});

test('a damaged database is what one restores: the copy takes its place, the damaged file is kept', async () => {
  const db = openDatabase(live);
  const id = farm(db);
  const copy = join(folder, 'copy.db');
  expect(await backup(copy, live)).toMatchObject({ ok: true });
  db.close();
  writeFileSync(live, 'not a database any more'.repeat(400));
  expect(await backup(join(folder, 'second.db'), live)).toMatchObject({
    ok: false,
    message: expect.stringContaining('could not be made'),
  });
  expect(restore(copy, new Date(0), live)).toMatchObject({ ok: true });
  const again = openDatabase(live);
  expect(opened(id, again).job.site.spots).toHaveLength(14);
  again.close();
  expect(readFileSync(join(folder, 'nestle.db.before-1970-01-01T00-00-00-000Z'), 'utf8')).toContain(
    'not a database',
  );
});

test('a copy that is newer than the program, or no database of ours, changes nothing', async () => {
  const db = openDatabase(live);
  farm(db);
  const copy = join(folder, 'copy.db');
  expect(await backup(copy, live)).toMatchObject({ ok: true });
  db.close();
  const bytes = readFileSync(live);
  const newer = new Database(copy);
  newer.pragma('user_version = 99');
  newer.close();
  const other = join(folder, 'other.db');
  new Database(other).exec('CREATE TABLE thing (id)').close();
  for (const [from, why] of [
    [copy, 'nothing was changed'],
    [other, 'not one of Nestle'],
  ] as const)
    expect(restore(from, new Date(0), live)).toMatchObject({
      ok: false,
      message: expect.stringContaining(why),
    });
  expect(readFileSync(live).equals(bytes)).toBe(true);
  expect(readdirSync(folder).filter((f) => f.includes('.part') || f.includes('.before'))).toEqual([]);
});

describe('a copy from who knows where', () => {
  /** A sound copy of a job, spoilt in one way. */
  async function spoilt(how: (db: Database.Database, jobId: string) => void) {
    const db = openDatabase(live);
    const id = farm(db);
    const copy = join(folder, 'copy.db');
    expect(await backup(copy, live)).toMatchObject({ ok: true });
    db.close();
    const other = new Database(copy);
    other.unsafeMode(true);
    how(other, id);
    other.close();
    const bytes = readFileSync(live);
    const done = restore(copy, new Date(0), live);
    expect(done.ok).toBe(false);
    // What is there stays as it is, and nothing lies about.
    expect(readFileSync(live).equals(bytes)).toBe(true);
    expect(readdirSync(folder).filter((f) => /part|before/.test(f))).toEqual([]);
    return done.ok ? '' : done.message;
  }
  const run = (sql: string) => (db: Database.Database) => void db.exec(sql);
  /** Changes rows as nobody may, and puts the guard back as it was. */
  const behindTheGuard = (sql: string) => (db: Database.Database) => {
    const guard = db
      .prepare<[], { sql: string }>(
        "SELECT sql FROM sqlite_master WHERE name = 'evidence_row_is_never_changed'",
      )
      .get()!;
    db.exec(`DROP TRIGGER evidence_row_is_never_changed; ${sql}; ${guard.sql}`);
  };

  test.each([
    [
      'a trigger that deletes evidence',
      run('CREATE TRIGGER nice AFTER INSERT ON job BEGIN DELETE FROM evidence_row; END'),
      'foreign trigger nice',
    ],
    [
      'a view in place of a table',
      run('ALTER TABLE phone RENAME TO p2; CREATE VIEW phone AS SELECT * FROM p2'),
      'is not a database as Nestle makes one',
    ],
    [
      'a guard dropped',
      run('DROP TRIGGER picture_is_never_changed'),
      'trigger picture_is_never_changed is missing',
    ],
    [
      'a guard that guards nothing',
      run(
        'DROP TRIGGER picture_is_never_changed; CREATE TRIGGER picture_is_never_changed BEFORE UPDATE ON picture BEGIN SELECT 1; END',
      ),
      'trigger picture_is_never_changed is not the one of Nestle',
    ],
    ['a column more', run('ALTER TABLE job ADD COLUMN more TEXT'), 'table job is not the one of Nestle'],
    ['an index more', run('CREATE INDEX quick ON job (name)'), 'foreign index quick'],
    ['no version', run('PRAGMA user_version = 0'), 'no version'],
    [
      'rows of no job',
      run("PRAGMA foreign_keys = OFF; INSERT INTO document VALUES ('gone', 'brief', 1, '{}', '')"),
      'belong to no job',
    ],
    [
      'a brief that nobody can read',
      run("UPDATE document SET json = '{}' WHERE kind = 'brief'"),
      'its brief cannot be read',
    ],
    [
      'a reading under another id',
      behindTheGuard(
        "UPDATE evidence_row SET row_id = 'another-1' WHERE kind = 'reading' AND number = (SELECT min(number) FROM evidence_row WHERE kind = 'reading')",
      ),
      'is not what was kept',
    ],
    [
      'a speed as text',
      behindTheGuard(
        "UPDATE evidence_row SET json = json_set(json, '$.downMbps', 'fast') WHERE kind = 'reading'",
      ),
      'is not what was kept',
    ],
    [
      'a network altered under its hash',
      behindTheGuard(
        "UPDATE evidence_row SET json = json_set(json, '$.network.units[0].place.xM', 3.25) WHERE kind = 'state'",
      ),
      'hash',
    ],
  ])('with %s is refused with its reason', async (_, how, words) => {
    expect(await spoilt(how)).toContain(words);
  });

  test('of an earlier version goes back in its place, lifted', () => {
    const copy = join(folder, 'copy.db');
    for (let version = 1; version < newestVersion(); version++) {
      const old = new Database(copy);
      migrate(old, version);
      old.close();
      expect(restore(copy, new Date(version), live)).toMatchObject({ ok: true });
      const lifted = openDatabase(live);
      expect(lifted.pragma('user_version', { simple: true })).toBe(newestVersion());
      lifted.close();
      rmSync(copy);
    }
  });
});
