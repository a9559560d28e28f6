import { extent } from 'd3-array';
import { Matrix } from 'ml-matrix';
import { cholesky } from '../../stats/cholesky';
import { SHADOWING_DB } from '../link/bands';
import type { Scene } from '../geometry/scene';
import {
  asLoss,
  priorBeliefs,
  priorCovariance,
  priorSigma,
  strengthOf,
  withOtherBands,
  type Beliefs,
} from './beliefs';
import type { Features } from '../propagation/features';
import { censored } from './censored';
import { inverseOf, update, type CovarianceBlock, type Further, type Update } from './gaussian';
import { beliefsOf, isOffset, type Posterior } from './posterior';
import { shadowCovariance, type ShadowPoint } from './shadowing';

/** One level or speed known from a reading, as calibration needs it. */
export interface Observation extends ShadowPoint {
  id: string;
  /** The unit it was read from: readings of different ones are taken as independent but for what the parameters explain. */
  unitId: string;
  /**
   * A level, dBm, which shares its shadowing with others of its unit; or a speed beside a level that was read with it, as the
   * natural logarithm of its ratio to what that level usually gives.
   */
  of: 'level' | 'speed';
  /** What is predicted under some beliefs without any offset, and what it leans on. */
  predict(beliefs: Beliefs): { value: number; features: Features };
  measured: number;
  /** `atMost`: it is somewhere below, as with no connection; `atLeast`: at a ceiling, somewhere above. */
  kind: 'exact' | 'atMost' | 'atLeast';
  /** Spread of the reading itself, in its own unit. */
  noise: number;
}

export interface Calibration {
  posterior: Posterior;
  /** Root mean square error of each level predicted from all other readings, dB. */
  leaveOneOutDb: number;
  /** Levels more than 3 σ off what all others say. */
  outliers: { id: string; offDb: number; sigmas: number }[];
  /** Levels that were read. */
  observations: number;
  /** What they say of something the model does not know, by how the level of each leans on it. */
  further(lean: (level: Observation) => number): Further;
}

export interface CalibrationOptions {
  /** Shadowing assumed, dB by band; 0 where it is known that there is none. */
  shadowingDb: readonly [number, number, number];
  rounds: number;
}

const DEFAULTS: CalibrationOptions = {
  shadowingDb: [...SHADOWING_DB] as [number, number, number],
  rounds: 8,
};

/** Rounds end when no parameter moves by more than this, in its own unit. */
const SETTLED = 0.02;

/** A level whose unit or band is so unsure that it counts as noisier than this says nothing of how far a house strays, dB. */
const CLEAR_NOISE_DB = 5;

/** Readings this far off from what the others say are pointed out. */
const OUTLIER_SIGMAS = 3;

/** What an observation says in one round: a limit is a reading of its own, anew each round. */
interface Said {
  target: number;
  variance: number;
}

/** Most readings whose shadowing is taken together; more of one unit are parted by where they were taken. */
const MOST_TOGETHER = 150;

/** Parts observations in the middle of the longer side of where they lie, until few enough are together. */
function parted(at: readonly number[], list: readonly Observation[]): number[][] {
  if (at.length <= MOST_TOGETHER) return [[...at]];
  const axis = (['x', 'y', 'z'] as const)
    .map((key) => ({ key, span: extent(at, (i) => list[i]![key]) }))
    .sort((a, b) => b.span[1]! - b.span[0]! - (a.span[1]! - a.span[0]!))[0]!.key;
  const sorted = [...at].sort((i, j) => list[i]![axis] - list[j]![axis] || i - j);
  const half = sorted.length >> 1;
  return [...parted(sorted.slice(0, half), list), ...parted(sorted.slice(half), list)];
}

/** Levels of one unit share shadowing whatever the band; units are independent, and so is each speed. */
function groupsOf(list: readonly Observation[]): number[][] {
  const units = new Map<string, number[]>();
  list.forEach((o, i) => {
    const key = o.of === 'level' ? o.unitId : `speed ${i}`;
    const at = units.get(key);
    if (at) at.push(i);
    else units.set(key, [i]);
  });
  return [...units.values()].flatMap((at) => parted(at, list));
}

function blockOf(
  at: readonly number[],
  list: readonly Observation[],
  said: readonly Said[],
  shadowingDb: readonly number[],
): CovarianceBlock {
  const covariance = at.map((i, row) =>
    Float64Array.from(at, (j, column) => {
      if (column > row) return 0;
      const [a, b] = [list[i]!, list[j]!];
      const shared = a.of === 'level' ? shadowCovariance(a, b, shadowingDb) : 0;
      // Two exact readings at one place would make it singular.
      return shared + (i === j ? said[i]!.variance + 1e-9 : 0);
    }),
  );
  return { at, factor: cholesky(covariance) };
}

