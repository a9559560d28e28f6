import { expect, test } from '@jest/globals';
import type { Lesson } from '../../core/job/lesson';
import { openDatabase } from '../../db/connection';
import { noteFact, setLesson } from '../../db/jobs';
import { valueOf } from '../../testing/sampleJobs';
import { OWNER } from '../base/caller';
import { keepDefaults, readFirm } from './firm';
import { changeJob, createJob } from './jobs';
import { loadJob } from './loaded';

const taught: Lesson = {
  forecasts: { of: 10, held: 8, broken: 1 },
  kits: [],
  walls: [],
  tries: [],
  work: [{ group: 'cable', steps: 4, usualMin: 100, realMin: 150 }],
  cameAgain: false,
  readAfter: true,
};
const wall = {
  id: 'custom-own-rubbleStone',
  name: 'rubble stone, as in our houses',
  draw: 'stone',
  thicknessM: 0.5,
  source: { kind: 'loss', db24: 20, db5: 30, db6: 33 },
} as const;

test('what jobs taught is kept beside them and adds up; a damaged one hides no other, and one that is gone counts no more', () => {
  const db = openDatabase(':memory:');
  const ids = ['one', 'two', 'three'].map(
    (name) => valueOf(createJob(OWNER, { name, id: `job-${name}-1` }, db)).id,
  );
  for (const id of ids) valueOf(changeJob(OWNER, id, { lesson: taught }, db));
  expect(valueOf(readFirm(OWNER, db)).learnt).toMatchObject({ jobs: 3, forecasts: { of: 30, held: 24 } });
  setLesson(db, ids[0]!, '{"forecasts":');
  expect(valueOf(readFirm(OWNER, db)).learnt.jobs).toBe(2);
  valueOf(changeJob(OWNER, ids[1]!, { lesson: null }, db));
  expect(valueOf(readFirm(OWNER, db)).learnt.jobs).toBe(1);
  expect(changeJob(OWNER, ids[2]!, { lesson: { ...taught, forecasts: 'all' } }, db).ok).toBe(false);
});

test('only what was pressed for is taken into new jobs; those that are there, and practice, stay as they are', () => {
  const db = openDatabase(':memory:');
  const before = valueOf(createJob(OWNER, { name: 'before', id: 'job-before-1' }, db)).id;
  expect(loadJob(db, before)!.job.brief.paces).toEqual({});
  valueOf(keepDefaults(OWNER, { paces: { cable: 1.5 }, walls: [wall] }, db));
  const after = valueOf(createJob(OWNER, { name: 'after', id: 'job-after-01' }, db)).id;
  const { job } = loadJob(db, after)!;
  expect(job.brief.paces).toEqual({ cable: 1.5 });
  expect(job.site.customConstructions).toEqual([wall]);
  expect(loadJob(db, before)!.job.brief.paces).toEqual({});
  const practice = { seed: 3, difficulty: 'usual' };
  const played = valueOf(createJob(OWNER, { name: 'played', id: 'job-played-1', practice }, db)).id;
  expect(loadJob(db, played)!.job.brief.paces).toEqual({});
  for (const bad of [{ paces: { cable: 99 }, walls: [] }, { paces: { sleep: 1 }, walls: [] }, null])
    expect(keepDefaults(OWNER, bad, db).ok).toBe(false);
  // What is damaged is nothing, and takes nothing down.
  noteFact(db, 'firmDefaults', '{');
  expect(valueOf(readFirm(OWNER, db)).defaults).toEqual({ paces: {}, walls: [] });
});
