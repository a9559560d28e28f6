import { expect, test } from '@jest/globals';
import { writeJobFile } from '../../core/job/jobFile';
import { createPlanner } from '../../core/job/planner';
import type { Reading } from '../../core/evidence/rows';
import { openDatabase } from '../../db/connection';
import { alderCottage } from '../../demo/finished';
import { importJob } from '../jobs/files';
import { recordEvidence } from '../jobs/evidence';
import { OWNER } from '../base/caller';
import { farm, mill, opened, valueOf } from '../../testing/sampleJobs';
import { practiceLights, practiceRun } from './run';

const at = { iso: '2026-06-03T10:00:00.000Z', hour: 10 };
const spot = (n: number) => ({ kind: 'spot' as const, spotId: `spot-${n}` });

test('the practice house of the farm answers like its own evidence: attic short, studio silent, kitchen fine', () => {
  const db = openDatabase(':memory:');
  const open = opened(farm(db), db);
  const read = (n: number) =>
    valueOf(practiceRun(open, { id: `rd-${n}-12345`, subject: spot(n), phase: 'before' }, at)).row as {
      connected: boolean;
      downMbps: number | null;
      source: string;
    };
  expect(read(1)).toMatchObject({ connected: true, source: 'practice' });
  expect(read(1).downMbps!).toBeGreaterThan(20);
  expect(read(4).downMbps!).toBeLessThan(20);
  expect(read(7).connected).toBe(false);
});

test('what it says is kept as evidence of the network it was read in; the next run scatters for itself', () => {
  const db = openDatabase(':memory:');
  const job = farm(db);
  const read = (id: string) =>
    valueOf(practiceRun(opened(job, db), { id, subject: spot(1), phase: 'before' }, at));
  const first = read('rd-first-123');
  const rows = [{ ...first.row, by: '', stateId: 'against' }];
  const kept = valueOf(recordEvidence(OWNER, job, { against: first.against, rows }, db));
  expect(kept.rows.at(-1)).toMatchObject({ kind: 'reading', stateId: 'st-today' });
  expect(read('rd-second-12').row.downMbps).not.toBe(first.row.downMbps);
});

test('a trial of a unit of an option; the line; lights', () => {
  const db = openDatabase(':memory:');
  const open = opened(farm(db), db);
  const trial = practiceRun(
    open,
    {
      id: 'rd-trial-12',
      subject: { kind: 'trialPlace', place: open.job.plan.options[0]!.units[1]!.place, parentId: 'a' },
      phase: 'before',
      trial: { optionId: 'opt-wire', unitId: 'b' },
    },
    at,
  );
  expect(valueOf(trial).row).toMatchObject({ target: 'house', connected: true });
  const line = practiceRun(open, { id: 'rd-line-123', subject: { kind: 'line' }, phase: 'before' }, at);
  expect(valueOf(line).row).toMatchObject({ device: 'wired', target: 'internet' });
  expect(practiceLights(open, 'before')).toEqual([{ unitId: 'old-a', light: 'holds' }]);
  expect(practiceLights(open, 'after')).toEqual([]);
});

test('what cannot be read is said', () => {
  const db = openDatabase(':memory:');
  const open = opened(farm(db), db);
  const words = (
    job: typeof open,
    subject: Parameters<typeof practiceRun>[1]['subject'],
    phase: 'before' | 'after',
  ) => {
    const run = practiceRun(job, { id: 'rd-words-12', subject, phase }, at);
    return run.ok ? 'read' : run.problems[0]!.message;
  };
  expect(words(open, spot(99), 'before')).toContain('no such spot');
  expect(words(open, spot(1), 'after')).toContain('Accept an option first');
  expect(words(opened(mill(db), db), spot(1), 'before')).toContain('no practice house');
});

test('a walk from unit to unit is a reading with its round trips; to nowhere it is refused', () => {
  const db = openDatabase(':memory:');
  const job = valueOf(importJob(OWNER, writeJobFile(alderCottage()), 'alder-test', db)).id;
  const open = opened(job, db);
  const [a, b] = open.job.plan.options[0]!.units;
  const walk = (toUnitId: string) =>
    practiceRun(
      open,
      { id: 'rd-walk-12', subject: { kind: 'walk', fromUnitId: a!.id, toUnitId }, phase: 'after' },
      at,
    );
  const { against, row } = valueOf(walk(b!.id));
  const kept = valueOf(
    recordEvidence(OWNER, job, { against, rows: [{ ...row, by: '', stateId: 'against' }] }, db),
  );
  const reading = kept.rows.at(-1) as Reading;
  expect(reading.walk!.trips.length).toBeGreaterThan(20);
  const derived = createPlanner(opened(job, db).job).derive(null);
  expect(derived.walks[0]).toMatchObject({ readingId: 'rd-walk-12', phase: 'after' });
  expect(derived.walks[0]!.changeover === 'sticks').toBe(reading.rssiDbm! < -65);
  for (const wrong of [a!.id, 'nobody']) expect(walk(wrong).ok).toBe(false);
});
