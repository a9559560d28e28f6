import { BANDS, type PerBand } from '../link/bands';
import type { Scene } from '../geometry/scene';
import { SPEED_LOCAL_LN, asLoss, priorSigma, speedFeatures, strengthOf, type Beliefs } from './beliefs';
import { lossParameter, type Features } from '../propagation/features';
import { nearby, type Residual } from './shadowing';
import { numberOf } from '../../stats/lru';

/** What a job has learnt, as plain data that can be handed to a worker. */
export interface Posterior {
  parameters: string[];
  /** In each parameter's own unit. */
  mean: number[];
  /** Row by row. */
  covariance: number[][];
  /** What the readings left over, for what lies near them. */
  left: Residual[];
  /** How far they scatter against the usual shadowing, as a factor. */
  strength: number;
}

/** Parameters that act on a level or a speed straight, not through the losses of a path. */
export const isOffset = (parameter: string): boolean => /^(device|unit|air|share)(:|$)/.test(parameter);

/** Beliefs of a posterior; parameters it does not know keep their priors. */
export function beliefsOf(scene: Scene, posterior: Posterior): Beliefs {
  const at = new Map(posterior.parameters.map((name, i) => [name, i]));
  const deltaDb = new Map<string, PerBand>();
  const meanOf = (name: string) => posterior.mean[at.get(name) ?? -1] ?? 0;
  for (const name of posterior.parameters) {
    const loss = asLoss(name);
    if (loss)
      deltaDb.set(
        loss.construction,
        BANDS.map((band) => meanOf(lossParameter(loss.construction, band))) as unknown as PerBand,
      );
  }
  const shift = (features: Features): number => {
    let sum = 0;
    for (const [name, by] of features) {
      const i = at.get(name);
      if (i !== undefined && isOffset(name)) sum += by * posterior.mean[i]!;
    }
    return sum;
  };
  const sigma = (features: Features): number => {
    let variance = 0;
    const known: [number, number][] = [];
    for (const [name, by] of features) {
      const i = at.get(name);
      if (i === undefined) variance += (by * priorSigma(name, scene)) ** 2;
      else known.push([i, by]);
    }
    for (const [i, a] of known) for (const [j, b] of known) variance += a * b * posterior.covariance[i]![j]!;
    return Math.sqrt(Math.max(0, variance));
  };
  const speeds = new Map(
    BANDS.map((band) => {
      const features = speedFeatures(band);
      return [band, { meanLn: shift(features), sigmaLn: Math.hypot(sigma(features), SPEED_LOCAL_LN) }];
    }),
  );
  return {
    correction: {
      id: `posterior ${numberOf(posterior)}`,
      deltaDb,
      clutterDbPerM: meanOf('clutter'),
      diffractionDb: meanOf('edge'),
    },
    shiftDb: shift,
    sigmaDb: sigma,
    left: posterior.left,
    strength: posterior.strength,
    near: (from, band, { x, y, z }, path) =>
      nearby(posterior.left, { from, band, x, y, z, strength: strengthOf(posterior.strength, path, band) }),
    speed: (band) => speeds.get(band)!,
  };
}
