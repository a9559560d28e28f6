import { describe, expect, test } from '@jest/globals';
import { farmSite } from '../../../demo/farmSite';
import { seeded } from '../../../meter/practice/random';
import { levelSigmaDb, ownSigmaDb, priorBeliefs, withEnds, Z90 } from './beliefs';
import type { Features } from '../propagation/features';
import { calibrate, type Observation } from './calibration';
import { censored } from './censored';
import { normalCdf } from '../../stats/normal';
import { beliefsOf, type Posterior } from './posterior';
import { crossingsBetween, type Spot3 } from '../geometry/crossings';
import { normalQuantile } from '../../stats/normalDraws';
import { radioPath } from '../propagation/path';
import type { Band } from '../link/bands';
import { buildScene } from '../geometry/scene';

const scene = buildScene(farmSite());
const UNIT: Spot3 = { x: 1.7, y: 7.2, z: 1.5 };
const EIRP_DBM = 20;

/** Points over the plot, by a seed. */
function places(count: number, seed: number): Spot3[] {
  const random = seeded(seed);
  return Array.from({ length: count }, () => ({
    x: 14 * random(),
    y: 10 * random(),
    z: [1, 3.9, 6.6][Math.floor(3 * random())]!,
  }));
}

const DEVICE: Features = new Map([
  ['device:phone', 1],
  ['device:phone:5', 1],
]);
const NO_SHADOWING: [number, number, number] = [0, 0, 0];

/** The level at a place in a world whose parameters are known, with what it leans on. */
function observe(p: Spot3, i: number, world: Posterior, noiseDb: number, extraDb: number): Observation {
  const predict: Observation['predict'] = (beliefs) => {
    const path = radioPath(scene, UNIT, p, '5', beliefs.correction);
    return { value: EIRP_DBM - path.lossDb, features: withEnds(path.features, 'a', 'phone', '5') };
  };
  const truth = beliefsOf(scene, world);
  const { value, features } = predict(truth);
  return {
    id: `o${i}`,
    predict,
    of: 'level',
    measured: value + truth.shiftDb(features) + extraDb,
    kind: 'exact',
    noise: noiseDb,
    unitId: 'a',
    from: UNIT,
    band: '5',
    ...p,
  };
}

const world = (values: Record<string, number>): Posterior => ({
  parameters: Object.keys(values),
  mean: Object.values(values),
  covariance: Object.keys(values).map(() => Object.keys(values).map(() => 0)),
  left: [],
  strength: 1,
});

describe('calibration', () => {
  test('on data with next to no noise every sum that the readings fix comes back within 0.1 dB', () => {
    const truth = world({
      'device:phone': -4,
      'unit:a:5': 1,
      'loss:lathPlaster:5': 2.5,
      'loss:timberFloor:5': -1.5,
      'loss:brickSingle:5': 1.2,
      clutter: 0.05,
    });
    const list = places(60, 3).map((p, i) => observe(p, i, truth, 0.01, 0));
    const result = calibrate(scene, list, { shadowingDb: NO_SHADOWING, rounds: 12 })!;
    const learnt = beliefsOf(scene, result.posterior);
    for (const p of places(60, 3)) {
      const o = observe(p, 0, truth, 0.01, 0);
      const { value: levelDbm, features } = o.predict(learnt);
      expect(Math.abs(levelDbm + learnt.shiftDb(features) - o.measured)).toBeLessThan(0.1);
    }
    // The two offsets cannot be told apart, their sum can.
    expect(Math.abs(learnt.shiftDb(withEnds(new Map(), 'a', 'phone', '5')) - -3)).toBeLessThan(0.1);
  });

  test('the stated 10–90 % range holds about 80 % of what it has not seen', () => {
    let inside = 0;
    let all = 0;
    for (let seed = 1; seed <= 12; seed++) {
      const random = seeded(100 + seed);
      const normal = () => normalQuantile(0.0005 + 0.999 * random());
      const truth = world({
        'device:phone': 5 * normal(),
        'unit:a:5': 2 * normal(),
        'loss:lathPlaster:5': 2.7 * normal(),
        'loss:timberFloor:5': 3 * normal(),
        'loss:rubbleStone:5': 8 * normal(),
        'loss:brickSingle:5': 3 * normal(),
        'loss:timberDoor:5': 2 * normal(),
        'loss:glazingClear:5': 2 * normal(),
      });
      // Places far apart, so that each has a shadowing of its own.
      const spread = places(26, seed).map((p, i) => ({ ...p, x: p.x + 0.01 * i }));
      const list = spread.map((p, i) => observe({ ...p }, i, truth, 2, 4.2 * normal() + 2 * normal()));
      const apart = list.map((o, i) => ({ ...o, unitId: `u${i}` }));
      const result = calibrate(scene, apart.slice(0, 12))!;
      const learnt = beliefsOf(scene, result.posterior);
      for (const o of apart.slice(12)) {
        const { value: levelDbm, features } = o.predict(learnt);
        const half = Z90 * Math.hypot(levelSigmaDb(learnt, features, '5'), o.noise);
        if (Math.abs(o.measured - levelDbm - learnt.shiftDb(features)) <= half) inside++;
        all++;
      }
    }
    expect(inside / all).toBeGreaterThan(0.7);
    expect(inside / all).toBeLessThan(0.9);
  });

  test('an odd reading is pointed out, not dropped, and by its sign', () => {
    const list = places(20, 5).map((p, i) => observe(p, i, world({}), 2, i === 7 ? -40 : 0));
    const result = calibrate(
      scene,
      list.map((o, i) => ({ ...o, unitId: `u${i}` })),
    )!;
    expect(result.outliers.map((o) => o.id)).toEqual(['o7']);
    expect(result.outliers[0]!.offDb).toBeLessThan(-20);
    expect(result.observations).toBe(20);
  });

  test('no connection pulls a level down, a reading at its ceiling only up', () => {
    const [p] = places(1, 9);
    const offset = (kind: Observation['kind'], measured: number) => {
      const o = { ...observe(p!, 0, world({}), 2, 0), kind, measured };
      return beliefsOf(scene, calibrate(scene, [o])!.posterior).shiftDb(DEVICE);
    };
    const level = observe(p!, 0, world({}), 2, 0).measured;
    expect(offset('atMost', level - 15)).toBeLessThan(-1);
    expect(Math.abs(offset('atMost', level + 40))).toBeLessThan(0.1);
    expect(offset('atLeast', level + 15)).toBeGreaterThan(1);
    expect(Math.abs(offset('atLeast', level - 40))).toBeLessThan(0.1);
  });

  test('repeats at one place do not feign certainty; no reading, no calibration', () => {
    const [p] = places(1, 11);
    const sigma = (times: number) => {
      const list = Array.from({ length: times }, (_, i) => ({
        ...observe(p!, i, world({}), 2, 0),
        id: `r${i}`,
      }));
      return beliefsOf(scene, calibrate(scene, list)!.posterior).sigmaDb(DEVICE);
    };
    expect(sigma(20)).toBeGreaterThan(0.6 * sigma(1));
    expect(calibrate(scene, [])).toBeNull();
  });
});

