import { BANDS, BAND_INDEX, SHADOWING_DB, type Band } from '../link/bands';
import type { Spot3 } from '../geometry/crossings';
import { lossParameter, type Features } from '../propagation/features';
import { lossSigmaDb } from '../materials/constructionLoss';
import { NOTHING_NEAR, type Residual, type Nearby } from './shadowing';
import type { Scene } from '../geometry/scene';
import type { LossCorrection } from '../propagation/pathLoss';

/** Prior spread of a device's offset, dB (estimate), and the part of its variance that all bands share. */
const DEVICE_SIGMA_DB = 5;
const DEVICE_COMMON = 0.9;
/** Prior spread of a unit's offset (dB), of clutter (dB/m), of an edge (dB: corners scatter by 18 to 28 dB). Estimates. */
const UNIT_SIGMA_DB = 2;
const CLUTTER_SIGMA_DB_PER_M = 0.1;
const EDGE_SIGMA_DB = 3;
/** Level that makes a speed e times as high, on the middle of the ladder of rates, dB: what unsure speeds are worth in level. */
export const SPEED_DB_PER_LN = 8;

/** Prior spread of free airtime and of TCP's share of the rate: a quarter (estimates), as natural logarithms. */
const SPEED_SIGMA_LN = 0.25;
/** What a speed differs from place to place beside that, as a natural logarithm (estimate): neighbours, the device's own curve. */
export const SPEED_LOCAL_LN = 0.15;

/** Prior spread of what is unknown of any device and unit together, dB. */
export const END_SIGMA_DB = Math.hypot(DEVICE_SIGMA_DB, UNIT_SIGMA_DB);

/** z value of the 10th and 90th percentile of a normal distribution. */
export const Z90 = 1.2815515655446004;

/** What the job believes about the unknowns: before readings the priors, afterwards the posterior. */
export interface Beliefs {
  /** Mean shift of a level with these features, dB. */
  shiftDb(features: Features): number;
  /** Spread of such a level from what is unknown about the parameters, dB. */
  sigmaDb(features: Features): number;
  /** What readings left over near a way from a unit's place to a point, in a band; what the way leans on says how far it strays. */
  near(from: Spot3, band: Band, p: Spot3, path: Features): Nearby;
  /** All that readings left over, for who shows it over a sheet. */
  left: readonly Residual[];
  /** Spread of what no drawing holds against the usual shadowing, as a factor: as far as the readings scatter. */
  strength: number;
  /** What speeds in a band are believed to be against the usual, and how unsure: natural logarithms. */
  speed(band: Band): { meanLn: number; sigmaLn: number };
  correction: LossCorrection | undefined;
}

/** Covariance of two levels by what they lean on together, dB², by polarisation from the spreads of sum and difference. */
export function covarianceDb2(beliefs: Beliefs, a: Features, b: Features): number {
  const sigmaDb = (by: number) => {
    const both = new Map(a);
    for (const [name, v] of b) both.set(name, (both.get(name) ?? 0) + by * v);
    return beliefs.sigmaDb(both);
  };
  return (sigmaDb(1) ** 2 - sigmaDb(-1) ** 2) / 4;
}

/** What a level of one unit at one device leans on beside its path. */
export function withEnds(path: Features, unitId: string, device: string | null, band: Band): Features {
  const features = new Map(path);
  features.set(`unit:${unitId}:${band}`, 1);
  if (device !== null) {
    features.set(`device:${device}`, 1);
    features.set(`device:${device}:${band}`, 1);
  }
  return features;
}

/** What a speed in a band leans on beside its level. */
export const speedFeatures = (band: Band): Features =>
  new Map([
    [`air:${band}`, 1],
    ['share', 1],
  ]);

/** How alike the errors of one construction's losses are from band to band: what is thick or wet is so in all (estimate). */
export const LOSS_BAND_CORRELATION = 0.8;

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

/** Prior spread of one parameter, in its own unit. */
export function priorSigma(parameter: string, scene: Scene): number {
  const [kind, name, band] = parameter.split(':');
  if (kind === 'device')
    return DEVICE_SIGMA_DB * Math.sqrt(band === undefined ? DEVICE_COMMON : 1 - DEVICE_COMMON);
  if (kind === 'unit') return UNIT_SIGMA_DB;
  if (kind === 'air' || kind === 'share') return SPEED_SIGMA_LN;
  if (kind === 'edge') return EDGE_SIGMA_DB;
  if (kind === 'clutter') return CLUTTER_SIGMA_DB_PER_M;
  const c = scene.constructionNames.indexOf(name!);
  if (c < 0) return 2;
  return lossSigmaDb(name!, scene.lossDb[c]![BAND_INDEX[band as Band]] / scene.thicknessShares[c]!);
}

/** Prior covariance of two parameters: only the losses of one construction in two bands hang together. */
export function priorCovariance(a: string, b: string, scene: Scene): number {
  if (a === b) return priorSigma(a, scene) ** 2;
  const [p, q] = [asLoss(a), asLoss(b)];
  if (!p || !q || p.construction !== q.construction) return 0;
  return LOSS_BAND_CORRELATION * priorSigma(a, scene) * priorSigma(b, scene);
}

/** Beliefs before any reading: every parameter at its prior, mean 0. */
export function priorBeliefs(scene: Scene): Beliefs {
  const sigmaLn = Math.hypot(SPEED_SIGMA_LN, SPEED_SIGMA_LN, SPEED_LOCAL_LN);
  const sigmas = new Map<string, number>();
  const sigmaOf = (name: string): number => {
    let sigma = sigmas.get(name);
    if (sigma === undefined) sigmas.set(name, (sigma = priorSigma(name, scene)));
    return sigma;
  };
  return {
    shiftDb: () => 0,
    sigmaDb: (features) => {
      let variance = 0;
      for (const [name, by] of features) variance += (by * sigmaOf(name)) ** 2;
      return Math.sqrt(variance);
    },
    near: () => NOTHING_NEAR,
    left: [],
    strength: 1,
    speed: () => ({ meanLn: 0, sigmaLn }),
    correction: undefined,
  };
}

/** What each way round an edge strays by for itself, dB: corners scatter by how they are made (estimate, held against practice houses). */
const EDGE_OWN_DB = 4.5;
/** What one wall or floor differs by from others of its construction, dB (estimate, held against practice houses). */
const WALL_OWN_DB = 1.5;

/** Spread of the shadowing of a way against the usual, as a factor: the house's, and more the more of it comes round an edge. */
export function strengthOf(strength: number, features: Features, band: Band): number {
  let ownDb2 = 0;
  for (const [name, by] of features)
    if (name === 'edge') ownDb2 += (EDGE_OWN_DB * by) ** 2;
    else if (name.startsWith('loss')) ownDb2 += WALL_OWN_DB ** 2 * Math.abs(by);
  return Math.hypot(strength, Math.sqrt(ownDb2) / SHADOWING_DB[BAND_INDEX[band]]);
}

/** Spread of what no drawing holds on a way, less what readings near it know of that, dB. */
export const ownSigmaDb = (beliefs: Beliefs, features: Features, band: Band, known = 0): number =>
  SHADOWING_DB[BAND_INDEX[band]] * strengthOf(beliefs.strength, features, band) * Math.sqrt(1 - known);

/** Spread of a level including what is left of its shadowing, dB. */
export const levelSigmaDb = (beliefs: Beliefs, features: Features, band: Band, known = 0): number =>
  Math.hypot(beliefs.sigmaDb(features), ownSigmaDb(beliefs, features, band, known));
