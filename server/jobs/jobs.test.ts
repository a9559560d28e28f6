import { beforeEach, describe, expect, test } from '@jest/globals';
import { writeJobFile } from '../../core/job/jobFile';
import { openDatabase, type Db } from '../../db/connection';
import { OWNER, type Caller } from '../base/caller';
import { duplicateJob, exportJob, importJob, seedDemo } from './files';
import { alderCottage } from '../../demo/finished';
import { sampleReading } from '../../demo/sampleRows';
import { recordEvidence } from './evidence';
import { ROWS_A_PIECE } from './loaded';
import { changeJob, createJob, jobHead, listJobs, openJob } from './jobs';
import { answered } from '../base/outcome';
import { farm, farmText, mill, opened, valueOf } from '../../testing/sampleJobs';
import { submittedId } from '../base/ids';

let db: Db;
beforeEach(() => {
  db = openDatabase(':memory:');
});

test('create, rename, duplicate, archive, list', () => {
  const id = valueOf(createJob(OWNER, { name: '  Mill  ' }, db)).id;
  expect(changeJob(OWNER, id, { name: 'Old mill' }, db).ok).toBe(true);
  valueOf(duplicateJob(OWNER, id, 'copy-of-mill', 'everything', db));
  expect(changeJob(OWNER, id, { archived: true }, db).ok).toBe(true);
  expect(
    valueOf(listJobs(OWNER, db))
      .map((j) => [j.name, j.archived])
      .sort(),
  ).toEqual([
    ['Old mill, copy', false],
    ['Old mill', true],
  ]);
  expect(createJob(OWNER, { name: '' }, db)).toMatchObject({ ok: false, status: 400 });
  expect(createJob(OWNER, { name: 'A \ud800 b' }, db)).toMatchObject({ ok: false, status: 400 });
  expect(changeJob(OWNER, 'nobody', { archived: true }, db)).toMatchObject({ ok: false, status: 404 });
});

test('a job whose last row has the largest number there is goes on, and its file is read again', () => {
  const file = JSON.parse(farmText) as { evidence: { received: { number: number } }[] };
  file.evidence.at(-1)!.received.number = 10_000_000;
  const id = valueOf(importJob(OWNER, JSON.stringify(file), 'job-numbered', db)).id;
  const { stateId } = opened(id, db).job.evidence.find((r) => r.kind === 'reading')!;
  valueOf(
    recordEvidence(
      OWNER,
      id,
      { against: null, rows: [{ ...sampleReading({ spotId: 'spot-1' }), stateId }] },
      db,
    ),
  );
  const again = writeJobFile(valueOf(exportJob(OWNER, id, db)));
  expect(importJob(OWNER, again, 'job-numbered-again', db)).toMatchObject({ ok: true });
});

describe('one submission is one job', () => {
  test('a second press of Create, Duplicate or Import makes no second one', () => {
    const ids = [1, 2].map(() => valueOf(createJob(OWNER, { name: 'Mill', id: 'job-abcdefgh' }, db)).id);
    expect(ids).toEqual(['job-abcdefgh', 'job-abcdefgh']);
    for (let i = 0; i < 2; i++)
      valueOf(duplicateJob(OWNER, 'job-abcdefgh', 'job-copycopy', 'everything', db));
    for (let i = 0; i < 2; i++) valueOf(importJob(OWNER, farmText, 'job-imported', db));
    expect(valueOf(listJobs(OWNER, db))).toHaveLength(3);
  });
  test('an id that is taken by another job is refused, one that is none is replaced', () => {
    valueOf(createJob(OWNER, { name: 'Mill', id: 'job-abcdefgh' }, db));
    expect(createJob(OWNER, { name: 'Barn', id: 'job-abcdefgh' }, db)).toMatchObject({ status: 409 });
    for (const bad of [undefined, 'x', '../../etc', 7]) expect(submittedId(bad)).toMatch(/^[A-Za-z0-9]{12}$/);
  });
});

test('a job file comes in and goes out the same; a bad one changes nothing', () => {
  const id = farm(db);
  const out = exportJob(OWNER, id, db);
  expect(out.ok && writeJobFile(out.value)).toBe(farmText);
  const before = valueOf(listJobs(OWNER, db)).length;
  expect(importJob(OWNER, farmText.slice(0, 5000), 'job-abcdefgh', db)).toMatchObject({ status: 400 });
  expect(valueOf(listJobs(OWNER, db))).toHaveLength(before);
});

test('the list reads no job: one that cannot be read is listed all the same', () => {
  const id = farm(db);
  mill(db);
  db.prepare("UPDATE document SET json = '{' WHERE job_id = ?").run(id);
  const list = valueOf(listJobs(OWNER, db));
  expect(list.find((j) => j.id === id)!.headline).toMatchObject({ spots: 14, read: true });
  expect(list).toHaveLength(2);
  expect(
    changeJob(OWNER, id, { headline: { spots: 1, read: true, dead: 1, gone: 1, worse: 0 } }, db).ok,
  ).toBe(true);
  expect(valueOf(listJobs(OWNER, db)).find((j) => j.id === id)!.headline).toMatchObject({ gone: 1 });
  expect(changeJob(OWNER, id, { headline: { spots: -1 } }, db)).toMatchObject({ status: 400 });
  for (const summary of ['{', 'null', '{"spots":"many"}']) {
    db.prepare('UPDATE job SET summary = ? WHERE id = ?').run(summary, id);
    expect(valueOf(listJobs(OWNER, db)).find((j) => j.id === id)!.headline).toBeNull();
  }
});