/** Inverse of the prior covariance of some parameters: only the losses of one construction hang together. */
function priorPrecision(parameters: readonly string[], scene: Scene): Matrix {
  const precision = Matrix.zeros(parameters.length, parameters.length);
  const together = new Map<string, number[]>();
  parameters.forEach((name, i) => {
    const key = asLoss(name)?.construction ?? name;
    const group = together.get(key);
    if (group) group.push(i);
    else together.set(key, [i]);
  });
  for (const group of together.values()) {
    const inverted = inverseOf(
      new Matrix(group.map((i) => group.map((j) => priorCovariance(parameters[i]!, parameters[j]!, scene)))),
    );
    group.forEach((i, a) => group.forEach((j, b) => precision.set(i, j, inverted.get(a, b))));
  }
  return precision;
}

/** The parameters some predictions lean on, those of all bands of a construction, less what is sure beforehand. */
function parametersOf(
  rows: readonly { features: Features }[],
  before: readonly string[],
  scene: Scene,
): string[] {
  const named = new Set(before);
  for (const row of rows) for (const key of row.features.keys()) named.add(key);
  return [...new Set([...named].flatMap(withOtherBands))]
    .filter((name) => priorSigma(name, scene) > 0)
    .sort();
}

const NOTHING_KNOWN: Posterior = { parameters: [], mean: [], covariance: [], left: [], strength: 1 };

/** What a fit found, with each level as all others predict it. */
interface Fit {
  posterior: Posterior;
  /** Levels that were read as they are, as all others predict them. */
  read: { id: string; off: number; sigma: number }[];
  further: Update['further'];
}

/** The Gaussian update, repeated with the paths computed anew until no parameter moves any more, from what was believed before. */
function fitted(
  scene: Scene,
  list: readonly Observation[],
  { shadowingDb, rounds }: CalibrationOptions,
  start: Posterior,
): Fit {
  const n = list.length;
  const groups = groupsOf(list);
  const said: Said[] = list.map((o) => ({ target: o.measured, variance: o.noise ** 2 }));
  let blocks: CovarianceBlock[] = [];
  let posterior = start;
  /** Each with how far it is taken to stray, by the way it is thought to come at the beginning. */
  let strong: (Observation & { strength: number })[] = [];
  let step: Update | null = null;
  let prior = { key: '', precision: Matrix.zeros(0, 0) };
  for (let round = 0; round < rounds; round++) {
    const beliefs = posterior === NOTHING_KNOWN ? priorBeliefs(scene) : beliefsOf(scene, posterior);
    const rows = list.map((o) => o.predict(beliefs));
    const parameters = parametersOf(rows, posterior.parameters, scene);
    const at = new Map(parameters.map((name, i) => [name, i]));
    const key = parameters.join();
    if (prior.key !== key) prior = { key, precision: priorPrecision(parameters, scene) };
    const previous = new Map(posterior.parameters.map((name, i) => [name, posterior.mean[i]!]));
    if (round === 0) {
      strong = list.map((o, i) => ({
        ...o,
        strength: o.of === 'level' ? strengthOf(beliefs.strength, rows[i]!.features, o.band) : 1,
      }));
      list.forEach((o, i) => {
        // Before anything is known a limit is held against what is predicted.
        if (o.kind !== 'exact') said[i] = limit(o, rows[i]!.value + beliefs.shiftDb(rows[i]!.features));
      });
    }
    const isFirst = blocks.length === 0;
    blocks = groups.map((group, g) =>
      isFirst || group.some((i) => list[i]!.kind !== 'exact')
        ? blockOf(group, strong, said, shadowingDb)
        : blocks[g]!,
    );
    const h = Matrix.zeros(n, parameters.length);
    const z = Matrix.zeros(n, 1);
    rows.forEach((row, i) => {
      // What is not linear stands at the last mean; offsets are linear and stand nowhere else.
      let swing = 0;
      for (const [name, by] of row.features) {
        const column = at.get(name);
        if (column === undefined) continue;
        h.set(i, column, by);
        if (!isOffset(name)) swing += by * (previous.get(name) ?? 0);
      }
      z.set(i, 0, said[i]!.target - row.value + swing);
    });
    step = update(blocks, h, z, prior.precision);
    const mean = step.mean.to1DArray();
    const moved = Math.max(...mean.map((m, i) => Math.abs(m - (previous.get(parameters[i]!) ?? 0))));
    posterior = { ...posterior, parameters, mean, covariance: step.covariance.to2DArray(), left: [] };
    if (round === rounds - 1 || (round > 0 && moved < SETTLED)) break;
    list.forEach((o, i) => {
      if (o.kind === 'exact') return;
      // The value itself, shadowing included: what was said less the noise the fit leaves in it.
      const { target, variance } = said[i]!;
      said[i] = limit(o, target - variance * step!.weights[i]!);
    });
  }
  const { weights } = step!;
  const left = strong.flatMap(({ of, from, band, x, y, z, strength }, i) =>
    of === 'level' ? [{ from, band, x, y, z, strength, weight: weights[i]!, noise: said[i]!.variance }] : [],
  );
  const read = step!
    .leaveOneOut()
    .flatMap((e, i) =>
      list[i]!.of === 'level' && list[i]!.kind === 'exact' && list[i]!.noise <= CLEAR_NOISE_DB
        ? [{ ...e, id: list[i]!.id }]
        : [],
    );
  return { posterior: { ...posterior, left }, read, further: step!.further };
}

