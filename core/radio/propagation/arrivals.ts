import { BANDS, BAND_MHZ, type PerBand } from '../link/bands';
import { crossingsBetween, type Spot3 } from '../geometry/crossings';
import { legOf, skipOf, throughDb } from './rayLegs';
import { LEAST_TURN_DB } from './edgeLoss';
import { NOTHING_HEARD_DB, freeSpaceDb, lengthDbFrom, type LossCorrection } from './pathLoss';
import { portalsOf, type Portal } from './portals';
import type { Scene } from '../geometry/scene';

/** Most edges that are followed from one unit. A house has one or two hundred; on a plot with more the nearest are. */
export const MOST_EDGES = 300;

/**
 * An edge is followed where it lies at most this far from one end of the way, m (estimate): farther from both its edge throws
 * next to nothing, and a plot of many houses stays tractable. An odd length: one that a careful hand draws would be told apart by
 * rounding.
 */
export const EDGE_REACH_M = 25.037;

/** The straight way from a unit to a portal. */
export interface Arrival {
  lengthM: number;
  /** What is crossed so far with the opening at the portal itself, dB by band; free space and the edge are not in it. */
  lossDb: PerBand;
  /** Heading on arrival as a unit vector: in plan at an upright edge, in space at a stairwell, where edges lie flat. */
  dx: number;
  dy: number;
  dz: number;
}

/** Arrivals by number of the portal; null where it is not followed. */
export type Arrivals = readonly (Arrival | null)[];

/** Whether an edge turns in plan alone: upright edges do, whatever the way does in height. */
export const turnsInPlan = (portal: Portal): boolean => portal.kind !== 'stairwell';

/** Cosine of the turn between an arrival and the way on to a point. */
export function turnCosine(a: Arrival, portal: Portal, to: Spot3): number {
  const x = to.x - portal.at.x;
  const y = to.y - portal.at.y;
  const z = turnsInPlan(portal) ? 0 : to.z - portal.at.z;
  const length = Math.sqrt(x * x + y * y + z * z);
  return length === 0 ? 1 : (a.dx * x + a.dy * y + a.dz * z) / length;
}

/** The portals within reach of a unit, the nearest first where there are more than are followed, in the order of the scene. */
function withinReach(portals: readonly Portal[], unit: Spot3): number[] {
  const all = portals.map((_, j) => j);
  if (portals.length <= MOST_EDGES) return all;
  const farM = portals.map((p) => Math.hypot(p.at.x - unit.x, p.at.y - unit.y, p.at.z - unit.z));
  return all
    .sort((a, b) => farM[a]! - farM[b]!)
    .slice(0, MOST_EDGES)
    .sort((a, b) => a - b);
}

/** Heading from one point to another; straight up or down in plan it has none, and no turn is made of it. */
function heading(from: Spot3, portal: Portal): Pick<Arrival, 'dx' | 'dy' | 'dz'> {
  const x = portal.at.x - from.x;
  const y = portal.at.y - from.y;
  const z = turnsInPlan(portal) ? 0 : portal.at.z - from.z;
  const length = Math.sqrt(x * x + y * y + z * z);
  const by = length > 0 ? 1 / length : 0;
  return { dx: x * by, dy: y * by, dz: z * by };
}

/**
 * The straight way from a unit to each portal within reach, where anything could still be heard behind it. One edge is
 * followed a way: a second brought nothing (docs/how-true.md).
 */
export function arrivalsOf(scene: Scene, unit: Spot3, correction?: LossCorrection): Arrivals {
  const portals = portalsOf(scene);
  const ways: (Arrival | null)[] = portals.map(() => null);
  for (const j of withinReach(portals, unit)) {
    const portal = portals[j]!;
    const { crossings, lossDb } = legOf(
      scene,
      crossingsBetween(scene, unit, portal.at, skipOf(portal)),
      correction,
    );
    const lengthM = crossings.distanceM;
    const whole = BANDS.map(
      (_, b) => lossDb[b]! + throughDb(scene, portal, b, correction),
    ) as unknown as PerBand;
    const heard = whole.some(
      (db, b) => db + freeSpaceDb(lengthM, BAND_MHZ[b]!) + LEAST_TURN_DB < NOTHING_HEARD_DB,
    );
    if (heard) ways[j] = { lengthM, lossDb: whole, ...heading(unit, portal) };
  }
  return ways;
}

/** What the way to a portal loses at 5 GHz, from below, dB; Infinity where it is not followed. */
const rankDb = (way: Arrival | null): number => (way ? way.lossDb[1] + lengthDbFrom(way.lengthM) : Infinity);

const orderKnown = new WeakMap<Arrivals, readonly number[]>();

/**
 * Portals that some units follow, by the least any of them loses there: the strongest early on leave little to try for the
 * rest. The order of one unit is kept with its arrivals.
 */
export function strongestFirst(units: readonly Arrivals[]): readonly number[] {
  const [only] = units;
  const known = units.length === 1 && orderKnown.get(only!);
  if (known) return known;
  const rank = (only ?? []).map((_, j) => Math.min(...units.map((arrivals) => rankDb(arrivals[j]!))));
  const order = rank
    .map((_, j) => j)
    .filter((j) => rank[j]! < Infinity)
    .sort((a, b) => rank[a]! - rank[b]!);
  if (units.length === 1) orderKnown.set(only!, order);
  return order;
}
