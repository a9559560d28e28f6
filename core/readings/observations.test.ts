import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { simulateReadings } from '../../demo/simulate';
import { planContext } from '../plan/network/context';
import { predictOption } from '../plan/predict/predict';
import { priorBeliefs } from '../radio/learning/beliefs';
import { learntContext } from './learn';
import { knownLine, lineTest } from './line';
import { MOST_OBSERVATIONS, observationsOf } from './observations';
import { sampleReading, sampleRound, sampleState, sampleStrike } from '../../demo/sampleRows';
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

/** What a reading says of the level of what served it, limits of what was not chosen left out. */
const levels = (...readings: Reading[]) =>
  observed(...readings).filter((o) => o.of === 'level' && !o.id.includes(' not '));

describe('what a reading says about a level', () => {
  test('a level is taken as it is; several runs count once, by their median and with less noise', () => {
    const [one] = levels(reading({ rssiDbm: -61 }));
    expect(one).toMatchObject({ measured: -61, kind: 'exact', noise: 2, band: '5' });
    const many = levels(...[-60, -64, -61, -70].map((rssiDbm) => reading({ rssiDbm })));
    expect(many).toHaveLength(1);
    expect(many[0]).toMatchObject({ measured: -62.5, noise: 1 });
  });
  test('no connection says that every unit on every band of the device was too weak', () => {
    const nothing = { connected: false, rssiDbm: null, downMbps: null, upMbps: null, bandSeen: null };
    const lost = observed(reading(nothing));
    expect(new Set(lost.map((o) => o.band))).toEqual(new Set(['2.4', '5']));
    for (const o of lost) {
      expect(o.kind).toBe('atMost');
      expect(o.measured).toBeLessThan(-75);
      expect(o.noise).toBe(3);
    }
    const fixed = observed(reading({ ...nothing, band: '5' }));
    expect(new Set(fixed.map((o) => o.band))).toEqual(new Set(['5']));
  });
  test('what was not chosen was weak: on 2.4 GHz the 5 GHz band was under −70 dBm', () => {
    const seen = observed(reading({ bandSeen: '2.4', rssiDbm: -60, downMbps: 30 }));
    const unchosen = seen.filter((o) => o.id.includes(' not '));
    expect(unchosen).toMatchObject([{ band: '5', kind: 'atMost', measured: -70, noise: 2.5 }]);
    // A band that was fixed was not chosen.
    const fixed = observed(reading({ band: '2.4', bandSeen: '2.4', rssiDbm: -60, downMbps: 30 }));
    expect(fixed.some((o) => o.id.includes(' not '))).toBe(false);
  });
  test('a speed alone counts through the rate curve, with more noise and with the airtime unsure: faster is stronger', () => {
    const level = (downMbps: number) => levels(reading({ rssiDbm: null, downMbps }))[0]!;
    expect(level(20)).toMatchObject({ kind: 'exact', noise: 4 });
    expect(level(60).measured).toBeGreaterThan(level(20).measured);
    expect(level(20).measured).toBeGreaterThan(level(5).measured);
    const { features } = level(20).predict(priorBeliefs(context.scene));
    expect(features.get('air:5')).toBeGreaterThan(1);
    expect(features.get('share')).toBe(features.get('air:5'));
  });
  test('a speed beside its level teaches the airtime: what it is against the usual', () => {
    const speed = (downMbps: number) =>
      observed(reading({ rssiDbm: -61, downMbps })).find((o) => o.of === 'speed')!;
    expect(Math.exp(speed(100).measured - speed(50).measured)).toBeCloseTo(2, 6);
    expect([...speed(50).predict(priorBeliefs(context.scene)).features.keys()]).toEqual(['air:5', 'share']);
  });
  test('a speed at the ceiling of line or device says only "at least"', () => {
    const [top] = levels(reading({ rssiDbm: null, downMbps: 470 }));
    expect(top!.kind).toBe('atLeast');
    const [scale] = levels(
      reading({ spotId: 'spot-5', device: 'smartDevice', bandSeen: '2.4', rssiDbm: null, downMbps: 19 }),
    );
    expect(scale!.kind).toBe('atLeast');
  });
  test('bars are a level with a range: a middle between the ends, all lit at least, none lit at most', () => {
    const bars = (shown: number, of = 4) =>
      levels(reading({ rssiDbm: null, bars: { shown, of }, bandSeen: '5' }))[0]!;
    expect(bars(3)).toMatchObject({ measured: -60, kind: 'exact', band: '5' });
    expect(bars(3).noise).toBeGreaterThan(4);
    expect(bars(4)).toMatchObject({ measured: -55, kind: 'atLeast' });
    expect(bars(0)).toMatchObject({ measured: -85, kind: 'atMost' });
    expect(bars(2, 3).measured).toBeLessThan(bars(3).measured);
    // All bars lit is no level: nothing follows of what was not chosen.
    const lit = observed(reading({ rssiDbm: null, bars: { shown: 4, of: 4 }, bandSeen: '2.4' }));
    expect(lit.filter((o) => o.id.includes(' not '))).toEqual([]);
    const level = levels(reading({ rssiDbm: -61, bars: { shown: 1, of: 4 } }))[0];
    expect(level).toMatchObject({ measured: -61, noise: 2 });
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
  test('without a band noted it stays unknown: each that is likely learns, by how likely it is', () => {
    const near = levels(reading({ spotId: 'spot-6', bandSeen: null, rssiDbm: -58, downMbps: null }));
    expect(near.length).toBeGreaterThan(0);
    const seen = levels(reading({ spotId: 'spot-6', bandSeen: '5', rssiDbm: -58, downMbps: null }));
    // Never surer than with the band noted.
    for (const o of near) expect(o.noise).toBeGreaterThanOrEqual(seen[0]!.noise);
    const weak = levels(reading({ spotId: 'spot-7', bandSeen: null, rssiDbm: -85, downMbps: 2 }));
    const best = weak.reduce((a, b) => (b.noise < a.noise ? b : a));
    expect(best.band).toBe('2.4');
  });
  test('predicts under any belief, and leans on the unit and the device', () => {
    const [one] = observed(reading({}));
    const { value, features } = one!.predict(priorBeliefs(context.scene));
    expect(Number.isFinite(value)).toBe(true);
    expect(features.get('device:phone')).toBe(1);
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
    expect([list[0]!.id, leftOut]).toEqual(['known', 1]);
  });
  test('one that came first is left out, and said to be', () => {
    const { list, leftOut } = observationsOf(context, of(known, ...others));
    expect([list, leftOut]).toEqual([[], 1]);
  });
  test('a group is as new as its newest reading', () => {
    const again = reading({ id: 'again', rssiDbm: -63 });
    const { list } = observationsOf(context, of(known, ...others, again));
    expect(list).toContainEqual(expect.objectContaining({ id: 'known', measured: -62 }));
  });
});