/** How often at most the spread is set anew by how far readings stray from what all others say of them, until it moves by less than this, and within which bounds. */
const SPREAD_ROUNDS = 4;
const SPREAD_SETTLED = 0.02;
const LEAST_STRENGTH = 0.8;
const MOST_STRENGTH = 2.5;
/** Readings the usual spread counts as: a few say little of how far all stray (estimate). */
const USUAL_COUNTS = 4;
/** Levels it takes to say anything of how a house strays. */
const LEAST_READ = 4;

/** The spread of a house that its readings speak for: theirs from what all others say, against what they were taken to be. */
function strengthBy({ read, posterior }: Fit): number {
  if (read.length < LEAST_READ) return posterior.strength;
  // One reading that all others contradict is pointed out; it does not make the whole house unsure.
  const strayed = read.reduce((sum, e) => sum + Math.min(OUTLIER_SIGMAS, Math.abs(e.off / e.sigma)) ** 2, 0);
  const by = Math.sqrt((strayed + USUAL_COUNTS) / (read.length + USUAL_COUNTS));
  return Math.max(LEAST_STRENGTH, Math.min(MOST_STRENGTH, posterior.strength * by));
}

/**
 * Corrects the model by readings: a Gaussian update of offsets, construction losses, edges, clutter, airtime and the share of
 * TCP from their priors, repeated with the paths computed anew (each way weighted by its share of the power) and limits by
 * Laplace's approximation. How far a house strays from what its drawing explains is told by its readings, each held against what all
 * others say of it. The order of readings does not matter. Null without readings. Source: docs/model.md "Calibration".
 */
export function calibrate(
  scene: Scene,
  given: readonly Observation[],
  options: Partial<CalibrationOptions> = {},
): Calibration | null {
  const how = { ...DEFAULTS, ...options };
  const list = [...given].sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
  if (list.length === 0) return null;
  let fit = fitted(scene, list, how, NOTHING_KNOWN);
  // Held against the usual spread, as what else could be the reason is: one of a house that was made wide by it would hide what made it so.
  const outliers = fit.read.flatMap((e) =>
    Math.abs(e.off) > OUTLIER_SIGMAS * e.sigma
      ? [{ id: e.id, offDb: e.off, sigmas: Math.abs(e.off) / e.sigma }]
      : [],
  );
  const { further } = fit;
  for (let round = 0; round < SPREAD_ROUNDS; round++) {
    const strength = strengthBy(fit);
    if (Math.abs(strength - fit.posterior.strength) < SPREAD_SETTLED) break;
    fit = fitted(scene, list, how, { ...fit.posterior, strength });
  }
  const { posterior, read } = fit;
  return {
    posterior,
    leaveOneOutDb: Math.sqrt(read.reduce((sum, e) => sum + e.off ** 2, 0) / Math.max(1, read.length)),
    outliers,
    observations: list.filter((o) => o.of === 'level').length,
    further: (lean) => further(Float64Array.from(list, (o) => (o.of === 'level' ? lean(o) : 0))),
  };
}

/** A limit as it pulls on a value. */
const limit = (o: Observation, value: number): Said =>
  censored(value, o.measured, o.noise, o.kind === 'atMost' ? -1 : 1);
