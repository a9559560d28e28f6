import { spawnSync } from 'node:child_process';
import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, beforeEach, afterEach, describe, expect, test } from '@jest/globals';
import { build } from 'esbuild';
import { openDatabase } from '../db/connection';
import { FILE_ACTS, leftBehind, type FileActs } from '../db/swapFile';
import { farm, mill, opened } from '../testing/sampleJobs';
import { backup, restore } from './backup';

const NOW = new Date('2026-11-25T09:00:00Z');
const shelf = mkdtempSync(join(tmpdir(), 'nestle-restore-'));
const [copy, old] = [join(shelf, 'copy.db'), join(shelf, 'old.db')];
/** Within the checkout, where packages are found. */
const program = resolve('.tmp', `restore-${process.pid}.mjs`);
let farmId: string;
let millId: string;
let live: string;
let folder: string;

/** Ends the process by itself before, or right after, its n-th act. */
const PROGRAM = `
import { FILE_ACTS } from './db/swapFile';
import { restore } from './cli/backup';
const [copy, live, nth, when] = process.argv.slice(2);
let n = 0;
const end = () => process.kill(process.pid, 'SIGKILL');
const acts = Object.fromEntries(Object.entries(FILE_ACTS).map(([name, act]) => [name, (...args) => {
  n++;
  if (n === Number(nth) && when === 'before') end();
  act(...args);
  if (n === Number(nth) && when === 'after') end();
}]));
console.log(JSON.stringify({ done: restore(copy, new Date(${NOW.getTime()}), live, acts), acts: n }));
`;

beforeAll(async () => {
  const db = openDatabase(old);
  farmId = farm(db);
  await backup(copy, old);
  millId = mill(db);
  db.close();
  await build({
    stdin: { contents: PROGRAM, resolveDir: resolve('.'), loader: 'ts' },
    outfile: program,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    logLevel: 'error',
  });
});
afterAll(() => {
  rmSync(shelf, { recursive: true, force: true });
  rmSync(program, { force: true });
});
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'nestle-restoring-'));
  live = join(folder, 'nestle.db');
  copyFileSync(old, live);
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** Which database is in the place: the old one, which has the mill as well, or the new one. */
function whichIsThere(): 'old' | 'new' {
  const db = openDatabase(live);
  try {
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
    expect(opened(farmId, db).job.site.spots).toHaveLength(14);
    return opened(millId, db) === null ? 'new' : 'old';
  } finally {
    db.close();
  }
}

/** Acts that fail at the n-th, and at every later one where `onwards`. */
function failing(nth: number, onwards = false): { acts: FileActs; done: string[] } {
  const done: string[] = [];
  const acts = Object.fromEntries(
    Object.entries(FILE_ACTS).map(([name, act]) => [
      name,
      (...args: [string, string]) => {
        done.push(name);
        if (done.length === nth || (onwards && done.length > nth))
          throw Object.assign(new Error('no room left'), { code: 'ENOSPC' });
        (act as (...a: string[]) => void)(...args);
      },
    ]),
  ) as unknown as FileActs;
  return { acts, done };
}
const ALL = failing(Infinity);

