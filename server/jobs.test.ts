import { beforeEach, describe, expect, test } from '@jest/globals';
import { writeJobFile } from '../core/job/jobFile';
import { quillfeatherFarm } from '../demo/farm';
import { openDatabase, type Db } from '../db/connection';
import { recordEvidence } from './evidence';
import {
  changeJob,
  createJob,
  duplicateJob,
  exportJob,
  importJob,
  listJobs,
  openJob,
  saveDocument,
  seedDemo,
} from './jobs';

let db: Db;
beforeEach(() => {
  db = openDatabase(':memory:');
});
const farmText = writeJobFile(quillfeatherFarm());
const opened = (id: string) => {
  const open = openJob(id, db);
  if (!open.ok) throw new Error('not open');
  return open.value;
};
const made = (outcome: ReturnType<typeof createJob>) => {
  if (!outcome.ok) throw new Error(outcome.problems[0]!.message);
  return outcome.value.id;
};

test('create, rename, duplicate, archive, list', () => {
  const id = made(createJob('  Mill  ', db));
  expect(changeJob(id, { name: 'Old mill' }, db).ok).toBe(true);
  made(duplicateJob(id, db));
  expect(changeJob(id, { archived: true }, db).ok).toBe(true);
  expect(
    listJobs(db)
      .map((j) => [j.name, j.archived])
      .sort(),
  ).toEqual([
    ['Old mill, copy', false],
    ['Old mill', true],
  ]);
  expect(createJob('', db)).toMatchObject({ ok: false, status: 400 });
  expect(changeJob('nobody', { archived: true }, db)).toMatchObject({ ok: false, status: 404 });
});

test('a job file comes in and goes out the same; a bad one changes nothing', () => {
  const id = made(importJob(farmText, db));
  const out = exportJob(id, db);
  expect(out.ok && writeJobFile(out.value)).toBe(farmText);
  const before = listJobs(db).length;
  expect(importJob(farmText.slice(0, 5000), db)).toMatchObject({ ok: false, status: 400 });
  expect(listJobs(db)).toHaveLength(before);
});

describe('saving', () => {
  test('carries a revision; a stale save is refused with the current version and changes nothing', () => {
    const id = made(createJob('Mill', db));
    const { brief } = opened(id).job;
    expect(
      saveDocument(id, 'brief', { baseRevision: 1, document: { ...brief, customer: 'First' } }, db),
    ).toMatchObject({ ok: true, value: { revision: 2 } });
    const stale = saveDocument(
      id,
      'brief',
      { baseRevision: 1, document: { ...brief, customer: 'Second' } },
      db,
    );
    expect(stale).toMatchObject({
      ok: false,
      status: 409,
      current: { revision: 2, document: { customer: 'First' } },
    });
    expect(opened(id).job.brief.customer).toBe('First');
    expect(
      saveDocument(id, 'brief', { baseRevision: 2, document: { ...brief, customer: 'Second' } }, db).ok,
    ).toBe(true);
    expect(
      db.prepare('SELECT count(*) AS n FROM document WHERE job_id = ? AND kind = ?').get(id, 'brief'),
    ).toEqual({ n: 3 });
  });
  test('names what is wrong with its path', () => {
    const id = made(importJob(farmText, db));
    const { site } = opened(id).job;
    const bad = { ...site, walls: site.walls.map((w, i) => (i === 3 ? { ...w, b: w.a } : w)) };
    expect(saveDocument(id, 'site', { baseRevision: 1, document: bad }, db)).toMatchObject({
      ok: false,
      status: 400,
      problems: [{ path: 'site.walls[3]' }],
    });
    expect(saveDocument(id, 'site', { nonsense: 1 }, db)).toMatchObject({ ok: false, status: 400 });
    expect(opened(id).revisions.site).toBe(1);
  });
});

describe('evidence', () => {
  const event = {
    id: 'e1',
    optionId: 'o',
    stepKey: 'boxes',
    kind: 'done',
    text: '',
    at: '2026-01-01T00:00:00Z',
  };
  test('is added once, never overwritten, all or nothing', () => {
    const id = made(importJob(farmText, db));
    const entries = [{ kind: 'stepEvent', row: event }];
    expect(recordEvidence(id, { entries }, db)).toMatchObject({ ok: true, value: { added: 1 } });
    expect(recordEvidence(id, { entries }, db)).toMatchObject({ ok: true, value: { added: 0 } });
    const clash = [
      { kind: 'stepEvent', row: { ...event, id: 'e2' } },
      { kind: 'stepEvent', row: { ...event, text: 'other' } },
    ];
    expect(recordEvidence(id, { entries: clash }, db)).toMatchObject({ ok: false, status: 409 });
    expect(opened(id).job.evidence.stepEvents).toHaveLength(1);
    expect(() => db.prepare("UPDATE evidence SET json = '{}'").run()).toThrow(/never overwritten/);
  });
  test('a reading of an unknown state or with nonsense in it is refused with words', () => {
    const id = made(importJob(farmText, db));
    const reading = opened(id).job.evidence.readings[0]!;
    expect(
      recordEvidence(
        id,
        { entries: [{ kind: 'reading', row: { ...reading, id: 'x', stateId: 'none' } }] },
        db,
      ),
    ).toMatchObject({ ok: false, status: 400 });
    expect(
      recordEvidence(id, { entries: [{ kind: 'reading', row: { ...reading, id: 'x', rssiDbm: 40 } }] }, db),
    ).toMatchObject({ ok: false, problems: [{ path: 'rssiDbm' }] });
  });
});

test('the demo is seeded once, kept, and restored on request', () => {
  expect(seedDemo({ farm: farmText }, false, db)).toEqual(['farm']);
  changeJob('farm', { name: 'Changed' }, db);
  expect(seedDemo({ farm: farmText }, false, db)).toEqual([]);
  expect(opened('farm').job.name).toBe('Changed');
  expect(seedDemo({ farm: farmText }, true, db)).toEqual(['farm']);
  expect(opened('farm').job.name).toBe('Quillfeather Farm');
});
