import { Matrix, MatrixRowSelectionView } from 'ml-matrix';
import { cholesky, inverseDiagonal, solveInPlace, type Factor } from '../../stats/cholesky';
import { normalCdf } from '../../stats/normal';
import { SHADOWING_DB, SHADOWING_LENGTH_M, BANDS, BAND_INDEX, type Band, type PerBand } from '../link/bands';
import {
  asLoss,
  lossParameter,
  priorBeliefs,
  priorCovariance,
  priorSigma,
  withOtherBands,
  type Beliefs,
  type Features,
} from './beliefs';
import type { Scene } from '../path/scene';

/** One level known from a reading, as calibration needs it. */
export interface Observation {
  id: string;
  /** Level predicted under some beliefs without any offset, dBm, and what it leans on. */
  predict(beliefs: Beliefs): { levelDbm: number; features: Features };
  measuredDbm: number;
  /** `atMost`: no connection, the level is somewhere below; `atLeast`: at a ceiling, somewhere above. */
  kind: 'exact' | 'atMost' | 'atLeast';
  /** Spread of the reading itself, dB. */
  noiseDb: number;
  band: Band;
  /** Readings of one link (unit and band) share their shadowing by distance; others do not. */
  linkId: string;
  x: number;
  y: number;
  z: number;
}

/** What a job has learnt, as plain data that can be handed to a worker. */
export interface Posterior {
  parameters: string[];
  meanDb: number[];
  /** Row by row. */
  covariance: number[][];
}

export interface Calibration {
  posterior: Posterior;
  /** Root mean square error of each reading predicted from all others, dB. */
  leaveOneOutDb: number;
  /** Readings more than 3 σ off what all others say. */
  outliers: { id: string; offDb: number; sigmas: number }[];
  observations: number;
}

export interface CalibrationOptions {
  /** Shadowing assumed, dB by band; 0 where it is known that there is none. */
  shadowingDb: readonly [number, number, number];
  rounds: number;
}

const DEFAULTS: CalibrationOptions = {
  shadowingDb: [...SHADOWING_DB] as [number, number, number],
  rounds: 6,
};

/** Rounds end when no parameter moves by more than this, dB. */
const SETTLED_DB = 0.02;

/** Readings this far off from what the others say are pointed out. */
const OUTLIER_SIGMAS = 3;

/** Beliefs of a posterior; parameters it does not know keep their priors. */
export function beliefsOf(scene: Scene, posterior: Posterior): Beliefs {
  const at = new Map(posterior.parameters.map((name, i) => [name, i]));
  const deltaDb = new Map<string, PerBand>();
  const meanOf = (name: string) => posterior.meanDb[at.get(name) ?? -1] ?? 0;
  for (const name of posterior.parameters) {
    const loss = asLoss(name);
    if (loss)
      deltaDb.set(
        loss.construction,
        BANDS.map((band) => meanOf(lossParameter(loss.construction, band))) as unknown as PerBand,
      );
  }
  const clutterDbPerM = meanOf('clutter');
  return {
    correction: { id: posterior.meanDb.map((m) => m.toFixed(4)).join(), deltaDb, clutterDbPerM },
    // Losses and clutter act through the correction; only offsets shift the level itself.
    shiftDb: (features) => {
      let shift = 0;
      for (const [name, by] of features) {
        const i = at.get(name);
        if (i !== undefined && (name.startsWith('device:') || name.startsWith('unit:')))
          shift += by * posterior.meanDb[i]!;
      }
      return shift;
    },
    sigmaDb: (features) => {
      let variance = 0;
      const known: [number, number][] = [];
      for (const [name, by] of features) {
        const i = at.get(name);
        if (i === undefined) variance += (by * priorSigma(name, scene)) ** 2;
        else known.push([i, by]);
      }
      for (const [i, a] of known)
        for (const [j, b] of known) variance += a * b * posterior.covariance[i]![j]!;
      return Math.sqrt(Math.max(0, variance));
    },
  };
}

/** Mean of a normal variable known to lie below (−1) or above (+1) a limit. */
function conditionalMean(mean: number, sigma: number, limit: number, side: -1 | 1): number {
  const t = (side * (limit - mean)) / sigma;
  // Inverse Mills ratio; far in the tail the mean lies just beyond the limit.
  if (t > 6) return limit + (side * sigma) / t;
  const density = Math.exp(-0.5 * t * t) / Math.sqrt(2 * Math.PI);
  return mean + (side * sigma * density) / Math.max(1e-12, 1 - normalCdf(t));
}

/** Observations of one link, which share their shadowing, with the factor of their own covariance. */
interface Block {
  at: number[];
  factor: Factor;
  /** Diagonal of the inverse of that covariance. */
  diagonal: Float64Array;
}

/**
 * Readings of different links are independent but for what the parameters explain, so their own covariance (noise and
 * shadowing) falls into one block a link. Each is factored once, however many rounds follow.
 */
