import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { evidenceRows } from '@/core/evidence/rows';
import { site } from '@/core/site/model/schema';
import { plan } from '@/core/plan/option/schema';
import { oldDatabase } from '../testing/oldDatabase';
import { migrate, openDatabase, type Db } from './connection';
import { findRow, insertRows, newestNumber, rowsAfter, rowsOfKind } from './evidence';
import { DatabaseFault, faultOf } from './faults';
import {
  currentDocument,
  deleteJob,
  findJob,
  insertDocument,
  insertJob,
  listJobs,
  setArchived,
  documentAt,
} from './jobs';
import { dropUnusedPictures, findPicture, insertPicture, pictureCount, picturesOf } from './pictures';

let folder: string;
let db: Db;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'nestle-db-'));
  db = openDatabase(join(folder, 'deep', 'nestle.db'));
  insertJob(db, 'a', 'Mill', '2026-01-01T00:00:00Z');
});
afterEach(() => {
  db.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('migrations', () => {
  test('run once, only forward, and keep what is there', () => {
    const version = db.pragma('user_version', { simple: true });
    expect(version).toBeGreaterThanOrEqual(2);
    expect(migrate(db)).toBe(0);
    db.close();
    db = openDatabase(join(folder, 'deep', 'nestle.db'));
    expect(db.pragma('user_version', { simple: true })).toBe(version);
    expect(findJob(db, 'a')!.name).toBe('Mill');
  });
  test('a database of the version before is lifted with everything in it', () => {
    const path = join(folder, 'old.db');
    const file = oldDatabase(path);
    const lifted = openDatabase(path);
    const kinds = (kind: string) => rowsOfKind(lifted, 'farm', kind).length;
    expect(kinds('state')).toBe(file.evidence!.states!.length);
    expect(kinds('reading')).toBe(file.evidence!.readings!.length);
    expect([kinds('correction'), kinds('step'), kinds('round'), kinds('acceptance')]).toEqual([1, 2, 1, 1]);
    const rows = rowsAfter(lifted, 'farm', 0).map((r) => JSON.parse(r.json) as unknown);
    expect(evidenceRows.safeParse(rows).error?.issues ?? []).toEqual([]);
    const document = currentDocument(lifted, 'farm', 'plan')!;
    expect(document.revision).toBe(7);
    expect(plan.safeParse(JSON.parse(document.json)).error?.issues ?? []).toEqual([]);
    // What the list shows is counted anew by whoever opens the job.
    expect(findJob(lifted, 'farm')!.summary).toBeNull();
    lifted.close();
  });
  test('a database with old words is lifted in every revision and row, and evidence is guarded again', () => {
    const path = join(folder, 'words.db');
    const old = new Database(path);
    migrate(old, 4);
    const file = JSON.parse(
      readFileSync(new URL('../core/job/fixtures/job-version-3.json', import.meta.url), 'utf8'),
    ) as { site: object; evidence: { id: string; kind: string; received: { number: number } }[] };
    const at = '2026-01-01T00:00:00Z';
    old
      .prepare('INSERT INTO job (id, name, created_at, changed_at) VALUES (?, ?, ?, ?)')
      .run('f', 'F', at, at);
    const put = old.prepare(
      'INSERT INTO document (job_id, kind, revision, json, saved_at) VALUES (?, ?, ?, ?, ?)',
    );
    for (const revision of [1, 2]) put.run('f', 'site', revision, JSON.stringify(file.site), at);
    put.run('f', 'site', 3, 'damaged', at);
    const add = old.prepare(
      'INSERT INTO evidence_row (job_id, number, kind, row_id, received_at, json) VALUES (?, ?, ?, ?, ?, ?)',
    );
    for (const { received, ...row } of file.evidence)
      add.run('f', received.number, row.kind, row.id, at, JSON.stringify(row));
    old.close();
    const lifted = openDatabase(path);
    for (const revision of [1, 2])
      expect(site.safeParse(JSON.parse(documentAt(lifted, 'f', 'site', revision)!.json)).success).toBe(true);
    expect(documentAt(lifted, 'f', 'site', 3)!.json).toBe('damaged');
    const rows = rowsAfter(lifted, 'f', 0).map((r) => JSON.parse(r.json) as unknown);
    expect(rows).toHaveLength(file.evidence.length);
    expect(evidenceRows.safeParse(rows).error?.issues ?? []).toEqual([]);
    expect(() => lifted.prepare("UPDATE evidence_row SET json = '{}'").run()).toThrow('never overwritten');
    lifted.close();
  });
  test('a database that is newer than the program is refused and not written', () => {
    db.pragma('user_version = 99');
    db.close();
    const path = join(folder, 'deep', 'nestle.db');
    const bytes = readFileSync(path);
    expect(() => openDatabase(path)).toThrow(DatabaseFault);
    expect(readFileSync(path).equals(bytes)).toBe(true);
    db = openDatabase(':memory:');
  });
  test('a job that is not there takes no rows', () => {
    const nothing = { number: 1, kind: 'reading', row_id: 'r', received_at: '', json: '{}' };
    const picture = { picture_id: 'p', type: 'image/png', bytes: Buffer.from('x') };
    expect(() => insertPicture(db, 'nobody', picture, '')).toThrow();
    expect(() => insertRows(db, 'nobody', [nothing])).toThrow();
  });
  test.each([
    ['SQLITE_FULL', 'full'],
    ['SQLITE_BUSY_SNAPSHOT', 'locked'],
    ['SQLITE_READONLY_DBMOVED', 'readOnly'],
    ['SQLITE_CORRUPT', 'corrupt'],
    ['SQLITE_NOTADB', 'corrupt'],
    ['SQLITE_MISUSE', 'other'],
    ['EACCES', 'readOnly'],
  ])('a fault %s has words', (code, kind) => {
    const fault = faultOf(Object.assign(new Error('x'), { code }));
    expect(fault!.kind).toBe(kind);
    expect(fault!.message.length).toBeGreaterThan(30);
  });
  test('a broken rule of the tables is a bug and no fault', () => {
    expect(faultOf(Object.assign(new Error('x'), { code: 'SQLITE_CONSTRAINT_UNIQUE' }))).toBeNull();
    expect(faultOf(new TypeError('x'))).toBeNull();
  });
});

describe('rows', () => {
  const save = (revision: number, json: string) =>
    insertDocument(db, 'a', 'site', { revision, json, saved_at: '2026-01-01T00:00:00Z' });
  test('the newest revision of a document is the current one', () => {
    expect(currentDocument(db, 'a', 'site')).toBeUndefined();
    save(1, '"one"');
    save(2, '"two"');
    expect(currentDocument(db, 'a', 'site')).toMatchObject({ revision: 2, json: '"two"' });
    expect(() => save(2, '"again"')).toThrow();
  });
  const row = (number: number, kind: string, id: string) => ({
    number,
    kind,
    row_id: id,
    received_at: '2026-01-01T00:00:00Z',
    json: '{"v":1}',
  });
  test('evidence is added once, under a number of its own, and comes in its order', () => {
    expect(newestNumber(db, 'a')).toBe(0);
    insertRows(db, 'a', [row(1, 'reading', 'r1')]);
    insertRows(db, 'a', [row(2, 'correction', 'r1')]);
    expect(() => insertRows(db, 'a', [row(3, 'reading', 'r1')])).toThrow();
    expect(() => insertRows(db, 'a', [row(2, 'reading', 'r2')])).toThrow();
    expect(rowsAfter(db, 'a', 0).map((e) => e.kind)).toEqual(['reading', 'correction']);
    expect(rowsAfter(db, 'a', 1)).toHaveLength(1);
    expect(findRow(db, 'a', 'reading', 'r1')!.number).toBe(1);
  });
  test('evidence and pictures cannot be changed behind the program’s back', () => {
    insertRows(db, 'a', [row(1, 'reading', 'r1')]);
    insertPicture(db, 'a', { picture_id: 'p', type: 'image/png', bytes: Buffer.from('abc') }, '');
    expect(() => db.prepare("UPDATE evidence_row SET json = '{}'").run()).toThrow();
    expect(() => db.prepare("UPDATE picture SET type = 'image/webp'").run()).toThrow();
    expect(findPicture(db, 'a', 'p')!.bytes.toString()).toBe('abc');
    expect(pictureCount(db, 'a')).toEqual({ count: 1, bytes: 3 });
  });
  test('pictures that nothing uses go after a while, used and fresh ones stay', () => {
    const put = (id: string, at: string) =>
      insertPicture(db, 'a', { picture_id: id, type: 'image/png', bytes: Buffer.from('abc') }, at);
    put('used', '2026-01-01T00:00:00Z');
    put('old', '2026-01-01T00:00:00Z');
    put('fresh', '2026-01-03T00:00:00Z');
    save(1, '{"underlays":[{"pictureId":"old"}]}');
    save(2, '{"underlays":[{"pictureId":"used"}]}');
    dropUnusedPictures(db, 'a', '2026-01-02T00:00:00Z');
    expect(picturesOf(db, 'a').map((p) => p.picture_id)).toEqual(['fresh', 'used']);
  });
  test('a job is archived, listed, and goes with all it holds', () => {
    save(1, '"one"');
    insertPicture(db, 'a', { picture_id: 'p', type: 'image/png', bytes: Buffer.from('abc') }, '');
    setArchived(db, 'a', true);
    expect(listJobs(db)[0]!.archived).toBe(1);
    deleteJob(db, 'a');
    expect(listJobs(db)).toEqual([]);
    expect(currentDocument(db, 'a', 'site')).toBeUndefined();
    expect(picturesOf(db, 'a')).toEqual([]);
  });
});
