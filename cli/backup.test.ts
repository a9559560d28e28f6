import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import Database from 'better-sqlite3';
import { openDatabase } from '../db/connection';
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
