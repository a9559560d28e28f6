import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { simulateReadings } from '../../demo/simulate';
import { planContext } from '../plan/evaluate/context';
import { predictOption } from '../plan/evaluate/predict';
import { priorBeliefs } from '../radio/learn/beliefs';
import { learntContext } from './learn';
import { knownLine, lineTest } from './line';
import { MOST_OBSERVATIONS, observationsOf } from './observations';
import { sampleReading, sampleRound, sampleState, sampleStrike } from '../evidence/sampleRows';
import { spotIdOf, type EvidenceRow, type Reading } from '../evidence/rows';

const farm = quillfeatherFarm();
const context = planContext(farm);
const state = sampleState('st', 'before', farm.plan.today, {
  site: farm.site,
  at: '2026-06-03T09:20:00.000Z',
});
const reading = (values: Partial<Reading> & { spotId?: string | null }): Reading =>
  sampleReading({ spotId: 'spot-1', stateId: 'st', ...values });
const of = (...readings: Reading[]): EvidenceRow[] => [state, ...readings];
const observed = (...readings: Reading[]) => observationsOf(context, of(...readings)).list;

describe('what a reading says about a level', () => {
  test('a level is taken as it is; several runs count once, by their median and with less noise', () => {
    const [one] = observed(reading({ rssiDbm: -61 }));
    expect(one).toMatchObject({ measuredDbm: -61, kind: 'exact', noiseDb: 2, band: '5' });
    const many = observed(...[-60, -64, -61, -70].map((rssiDbm) => reading({ rssiDbm })));
    expect(many).toHaveLength(1);
    expect(many[0]).toMatchObject({ measuredDbm: -62.5, noiseDb: 1 });
  });
  test('no connection says only that the level is below what still holds', () => {
    const [lost] = observed(
      reading({ connected: false, rssiDbm: null, downMbps: null, upMbps: null, bandSeen: null }),
    );
    expect(lost!.kind).toBe('atMost');
    expect(lost!.measuredDbm).toBeLessThan(-75);
    expect(lost!.noiseDb).toBe(3);
  });
  test('a speed alone counts through the rate curve, with more noise: faster is stronger', () => {
    const level = (downMbps: number) => observed(reading({ rssiDbm: null, downMbps }))[0]!;
    expect(level(20)).toMatchObject({ kind: 'exact', noiseDb: 6 });
    expect(level(60).measuredDbm).toBeGreaterThan(level(20).measuredDbm);
    expect(level(20).measuredDbm).toBeGreaterThan(level(5).measuredDbm);
  });
  test('a speed at the ceiling of line or device says only "at least"', () => {
    const [top] = observed(reading({ rssiDbm: null, downMbps: 470 }));
    expect(top === undefined || top.kind === 'atLeast').toBe(true);
    const [scale] = observed(
      reading({ spotId: 'spot-5', device: 'smartDevice', bandSeen: '2.4', rssiDbm: null, downMbps: 19 }),
    );
    expect(scale!.kind).toBe('atLeast');
  });
  test('by cable, voided, of a spot that is gone or a state that is unknown: nothing', () => {
    expect(observed(reading({ device: 'wired' }))).toEqual([]);
    expect(observed(reading({ spotId: null }))).toEqual([]);
    expect(observed(reading({ spotId: 'spot-99' }))).toEqual([]);
    expect(observed(reading({ stateId: 'nobody' }))).toEqual([]);
    const gone = reading({});
    expect(observationsOf(context, [...of(gone), sampleStrike(gone.id)]).list).toEqual([]);
  });
  test('a device without the band seen was not served on it', () => {
    expect(observed(reading({ device: 'smartDevice', bandSeen: '5' }))).toEqual([]);
  });
  test('without a band noted the highest strong one is taken, else 2.4 GHz', () => {
    const planned = sampleState('planned', 'before', farm.plan.options[0]!, { site: farm.site });
    const near = reading({ spotId: 'spot-6', stateId: 'planned', bandSeen: null });
    const seen = observationsOf(context, [...of(near), planned]).list;
    expect(seen[0]!.band).toBe('5');
    expect(observed(reading({ spotId: 'spot-7', bandSeen: null, rssiDbm: -85 }))[0]!.band).toBe('2.4');
  });
  test('predicts under any belief, and leans on the unit and the device', () => {
    const [one] = observed(reading({}));
    const { levelDbm, features } = one!.predict(priorBeliefs(context.scene));
    expect(Number.isFinite(levelDbm)).toBe(true);
    expect(features.get('device:phone:5')).toBe(1);
    expect([...features.keys()].some((k) => k.startsWith('unit:'))).toBe(true);
  });
});