test('who may not do something is told so, and nothing happens', () => {
  const id = mill(db);
  const guest: Caller = { name: 'guest', rights: new Set(['see']) };
  expect(openJob(guest, id, undefined, db).ok).toBe(true);
  expect(jobHead(guest, id, db)).toEqual({ ok: true, value: { id, name: 'Mill' } });
  const stranger: Caller = { name: 'stranger', rights: new Set() };
  for (const unseen of [openJob(stranger, id, undefined, db), jobHead(stranger, id, db)])
    expect(unseen).toMatchObject({ ok: false, status: 403 });
  for (const refused of [
    createJob(guest, { name: 'x' }, db),
    changeJob(guest, id, { name: 'x' }, db),
    importJob(guest, farmText, 'job-abcdefgh', db),
    duplicateJob(guest, id, 'job-abcdefgh', 'everything', db),
  ])
    expect(refused).toMatchObject({ ok: false, status: 403 });
  expect(opened(id, db).job.name).toBe('Mill');
});

test('the demo is seeded once, kept, and restored on request', () => {
  expect(seedDemo(OWNER, { farm: () => farmText }, false, db)).toEqual(['farm']);
  changeJob(OWNER, 'farm', { name: 'Changed' }, db);
  expect(seedDemo(OWNER, { farm: () => farmText }, false, db)).toEqual([]);
  expect(opened('farm', db).job.name).toBe('Changed');
  expect(seedDemo(OWNER, { farm: () => farmText }, true, db)).toEqual(['farm']);
  expect(opened('farm', db).job.name).toBe('Quillfeather Farm');
});

test.each([
  ['the survey', "UPDATE document SET json = '{' WHERE job_id = 'mill-test' AND kind = 'site'"],
  ['the brief', "UPDATE document SET json = '[]' WHERE job_id = 'mill-test' AND kind = 'brief'"],
  ['the plan', "DELETE FROM document WHERE job_id = 'mill-test' AND kind = 'plan'"],
])('a job whose %s is damaged says so; the list and every other job answer', (what, damage) => {
  const [whole, damaged] = [farm(db), mill(db)];
  db.exec(damage);
  const outcome = answered(() => openJob(OWNER, damaged, undefined, db));
  expect(outcome).toMatchObject({ ok: false, status: 503 });
  expect(JSON.stringify(outcome)).toMatch(new RegExp(`${what} of this job cannot be read`, 'i'));
  expect(valueOf(listJobs(OWNER, db))).toHaveLength(2);
  expect(answered(() => openJob(OWNER, whole, undefined, db)).ok).toBe(true);
});

describe('a job given out in pieces', () => {
  const joined = (id: string) => [...valueOf(openJob(OWNER, id, undefined, db))];
  test('is the job, whatever it holds', () => {
    const [whole, empty] = [farm(db), mill(db)];
    for (const id of [whole, empty]) expect(JSON.parse(joined(id).join(''))).toEqual(opened(id, db));
  });
  test('with many rows each stands in it once, in order, and no piece holds them all', () => {
    const id = farm(db);
    const stateId = opened(id, db).job.evidence.find((r) => r.kind === 'state')!.id;
    for (let n = 0; n < ROWS_A_PIECE * 2 + 7; n += 500) {
      const rows = Array.from({ length: 500 }, (_, i) =>
        sampleReading({ id: `more-${n + i}`, spotId: 'spot-1', stateId, note: 'quote " and \\ and ü' }),
      );
      valueOf(recordEvidence(OWNER, id, { against: null, rows }, db));
    }
    const pieces = joined(id);
    expect(pieces.length).toBeGreaterThan(4);
    const { job } = JSON.parse(pieces.join('')) as ReturnType<typeof opened>;
    expect(job.evidence).toEqual(opened(id, db).job.evidence);
    const numbers = job.evidence.map((r) => r.received!.number);
    expect(numbers).toEqual([...new Set(numbers)].sort((a, b) => a - b));
  });
  test('one that is not there is not found, by its head neither', () => {
    for (const none of [openJob(OWNER, 'nobody', undefined, db), jobHead(OWNER, 'nobody', db)])
      expect(none).toMatchObject({ ok: false, status: 404 });
  });
});

test('a job of several rounds that comes in is not counted by half: whoever opens it counts it', () => {
  const db = openDatabase(':memory:');
  const alder = valueOf(importJob(OWNER, writeJobFile(alderCottage()), 'alder-in-1', db)).id;
  const farmId = farm(db);
  const shown = valueOf(listJobs(OWNER, db));
  expect(shown.find((j) => j.id === alder)!.headline).toBeNull();
  expect(shown.find((j) => j.id === farmId)!.headline).toMatchObject({ dead: 5, gone: 0 });
});
