import { BANDS, type PerBand } from '../link/bands';
import { crossingsBetween, type Crossings, type Skip, type Spot3 } from './crossings';
import { correctedLossDb, crossedAllDb, type LossCorrection } from './pathLoss';
import { portalsOf, type Portal } from './portals';
import type { Scene } from './scene';

export function skipOf(...portals: readonly (Portal | null)[]): Skip {
  return {
    barriers: portals.flatMap((p) => (p?.wall ? [p.wall] : [])),
    slabs: portals.flatMap((p) => (p?.slab ? [p.slab] : [])),
  };
}

export interface Leg {
  crossings: Crossings;
  lossDb: PerBand;
}

export function legOf(scene: Scene, crossings: Crossings, correction?: LossCorrection): Leg {
  return { crossings, lossDb: crossedAllDb(scene, crossings, correction) };
}

export function throughDb(scene: Scene, portal: Portal, i: number, correction?: LossCorrection): number {
  return portal.construction < 0 ? 0 : correctedLossDb(scene, portal.construction, BANDS[i]!, correction);
}

/** What legs cross: geometry alone, so kept once a scene whatever has been learnt about losses. */
interface Geometry {
  /** From portal i to portal j at i · portals + j. */
  between: (Crossings | undefined)[];
  toPoints: Map<string, (Crossings | undefined)[]>;
  /** Losses of the legs under each correction met lately. */
  losses: Map<string, LegCache>;
}

export interface LegCache {
  between: (Leg | undefined)[];
  toPoints: Map<string, PointLegs>;
}

/** Legs from each portal to a fixed point, as far as anybody has asked for them. */
export interface PointLegs {
  at: Spot3;
  crossings: (Crossings | undefined)[];
  legs: (Leg | undefined)[];
  correction: LossCorrection | undefined;
}

const geometries = new WeakMap<Scene, Geometry>();
/** Points and corrections kept; more are met only while something is dragged or calibrated. */
const MOST_POINTS = 2000;
const MOST_CORRECTIONS = 4;

function geometryOf(scene: Scene): Geometry {
  let geometry = geometries.get(scene);
  if (!geometry) geometries.set(scene, (geometry = { between: [], toPoints: new Map(), losses: new Map() }));
  return geometry;
}

export function cacheOf(scene: Scene, correction: LossCorrection | undefined): LegCache {
  const { losses } = geometryOf(scene);
  const key = correction?.id ?? '';
  let cache = losses.get(key);
  if (!cache) {
    if (losses.size >= MOST_CORRECTIONS) losses.delete(losses.keys().next().value!);
    losses.set(key, (cache = { between: [], toPoints: new Map() }));
  }
  return cache;
}

export function legFrom(
  scene: Scene,
  cache: LegCache,
  i: number,
  j: number,
  correction?: LossCorrection,
): Leg {
  const portals = portalsOf(scene);
  const key = i * portals.length + j;
  const known = cache.between[key];
  if (known) return known;
  const { between } = geometryOf(scene);
  const crossings = (between[key] ??= crossingsBetween(
    scene,
    portals[i]!.at,
    portals[j]!.at,
    skipOf(portals[i]!, portals[j]!),
  ));
  return (cache.between[key] = legOf(scene, crossings, correction));
}

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
  const cache = cacheOf(scene, correction);
  const key = `${p.x},${p.y},${p.z}`;
  const known = cache.toPoints.get(key);
  if (known) return known;
  const { toPoints } = geometryOf(scene);
  let crossings = toPoints.get(key);
  if (!crossings) {
    if (toPoints.size > MOST_POINTS) toPoints.clear();
    toPoints.set(key, (crossings = []));
  }
  const legs: PointLegs = { at: p, crossings, legs: [], correction };
  if (cache.toPoints.size > MOST_POINTS) cache.toPoints.clear();
  cache.toPoints.set(key, legs);
  return legs;
}
