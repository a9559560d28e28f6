import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { migrate, openDatabase, type Db } from './connection';
import { addEvidence, evidenceOf } from './evidence';
import {
  currentDocument,
  deleteJob,
  findJob,
  insertDocument,
  insertJob,
  listJobs,
  setArchived,
} from './jobs';
import { findPicture, insertPicture, pictureBytes, picturesOf } from './pictures';

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
  test('a database of the first version is lifted with its jobs', () => {
    db.exec('DROP TABLE picture');
    db.pragma('user_version = 1');
    expect(migrate(db)).toBeGreaterThan(0);
    expect(picturesOf(db, 'a')).toEqual([]);
    expect(listJobs(db)).toHaveLength(1);
  });
  test('a job that is not there takes no rows', () => {
    expect(() =>
      insertPicture(db, 'nobody', { picture_id: 'p', type: 'image/png', bytes: Buffer.from('x') }),
    ).toThrow();
    expect(() => addEvidence(db, 'nobody', 'reading', 'r', '{}')).toThrow();
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
  test('evidence is added, known or a clash, and comes in its order', () => {
    expect(addEvidence(db, 'a', 'reading', 'r1', '{"v":1}')).toBe('added');
    expect(addEvidence(db, 'a', 'reading', 'r1', '{"v":1}')).toBe('known');
    expect(addEvidence(db, 'a', 'reading', 'r1', '{"v":2}')).toBe('clash');
    expect(addEvidence(db, 'a', 'voided', 'r1', '{"v":2}')).toBe('added');
    expect(evidenceOf(db, 'a').map((e) => e.kind)).toEqual(['reading', 'voided']);
  });
  test('evidence and pictures cannot be changed behind the program’s back', () => {
    addEvidence(db, 'a', 'reading', 'r1', '{"v":1}');
    insertPicture(db, 'a', { picture_id: 'p', type: 'image/png', bytes: Buffer.from('abc') });
    expect(() => db.prepare("UPDATE evidence SET json = '{}'").run()).toThrow();
    expect(() => db.prepare("UPDATE picture SET type = 'image/webp'").run()).toThrow();
    expect(findPicture(db, 'a', 'p')!.bytes.toString()).toBe('abc');
    expect(pictureBytes(db, 'a')).toBe(3);
  });
  test('a job is archived, listed, and goes with all it holds', () => {
    save(1, '"one"');
    insertPicture(db, 'a', { picture_id: 'p', type: 'image/png', bytes: Buffer.from('abc') });
    setArchived(db, 'a', true);
    expect(listJobs(db)[0]!.archived).toBe(1);
    deleteJob(db, 'a');
    expect(listJobs(db)).toEqual([]);
    expect(currentDocument(db, 'a', 'site')).toBeUndefined();
    expect(picturesOf(db, 'a')).toEqual([]);
  });
});