function blocksOf(list: readonly Observation[], shadowingDb: readonly number[]): Block[] {
  const links = new Map<string, number[]>();
  list.forEach((o, i) => {
    const at = links.get(o.linkId);
    if (at) at.push(i);
    else links.set(o.linkId, [i]);
  });
  return [...links.values()].map((at) => {
    const own = at.map((i) => list[i]!);
    const covariance = own.map((a, i) =>
      Float64Array.from({ length: own.length }, (_, j) => {
        if (j > i) return 0;
        const b = own[j]!;
        const apart = Math.sqrt((a.x - b.x) ** 2 + (a.y - b.y) ** 2 + (a.z - b.z) ** 2);
        const shared = shadowingDb[BAND_INDEX[a.band]]! ** 2 * Math.exp(-apart / SHADOWING_LENGTH_M);
        // Two exact readings at one place would make it singular.
        return shared + (i === j ? a.noiseDb ** 2 + 1e-9 : 0);
      }),
    );
    const factor = cholesky(covariance);
    return { at, factor, diagonal: inverseDiagonal(factor) };
  });
}

/** R⁻¹ of a block times some rows of a matrix. */
function solved({ at, factor }: Block, of: Matrix): Matrix {
  const out = Matrix.zeros(at.length, of.columns);
  const column = new Float64Array(at.length);
  for (let c = 0; c < of.columns; c++) {
    let any = false;
    at.forEach((row, k) => {
      column[k] = of.get(row, c);
      any ||= column[k] !== 0;
    });
    // Most parameters are of other links.
    if (!any) continue;
    solveInPlace(factor, column);
    for (let k = 0; k < at.length; k++) out.set(k, c, column[k]!);
  }
  return out;
}

/** Inverse of a symmetric positive definite matrix. */
function inverseOf(matrix: Matrix): Matrix {
  const n = matrix.rows;
  const factor = cholesky(matrix.to2DArray().map((row) => Float64Array.from(row)));
  const columns = Array.from({ length: n }, (_, c) => {
    const column = new Float64Array(n);
    column[c] = 1;
    solveInPlace(factor, column);
    return column;
  });
  return new Matrix(columns);
}

/** Own spread of each reading, dB: noise and shadowing together. */
const ownSpreadDb = (o: Observation, shadowingDb: readonly number[]): number =>
  Math.hypot(o.noiseDb, shadowingDb[BAND_INDEX[o.band]]!);

/** What one linear step says: the mean, its covariance, and each reading as all others predict it. */
interface Update {
  mean: Matrix;
  covariance: Matrix;
  leaveOneOut: { offDb: number; sigmaDb: number }[];
}

/**
 * One Gaussian update in the space of the parameters, which are few however many readings there are: precision =
 * S₀⁻¹ + Σ HᵀR⁻¹H over the blocks. Leave-one-out errors follow from K⁻¹ = R⁻¹ − R⁻¹H·Σ·HᵀR⁻¹ (Woodbury).
 */
function update(blocks: readonly Block[], h: Matrix, z: Matrix, prior: Prior): Update {
  const parameters = h.columns;
  const precision = prior.precision.clone();
  const pull = Matrix.zeros(parameters, 1);
  const through = blocks.map((block) => {
    const rh = solved(block, h);
    const rz = solved(block, z);
    const ownT = new Matrix(new MatrixRowSelectionView(h, block.at).to2DArray()).transpose();
    precision.add(ownT.mmul(rh));
    pull.add(ownT.mmul(rz));
    return { ...block, rh, rz };
  });
  const covariance = inverseOf(precision);
  const mean = covariance.mmul(pull);
  const leaveOneOut: Update['leaveOneOut'] = [];
  for (const { at, diagonal, rh, rz } of through) {
    const weights = Matrix.sub(rz, rh.mmul(mean));
    const spread = rh.mmul(covariance);
    at.forEach((i, k) => {
      let shared = 0;
      for (let p = 0; p < parameters; p++) shared += spread.get(k, p) * rh.get(k, p);
      const kInverse = Math.max(1e-12, diagonal[k]! - shared);
      leaveOneOut[i] = { offDb: weights.get(k, 0) / kInverse, sigmaDb: Math.sqrt(1 / kInverse) };
    });
  }
  return { mean, covariance, leaveOneOut };
}

/** Prior covariance of all parameters and its inverse: only the losses of one construction in different bands hang together. */
interface Prior {
  covariance: Matrix;
  precision: Matrix;
}