describe('a restore that is broken off', () => {
  test('by an act on files that fails: the old database stays, nothing lies about, and it is said', () => {
    restore(copy, NOW, live, ALL.acts);
    expect(ALL.done).toEqual(['sync', 'keep', 'sync', 'rename', 'sync']);
    rmSync(folder, { recursive: true });
    for (let nth = 1; nth <= ALL.done.length; nth++) {
      folder = mkdtempSync(join(tmpdir(), 'nestle-restoring-'));
      live = join(folder, 'nestle.db');
      copyFileSync(old, live);
      expect(restore(copy, NOW, live, failing(nth).acts)).toMatchObject({
        ok: false,
        message: expect.stringContaining('nothing was changed'),
      });
      expect(whichIsThere()).toBe('old');
      expect(readdirSync(folder)).toEqual(['nestle.db']);
      if (nth < ALL.done.length) rmSync(folder, { recursive: true });
    }
  });

  test('and cannot be taken back: what is said names where both are', () => {
    for (let nth = 1; nth <= ALL.done.length; nth++) {
      copyFileSync(old, live);
      const done = restore(copy, NOW, live, failing(nth, true).acts);
      expect(done.ok).toBe(false);
      const kept = readdirSync(folder).find((name) => name.includes('.before-'));
      if (!done.ok && kept) expect(done.message).toContain(kept);
      expect(whichIsThere()).toBe(nth === ALL.done.length ? 'new' : 'old');
      for (const name of readdirSync(folder)) rmSync(join(folder, name));
    }
  });

  test('by the end of the process before or after any act: the old or the new database is there, and it can be done again', () => {
    for (let nth = 1; nth <= ALL.done.length; nth++)
      for (const when of ['before', 'after']) {
        copyFileSync(old, live);
        const ended = spawnSync(process.execPath, [program, copy, live, String(nth), when]);
        expect([ended.signal, ended.stderr.toString()]).toEqual(['SIGKILL', '']);
        const renamed = nth > 4 || (nth === 4 && when === 'after');
        expect([nth, when, whichIsThere()]).toEqual([nth, when, renamed ? 'new' : 'old']);
        expect(restore(copy, new Date(NOW.getTime() + 1000), live)).toMatchObject({ ok: true });
        expect(whichIsThere()).toBe('new');
        for (const name of readdirSync(folder)) rmSync(join(folder, name));
      }
  });

  test('a journal beside a damaged database goes with it and comes back with it', () => {
    const steps = (acts: FileActs) => {
      writeFileSync(live, 'not a database any more'.repeat(400));
      writeFileSync(`${live}-wal`, 'a journal');
      return restore(copy, NOW, live, acts);
    };
    const all = failing(Infinity);
    expect(steps(all.acts)).toMatchObject({ ok: true });
    expect(all.done.filter((act) => act === 'keep').length).toBeGreaterThanOrEqual(2);
    expect(whichIsThere()).toBe('new');
    expect(readFileSync(`${live}.before-2026-11-25T09-00-00-000Z-wal`, 'utf8')).toBe('a journal');
    for (let nth = 1; nth <= all.done.length; nth++) {
      for (const name of readdirSync(folder)) rmSync(join(folder, name));
      expect(steps(failing(nth).acts)).toMatchObject({ ok: false });
      expect(readFileSync(live, 'utf8')).toContain('not a database');
      expect(readFileSync(`${live}-wal`, 'utf8')).toBe('a journal');
      expect(readdirSync(folder).filter((name) => /part|before/.test(name))).toEqual([]);
    }
  });

  test('a name that an earlier restore took is not lost by one that fails for it', () => {
    const kept = `${live}.before-2026-11-25T09-00-00-000Z`;
    writeFileSync(kept, 'of an earlier restore');
    expect(restore(copy, NOW, live)).toMatchObject({ ok: false });
    expect(readFileSync(kept, 'utf8')).toBe('of an earlier restore');
    expect(whichIsThere()).toBe('old');
  });
});

test('a start that finds what a broken-off restore left, and no database, makes no empty one', () => {
  for (const end of ['.part', '.before-2026-11-25T09-00-00-000Z']) {
    rmSync(live, { force: true });
    copyFileSync(old, live + end);
    expect(() => openDatabase(live)).toThrow(/was broken off.*No empty database was made/);
    expect(existsSync(live)).toBe(false);
    expect(leftBehind(live)).toEqual([live + end]);
    rmSync(live + end);
  }
  copyFileSync(old, `${live}.part`);
  expect(restore(copy, NOW, live)).toMatchObject({ ok: true });
  expect(whichIsThere()).toBe('new');
});