describe('the line as tested by cable', () => {
  const wired = (values: Partial<Reading>) => reading({ spotId: null, device: 'wired', ...values });
  test('medians of the runs; the rise only from runs that have both times', () => {
    const e = of(
      wired({ downMbps: 480, upMbps: 98, idleMs: 9, loadedMs: 29 }),
      wired({ downMbps: 490, upMbps: 96, idleMs: 8, loadedMs: null }),
      wired({ downMbps: 470, upMbps: 97, idleMs: 10, loadedMs: 40 }),
      wired({ target: 'house', downMbps: 900, upMbps: 900 }),
    );
    expect(lineTest(e, 'before')).toEqual({ runs: 3, downMbps: 480, upMbps: 97, idleMs: 9, riseMs: 25 });
    expect(knownLine(farm.brief, e)).toEqual({
      downMbps: 480,
      upMbps: 97,
      idleMs: 9,
      riseMs: 25,
      measured: true,
    });
  });
  test('a line that is down counts as 0, one never tested is as paid for', () => {
    expect(lineTest(of(wired({ connected: false })), 'before').downMbps).toBe(0);
    expect(knownLine(farm.brief, [])).toMatchObject({ downMbps: 500, measured: false });
  });
  test('after the work the newest network built counts alone', () => {
    const built = (id: string, round: number) => [sampleState(id, 'after'), sampleRound(round, id)];
    const rows = [
      ...of(wired({ downMbps: 100 })),
      ...built('r1', 1),
      wired({ stateId: 'r1', downMbps: 200 }),
      ...built('r2', 2),
      wired({ stateId: 'r2', downMbps: 300 }),
      wired({ stateId: 'r2', downMbps: 320 }),
    ];
    expect(lineTest(rows, 'before')).toMatchObject({ runs: 1, downMbps: 100 });
    expect(lineTest(rows, 'after')).toMatchObject({ runs: 2, downMbps: 310 });
    expect(lineTest([], 'after')).toMatchObject({ runs: 0, downMbps: null });
  });
});

test('what the readings teach brings predictions nearer to what was read', () => {
  const job = { ...farm, evidence: [] };
  const truth = simulateReadings(context, farm.plan.today, state, 11, 8);
  const learnt = learntContext({ ...job, evidence: truth });
  const plain = learntContext(job);
  expect(plain.calibration).toBeNull();
  const miss = (c: typeof context) =>
    predictOption(c, farm.plan.today)
      .map((p) => {
        const levels = truth
          .filter((r) => r.kind === 'reading')
          .filter((r) => spotIdOf(r) === p.spotId && r.rssiDbm !== null && r.bandSeen === p.band)
          .map((r) => r.rssiDbm!);
        return levels.length > 0 && p.rssiDbm !== null
          ? Math.abs(levels.reduce((s, v) => s + v, 0) / levels.length - p.rssiDbm)
          : null;
      })
      .filter((m) => m !== null)
      .reduce((sum, m, _, all) => sum + m / all.length, 0);
  expect(miss(learnt.context)).toBeLessThan(0.6 * miss(plain.context));
  expect(learnt.calibration!.leaveOneOutDb).toBeGreaterThan(0);
});

describe('of more groups than a job learns from the newest count', () => {
  // Networks that are not there: each is a group of its own that says nothing.
  const others = Array.from({ length: MOST_OBSERVATIONS }, (_, i) =>
    sampleReading({ id: `other-${i}`, spotId: 'spot-1', stateId: `gone-${i}` }),
  );
  const known = reading({ id: 'known', rssiDbm: -61 });
  test('one that came last is learnt from', () => {
    const { list, leftOut } = observationsOf(context, of(...others, known));
    expect([list.map((o) => o.id), leftOut]).toEqual([['known'], 1]);
  });
  test('one that came first is left out, and said to be', () => {
    const { list, leftOut } = observationsOf(context, of(known, ...others));
    expect([list, leftOut]).toEqual([[], 1]);
  });
  test('a group is as new as its newest reading', () => {
    const again = reading({ id: 'again', rssiDbm: -63 });
    const { list } = observationsOf(context, of(known, ...others, again));
    expect(list).toMatchObject([{ id: 'known', measuredDbm: -62 }]);
  });
});