function priorOf(parameters: readonly string[], scene: Scene): Prior {
  const covariance = Matrix.zeros(parameters.length, parameters.length);
  const precision = Matrix.zeros(parameters.length, parameters.length);
  const together = new Map<string, number[]>();
  parameters.forEach((name, i) => {
    const key = asLoss(name)?.construction ?? name;
    const group = together.get(key);
    if (group) group.push(i);
    else together.set(key, [i]);
  });
  for (const group of together.values()) {
    const own = new Matrix(
      group.map((i) => group.map((j) => priorCovariance(parameters[i]!, parameters[j]!, scene))),
    );
    const inverted = inverseOf(own);
    group.forEach((i, a) =>
      group.forEach((j, b) => {
        covariance.set(i, j, own.get(a, b));
        precision.set(i, j, inverted.get(a, b));
      }),
    );
  }
  return { covariance, precision };
}

const isOffset = (parameter: string) => parameter.startsWith('device:') || parameter.startsWith('unit:');

/**
 * Corrects the model by readings: a Gaussian update of offsets, construction losses and clutter from their priors,
 * repeated with the paths computed anew (each way weighted by its share of the power), censored readings by their
 * conditional mean. Null without readings. Source: docs/model.md "Calibration".
 */
export function calibrate(
  scene: Scene,
  list: readonly Observation[],
  options: Partial<CalibrationOptions> = {},
): Calibration | null {
  const { shadowingDb, rounds } = { ...DEFAULTS, ...options };
  const n = list.length;
  if (n === 0) return null;
  const blocks = blocksOf(list, shadowingDb);
  let posterior: Posterior = { parameters: [], meanDb: [], covariance: [] };
  let leaveOneOut: Update['leaveOneOut'] = [];
  for (let round = 0; round < rounds; round++) {
    const beliefs = round === 0 ? priorBeliefs(scene) : beliefsOf(scene, posterior);
    const rows = list.map((o) => o.predict(beliefs));
    const named = new Set(posterior.parameters);
    for (const row of rows) for (const key of row.features.keys()) named.add(key);
    // What is sure beforehand, as the loss of an open gap, is nothing to learn.
    const parameters = [...new Set([...named].flatMap(withOtherBands))]
      .filter((name) => priorSigma(name, scene) > 0)
      .sort();
    const at = new Map(parameters.map((name, i) => [name, i]));
    const previous = new Map(posterior.parameters.map((name, i) => [name, posterior.meanDb[i]!]));
    const prior = priorOf(parameters, scene);
    const h = Matrix.zeros(n, parameters.length);
    const z = Matrix.zeros(n, 1);
    rows.forEach((row, i) => {
      const o = list[i]!;
      // What is not linear stands at the last mean; offsets are linear and stand nowhere else.
      let offsets = 0;
      let swing = 0;
      for (const [name, by] of row.features) {
        const column = at.get(name);
        if (column === undefined) continue;
        h.set(i, column, by);
        const was = by * (previous.get(name) ?? 0);
        swing += was;
        if (isOffset(name)) offsets += was;
      }
      const predicted = row.levelDbm + offsets;
      const own = ownSpreadDb(o, shadowingDb);
      let measured = o.measuredDbm;
      if (o.kind !== 'exact') {
        const spread =
          round === 0 ? Math.sqrt(own ** 2 + priorVariance(row.features, at, prior.covariance)) : own + 1e-3;
        measured = conditionalMean(predicted, spread, o.measuredDbm, o.kind === 'atMost' ? -1 : 1);
      }
      z.set(i, 0, measured - predicted + swing);
    });
    const step = update(blocks, h, z, prior);
    const meanDb = step.mean.to1DArray();
    const moved = Math.max(...meanDb.map((m, i) => Math.abs(m - (previous.get(parameters[i]!) ?? 0))));
    posterior = { parameters, meanDb, covariance: step.covariance.to2DArray() };
    leaveOneOut = step.leaveOneOut;
    if (moved < SETTLED_DB) break;
  }
  const exact = leaveOneOut.filter((_, i) => list[i]!.kind === 'exact');
  return {
    posterior,
    leaveOneOutDb: Math.sqrt(exact.reduce((sum, e) => sum + e.offDb ** 2, 0) / Math.max(1, exact.length)),
    outliers: leaveOneOut.flatMap((e, i) =>
      list[i]!.kind === 'exact' && Math.abs(e.offDb) > OUTLIER_SIGMAS * e.sigmaDb
        ? [{ id: list[i]!.id, offDb: e.offDb, sigmas: Math.abs(e.offDb) / e.sigmaDb }]
        : [],
    ),
    observations: n,
  };
}

/** Variance of a level from what is unsure about its parameters before any reading, dB². */
function priorVariance(
  features: ReadonlyMap<string, number>,
  at: ReadonlyMap<string, number>,
  s0: Matrix,
): number {
  let variance = 0;
  for (const [a, by] of features)
    for (const [b, other] of features) {
      const [i, j] = [at.get(a), at.get(b)];
      if (i !== undefined && j !== undefined) variance += by * other * s0.get(i, j);
    }
  return Math.max(0, variance);
}
