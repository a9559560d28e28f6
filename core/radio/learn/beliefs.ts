import { BANDS, BAND_INDEX, SHADOWING_DB, type Band } from '../link/bands';
import type { Crossings } from '../path/crossings';
import { lossSigmaDb } from '../path/materials';
import type { Scene } from '../path/scene';
import { weightedFloors, type LossCorrection } from '../path/pathLoss';

/**
 * How a predicted level leans on each unknown: parameter name and coefficient. Parameters are
 * `device:TYPE:BAND`, `unit:ID:BAND`, `loss:CONSTRUCTION:BAND` (dB) and `clutter` (dB/m).
 */
export type Features = ReadonlyMap<string, number>;

/** Prior spreads: a device's offset, a unit's offset (dB) and clutter (dB/m). Estimates, docs/model.md "Range". */
export const DEVICE_SIGMA_DB = 6;
export const UNIT_SIGMA_DB = 2;
export const CLUTTER_SIGMA_DB_PER_M = 0.1;

/** z value of the 10th and 90th percentile of a normal distribution. */
export const Z90 = 1.2815515655446004;

/** What the job believes about the unknowns: before readings the priors, afterwards the posterior. */
export interface Beliefs {
  /** Mean shift of a level with these features, dB. */
  shiftDb(features: Features): number;
  /** Spread of such a level from what is unknown about the parameters, dB. */
  sigmaDb(features: Features): number;
  correction: LossCorrection | undefined;
}

/** How alike the errors of one construction's losses are from band to band: what is thick or wet is so in all (estimate). */
export const LOSS_BAND_CORRELATION = 0.8;

export const lossParameter = (construction: string, band: Band): string => `loss:${construction}:${band}`;

/** Construction and band of a loss parameter; null for any other. */
export function asLoss(parameter: string): { construction: string; band: Band } | null {
  const [kind, construction, band] = parameter.split(':');
  return kind === 'loss' ? { construction: construction!, band: band as Band } : null;
}

/** The parameters of all three bands of a construction, which are learnt together. */
export function withOtherBands(parameter: string): string[] {
  const loss = asLoss(parameter);
  return loss ? BANDS.map((band) => lossParameter(loss.construction, band)) : [parameter];
}

/** Prior spread of one parameter. */
export function priorSigma(parameter: string, scene: Scene): number {
  if (parameter.startsWith('device:')) return DEVICE_SIGMA_DB;
  if (parameter.startsWith('unit:')) return UNIT_SIGMA_DB;
  const loss = asLoss(parameter);
  if (!loss) return CLUTTER_SIGMA_DB_PER_M;
  const c = scene.constructionNames.indexOf(loss.construction);
  if (c < 0) return 2;
  return lossSigmaDb(loss.construction, scene.lossDb[c]![BAND_INDEX[loss.band]] / scene.thicknessShares[c]!);
}

/** Prior covariance of two parameters: only the losses of one construction in two bands hang together. */
export function priorCovariance(a: string, b: string, scene: Scene): number {
  if (a === b) return priorSigma(a, scene) ** 2;
  const [p, q] = [asLoss(a), asLoss(b)];
  if (!p || !q || p.construction !== q.construction) return 0;
  return LOSS_BAND_CORRELATION * priorSigma(a, scene) * priorSigma(b, scene);
}

/** Features of a straight path (negative: a greater loss lowers the level). */
export function pathFeatures(
  scene: Scene,
  c: Crossings,
  band: Band,
  correction: LossCorrection | undefined,
): Map<string, number> {
  const f = new Map<string, number>();
  const add = (name: string, by: number) => f.set(name, (f.get(name) ?? 0) + by);
  for (const w of c.walls) add(lossParameter(scene.constructionNames[w]!, band), -scene.thicknessShares[w]!);
  for (const floor of weightedFloors(scene, c.floors, band, correction))
    add(lossParameter(scene.constructionNames[floor.construction]!, band), -floor.weight);
  if (c.indoorM > 0) add('clutter', -c.indoorM);
  return f;
}

/** Beliefs before any reading: every parameter independent at its prior, mean 0. */
export function priorBeliefs(scene: Scene): Beliefs {
  return {
    shiftDb: () => 0,
    sigmaDb: (features) => {
      let variance = 0;
      for (const [name, by] of features) variance += (by * priorSigma(name, scene)) ** 2;
      return Math.sqrt(variance);
    },
    correction: undefined,
  };
}

/** Spread of a level including shadowing, dB. */
export function levelSigmaDb(beliefs: Beliefs, features: Features, band: Band): number {
  return Math.hypot(beliefs.sigmaDb(features), SHADOWING_DB[BAND_INDEX[band]]);
}
