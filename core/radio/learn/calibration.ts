import { Matrix, inverse } from 'ml-matrix';
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

/** Standard normal distribution function (Abramowitz and Stegun 26.2.17, error below 7.5e-8). */
function normalCdf(x: number): number {
  const k = 1 / (1 + 0.2316419 * Math.abs(x));
  const poly =
    k * (0.31938153 + k * (-0.356563782 + k * (1.781477937 + k * (-1.821255978 + k * 1.330274429))));
  const tail = (Math.exp(-0.5 * x * x) / Math.sqrt(2 * Math.PI)) * poly;
  return x >= 0 ? 1 - tail : tail;
}

/** Covariance of the readings' own noise and shadowing. */
function noiseCovariance(list: readonly Observation[], shadowingDb: readonly number[]): Matrix {
  const n = list.length;
  const r = Matrix.zeros(n, n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) {
      const [a, b] = [list[i]!, list[j]!];
      let value = i === j ? a.noiseDb ** 2 : 0;
      if (a.linkId === b.linkId) {
        const apart = Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);
        value += shadowingDb[BAND_INDEX[a.band]]! ** 2 * Math.exp(-apart / SHADOWING_LENGTH_M);
      }
      r.set(i, j, value);
    }
  return r;
}

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
  const r = noiseCovariance(list, shadowingDb);
  let posterior: Posterior = { parameters: [], meanDb: [], covariance: [] };
  let leaveOneOut: { offDb: number; sigmaDb: number }[] = [];
  for (let round = 0; round < rounds; round++) {
    const beliefs = round === 0 ? priorBeliefs(scene) : beliefsOf(scene, posterior);
    const rows = list.map((o) => o.predict(beliefs));
    const parameters = [
      ...new Set([
        ...posterior.parameters,
        ...rows.flatMap((row) => [...row.features.keys()].flatMap(withOtherBands)),
      ]),
    ].sort();
    const at = new Map(parameters.map((name, i) => [name, i]));
    const previous = new Map(posterior.parameters.map((name, i) => [name, posterior.meanDb[i]!]));
    const h = Matrix.zeros(n, parameters.length);
    rows.forEach((row, i) => {
      for (const [name, by] of row.features) h.set(i, at.get(name)!, by);
    });
    const before = Matrix.columnVector(parameters.map((name) => previous.get(name) ?? 0));
    const s0 = new Matrix(parameters.map((a) => parameters.map((b) => priorCovariance(a, b, scene))));
    const s0ht = s0.mmul(h.transpose());
    const k = h.mmul(s0ht).add(r);
    const kInverse = inverse(k);
    // What is not linear stands at the last mean; offsets are linear and stand nowhere else.
    const z = Matrix.zeros(n, 1);
    const swing = h.mmul(before);
    rows.forEach((row, i) => {
      const o = list[i]!;
      const offsets = [...row.features].reduce(
        (sum, [name, by]) =>
          sum + (name.startsWith('device:') || name.startsWith('unit:') ? by * (previous.get(name) ?? 0) : 0),
        0,
      );
      const predicted = row.levelDbm + offsets;
      const spread = Math.sqrt(Math.max(1e-6, k.get(i, i)));
      const measured =
        o.kind === 'exact'
          ? o.measuredDbm
          : conditionalMean(
              predicted,
              round === 0 ? spread : Math.sqrt(r.get(i, i)) + 1e-3,
              o.measuredDbm,
              o.kind === 'atMost' ? -1 : 1,
            );
      z.set(i, 0, measured - predicted + swing.get(i, 0));
    });
    const weights = kInverse.mmul(z);
    const mean = s0ht.mmul(weights);
    const covariance = Matrix.sub(s0, s0ht.mmul(kInverse).mmul(s0ht.transpose()));
    const meanDb = mean.to1DArray();
    const moved = Math.max(...meanDb.map((m, i) => Math.abs(m - (previous.get(parameters[i]!) ?? 0))));
    posterior = { parameters, meanDb, covariance: covariance.to2DArray() };
    leaveOneOut = list.map((_, i) => ({
      offDb: weights.get(i, 0) / kInverse.get(i, i),
      sigmaDb: Math.sqrt(1 / kInverse.get(i, i)),
    }));
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