describe('what readings leave over', () => {
  const [p] = places(1, 13);
  const odd = calibrate(scene, [
    ...places(14, 4).map((at, i) => observe({ ...at, x: at.x + 60 }, i, world({}), 2, 0)),
    { ...observe(p!, 90, world({}), 2, -9), id: 'odd' },
  ])!;
  const learnt = beliefsOf(scene, odd.posterior);
  const near = (from: Spot3, band: Band, at: Spot3) =>
    learnt.near(from, band, at, radioPath(scene, from, at, band, learnt.correction).features);
  test('counts at that very spot, less a metre on, and not across the house', () => {
    const at = (m: number) => near(UNIT, '5', { ...p!, x: p!.x + m }).meanDb;
    expect(at(0)).toBeLessThan(-2);
    expect(at(1.5)).toBeGreaterThan(at(0));
    expect(at(1.5)).toBeLessThan(0.6 * at(0) + 0.5);
    expect(Math.abs(at(12))).toBeLessThan(0.3);
  });
  test('makes that spot surer, tells the other bands a part of it, and a unit that stands elsewhere nothing', () => {
    const here = near(UNIT, '5', p!);
    expect(here.known).toBeGreaterThan(0.5);
    expect(near(UNIT, '5', { ...p!, x: p!.x + 3 }).known).toBeLessThan(here.known);
    const other = near(UNIT, '2.4', p!);
    expect(other.meanDb).toBeLessThan(0);
    expect(other.meanDb).toBeGreaterThan(here.meanDb);
    // A unit moved by a step keeps a part of it, one across the yard nothing.
    const moved = near({ ...UNIT, x: UNIT.x + 1 }, '5', p!);
    expect(moved.known).toBeLessThan(here.known);
    expect(moved.meanDb).toBeLessThan(0);
    expect(near({ ...UNIT, x: UNIT.x + 30 }, '5', p!)).toEqual({ meanDb: 0, known: 0 });
  });
  test('comes back whole at the very spot it was read at, behind walls too', () => {
    const behind = { x: 12.5, y: 2.5, z: 1 };
    const read = { ...observe(behind, 1, world({}), 0.2, -12), id: 'odd' };
    const beliefs = beliefsOf(scene, calibrate(scene, [read])!.posterior);
    const { lossDb, features } = radioPath(scene, UNIT, behind, '5', beliefs.correction);
    expect([...features.keys()].some((name) => name.startsWith('loss'))).toBe(true);
    const here = beliefs.near(UNIT, '5', behind, features);
    const told = EIRP_DBM - lossDb + beliefs.shiftDb(withEnds(features, 'a', 'phone', '5')) + here.meanDb;
    expect(told).toBeCloseTo(read.measured, 1);
    expect(here.known).toBeGreaterThan(0.98);
  });
});

