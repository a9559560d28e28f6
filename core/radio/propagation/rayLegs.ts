import { BANDS, type PerBand } from '../link/bands';
import { crossingsBetween, type Crossings, type Skip, type Spot3 } from '../geometry/crossings';
import { correctedLossDb, crossedAllDb, type LossCorrection } from './pathLoss';
import type { Portal } from './portals';
import type { Scene } from '../geometry/scene';
import { ownedBy, lru, type Lru } from '../../stats/lru';

/** What a leg that ends at a portal does not cross: the wall or floor it is an opening of. */
export function skipOf(portal: Portal): Skip {
  return {
    barriers: portal.kind === 'opening' ? [portal.wall] : [],
    slabs: portal.kind === 'stairwell' ? [portal.slab] : [],
  };
}

export interface Leg {
  crossings: Crossings;
  lossDb: PerBand;
}

export function legOf(scene: Scene, crossings: Crossings, correction?: LossCorrection): Leg {
  return { crossings, lossDb: crossedAllDb(scene, crossings, correction) };
}

/** Loss of what fills the opening at a portal, dB. */
export function throughDb(scene: Scene, portal: Portal, i: number, correction?: LossCorrection): number {
  return portal.construction === null
    ? 0
    : correctedLossDb(scene, portal.construction, BANDS[i]!, correction);
}

/** Legs from each portal to a fixed point, as far as anybody has asked for them. */
export interface PointLegs {
  at: Spot3;
  crossings: (Crossings | undefined)[];
  legs: (Leg | undefined)[];
  correction: LossCorrection | undefined;
}

/** What legs cross is geometry alone, kept once a scene; their losses by correction. Both by point. */
const MOST_POINTS = 2000;
const MOST_CORRECTIONS = 4;
const knownOf = ownedBy((_: Scene) => ({
  crossings: lru<string, (Crossings | undefined)[]>(MOST_POINTS),
  byCorrection: lru<string, Lru<string, PointLegs>>(MOST_CORRECTIONS),
}));

/** The leg from a portal to a fixed point, worked out when it is first asked for. */
export function legTo(scene: Scene, portals: readonly Portal[], to: PointLegs, j: number): Leg {
  return (to.legs[j] ??= legOf(
    scene,
    (to.crossings[j] ??= crossingsBetween(scene, portals[j]!.at, to.at, skipOf(portals[j]!))),
    to.correction,
  ));
}

/** What is known of the legs to a fixed point. */
export function legsTo(scene: Scene, p: Spot3, correction?: LossCorrection): PointLegs {
  const known = knownOf(scene);
  const key = `${p.x},${p.y},${p.z}`;
  const byPoint = known.byCorrection(correction?.id ?? '', () => lru(MOST_POINTS));
  return byPoint(key, () => ({
    at: p,
    crossings: known.crossings(key, () => []),
    legs: [],
    correction,
  }));
}
