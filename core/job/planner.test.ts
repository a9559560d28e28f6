import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { sampleReading, sampleStep } from '../../demo/sampleRows';
import { changeOf, changedBy } from './derivedChange';
import { createPlanner } from './planner';

const job = quillfeatherFarm();
const option = job.plan.options[0]!;

describe('each thing is computed once', () => {
  test('asking again gives the very same things', () => {
    const planner = createPlanner(job);
    const [a, b] = [planner.derive(option.id), planner.derive(option.id)];
    for (const key of [
      'calibration',
      'odd',
      'lines',
      'today',
      'built',
      'verdicts',
      'headline',
      'steps',
    ] as const)
      expect(b[key]).toBe(a[key]);
    expect(b.options[option.id]).toBe(a.options[option.id]);
  });
  test('ticking a step or typing a customer’s name calibrates and evaluates nothing', () => {
    const planner = createPlanner(job);
    const first = planner.derive(option.id);
    planner.update({ rows: [sampleStep(first.steps[0]!.key, 'done', option.id)] });
    planner.update({ brief: { ...job.brief, customer: 'Someone else', complaints: [] } });
    const after = planner.derive(option.id);
    expect(after.calibration).toBe(first.calibration);
    expect(after.options[option.id]).toBe(first.options[option.id]);
    expect(after.verdicts).toBe(first.verdicts);
  });
  test('a reading more is learnt from, and what the brief allows counts', () => {
    const planner = createPlanner(job);
    const first = planner.derive(option.id);
    const state = job.evidence.find((r) => r.kind === 'state')!;
    planner.update({
      rows: [
        sampleReading({ id: 'one-more', spotId: job.site.spots[0]!.id, stateId: state.id, rssiDbm: -90 }),
      ],
    });
    const read = planner.derive(option.id);
    expect(read.calibration).not.toBe(first.calibration);
    planner.update({ brief: { ...job.brief, region: job.brief.region === 'europe' ? 'canada' : 'europe' } });
    expect(planner.derive(option.id).today).not.toBe(read.today);
  });
});

test('only what changed goes from one thread to the other, and puts together to the same', () => {
  const farm = job;
  const planner = createPlanner(farm);
  const before = planner.derive(null);
  const whole = changeOf(null, before);
  expect(changedBy(null, structuredClone(whole))).toEqual(before);
  const [moved] = farm.plan.options;
  const units = moved!.units.map((u, i) =>
    i === 0 ? { ...u, place: { ...u.place, xM: u.place.xM + 0.5 } } : u,
  );
  planner.update({ plan: { ...farm.plan, options: [{ ...moved!, units }, ...farm.plan.options.slice(1)] } });
  const now = planner.derive(null);
  const change = changeOf(before, now);
  expect(Object.keys(change.changed)).not.toContain('calibration');
  expect(Object.keys(change.changed)).not.toContain('today');
  expect(change.options.filter((o) => o.evaluation).map((o) => o.id)).toEqual([moved!.id]);
  expect(changedBy(before, change)).toEqual(now);
});

test('a network looked at beside the one at hand has the figures it has as an option, and shows where it is lighter', () => {
  const planner = createPlanner(job);
  const [now, other] = job.plan.options as [typeof option, typeof option];
  const storeyIds = ['s-ground'];
  const box = { minXM: 0, minYM: 0, maxXM: 30, maxYM: 14 };
  const sheet = { storeyIds, box, cellM: 0.5, activity: null };
  const { evaluation, shade } = planner.look({ option: other, now, sheet });
  expect(evaluation).toBe(planner.derive(null).options[other.id]);
  // The second option has one unit more, on the ground floor.
  expect(shade!.lighter!.cornersM.length).toBeGreaterThan(0);
  const back = planner.look({ option: now, now: other, sheet });
  expect(back.shade!.darker).toEqual(shade!.lighter);
  expect(planner.look({ option: other, now, sheet: null }).shade).toBeNull();
});