test('the order of readings changes nothing', () => {
  const list = places(20, 8).map((p, i) => ({
    ...observe(p, i, world({}), 2, (i % 5) - 2),
    kind: i % 4 === 0 ? ('atMost' as const) : ('exact' as const),
  }));
  const [there, back] = [calibrate(scene, list)!, calibrate(scene, [...list].reverse())!];
  expect(back.posterior.mean).toEqual(there.posterior.mean);
  expect(back.posterior.left).toEqual(there.posterior.left);
});

describe('how far a house strays', () => {
  const extra = (scatterDb: number) => {
    const random = seeded(5);
    return places(24, 3).map((p, i) =>
      observe(p, i, world({}), 2, scatterDb * normalQuantile(0.02 + 0.96 * random())),
    );
  };
  const strengthAt = (scatterDb: number) => calibrate(scene, extra(scatterDb))!.posterior.strength;
  test('is told by its readings, each held against all others: within bounds, and wider ranges where it strays', () => {
    const [calm, usual, wild] = [0, 5, 12].map(strengthAt);
    expect(calm).toBe(0.8);
    expect(usual).toBeGreaterThan(calm!);
    expect(wild).toBeGreaterThan(1.5);
    expect(wild).toBeLessThanOrEqual(2.5);
    const sigma = (scatterDb: number) => {
      const beliefs = beliefsOf(scene, calibrate(scene, extra(scatterDb))!.posterior);
      return levelSigmaDb(beliefs, withEnds(new Map(), 'a', 'phone', '5'), '5');
    };
    expect(sigma(12)).toBeGreaterThan(1.4 * sigma(0));
  });
  test('three readings say nothing of it, and one that all others contradict is pointed out', () => {
    expect(calibrate(scene, extra(12).slice(0, 3))!.posterior.strength).toBe(1);
    const odd = extra(1).map((o, i) => (i === 4 ? { ...o, measured: o.measured - 30 } : o));
    const found = [...calibrate(scene, odd)!.outliers].sort((a, b) => b.sigmas - a.sigmas);
    expect(found[0]).toMatchObject({ id: 'o4' });
    expect(found[0]!.offDb).toBeLessThan(-20);
  });
  test('a way round an edge and through walls is less sure than one in sight', () => {
    const own = (features: [string, number][]) => ownSigmaDb(priorBeliefs(scene), new Map(features), '5');
    expect(own([['edge', -1]])).toBeCloseTo(Math.hypot(3.8, 4.5), 6);
    expect(own([['loss:brickCavity:5', -2]])).toBeCloseTo(Math.hypot(3.8, 1.5 * Math.SQRT2), 6);
    expect(own([['device:phone', 1]])).toBeCloseTo(3.8, 6);
  });
});

describe('a limit', () => {
  test('far off says nothing, overstepped it pulls back to about itself', () => {
    const far = censored(-90, -70, 3, -1);
    expect(far.variance).toBeGreaterThan(9000);
    const over = censored(-50, -70, 3, -1);
    expect(over.target).toBeCloseTo(-70, 0);
    expect(over.variance).toBeCloseTo(9, 0);
    expect(censored(-80, -50, 3, 1).target).toBeCloseTo(-50, 0);
  });
  test('is as sure as it should be: the curvature of the logarithm of Φ, by differences', () => {
    for (const level of [-80, -72, -70, -66, -60]) {
      const log = (x: number) => Math.log(normalCdf((-70 - x) / 3));
      const h = 0.02;
      const curvature = -(log(level + h) - 2 * log(level) + log(level - h)) / (h * h);
      const slope = (log(level + h) - log(level - h)) / (2 * h);
      const { variance, target } = censored(level, -70, 3, -1);
      if (curvature < 1e-3) continue;
      expect(1 / variance).toBeCloseTo(curvature, 2);
      expect((target - level) / variance).toBeCloseTo(slope, 2);
    }
  });
});

test('a way round a stone wall through the open door beats the straight line, and leans on the door', () => {
  const inside = { x: 6, y: 8, z: 1 };
  const yard = { x: -4, y: 4, z: 1 };
  const path = radioPath(scene, inside, yard, '5');
  expect(
    crossingsBetween(scene, inside, yard).walls.map((w) => scene.constructionNames[w.construction]),
  ).toContain('rubbleStone');
  expect(path.ray).not.toBeNull();
  expect(path.features.get('loss:timberDoor:5')!).toBeLessThan(-0.5);
  const without = buildScene({
    ...farmSite(),
    openings: farmSite().openings.filter((o) => o.wallId !== 'fg-4'),
  });
  expect(radioPath(without, inside, yard, '5').lossDb).toBeGreaterThan(path.lossDb + 2);
});
