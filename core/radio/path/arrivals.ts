import { BANDS, BAND_MHZ, type PerBand } from '../link/bands';
import { crossingsBetween, type Spot3 } from './crossings';
import { cacheOf, legFrom, legOf, skipOf, throughDb, type Leg, type LegCache } from './legs';
import { NOTHING_HEARD_DB, freeSpaceDb, lengthDbFrom, type LossCorrection } from './pathLoss';
import { passesThrough, portalsOf, samePlace, type Portal } from './portals';
import type { Scene } from './scene';

/** Loss of a bend, dB: 5 + 0.15 per degree, at most 20 (estimate, docs/model.md "Detours"). */
export function turnDb(cosine: number): number {
  const degrees = (Math.acos(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI;
  return Math.min(MOST_TURN_DB, LEAST_TURN_DB + 0.15 * degrees);
}
export const LEAST_TURN_DB = 5;
export const MOST_TURN_DB = 20;

/** Two bends of one way lie no farther apart than this in plan, m: it keeps large plots tractable (estimate). */
const SECOND_BEND_WITHIN_M = 40;

/**
 * Most bends that are followed from one unit. A house has one or two hundred; on a plot with more the nearest are followed,
 * with one bend a way, and the plan says so.
 */
export const MOST_BENDS = 300;

/** A way from a unit to a portal, straight or over one other portal. */
export interface Arrival {
  lengthM: number;
  /** What is crossed so far with the bend at the portal between, and the last opening itself, dB by band. */
  lossDb: PerBand;
  /** Point from which the portal is reached. */
  from: Spot3;
  /** Unit vector of arrival. */
  dx: number;
  dy: number;
  dz: number;
  via: number | null;
}

/** Cosine of the turn between an arrival and the way on to a point. */
export function turnCosine(a: Arrival, portal: Spot3, to: Spot3, distanceM: number): number {
  if (distanceM === 0) return 1;
  return (a.dx * (to.x - portal.x) + a.dy * (to.y - portal.y) + a.dz * (to.z - portal.z)) / distanceM;
}

/** A way that can never be the strongest: another is no longer and clearer by more than bends can make up. */
function dominated(a: Pick<Arrival, 'lengthM' | 'lossDb'>, others: readonly Arrival[]): boolean {
  const most = MOST_TURN_DB - LEAST_TURN_DB;
  for (const o of others)
    if (
      o.lengthM <= a.lengthM &&
      o.lossDb[0] + most <= a.lossDb[0] &&
      o.lossDb[1] + most <= a.lossDb[1] &&
      o.lossDb[2] + most <= a.lossDb[2]
    )
      return true;
  return false;
}

/** Unit vector and length from one point to another. */
function heading(from: Spot3, to: Spot3): { lengthM: number; dx: number; dy: number; dz: number } {
  const [x, y, z] = [to.x - from.x, to.y - from.y, to.z - from.z];
  const lengthM = Math.sqrt(x * x + y * y + z * z);
  const by = lengthM > 0 ? 1 / lengthM : 0;
  return { lengthM, dx: x * by, dy: y * by, dz: z * by };
}

/** The straight way from a unit to a portal. */
interface Straight {
  portal: Portal;
  /** Number of the portal. */
  at: number;
  lengthM: number;
  dx: number;
  dy: number;
  dz: number;
  leg: Leg;
  /** Loss of passing the portal itself, dB by band. */
  gate: PerBand;
  /** The least loss there in any band, free space included, dB. */
  leastDb: number;
}

/** The portals within reach of a unit, the nearest first where there are more than are followed, in the order of the scene. */
function withinReach(portals: readonly Portal[], unit: Spot3): number[] {
  const all = portals.map((_, j) => j);
  if (portals.length <= MOST_BENDS) return all;
  const farM = portals.map((p) => Math.hypot(p.at.x - unit.x, p.at.y - unit.y, p.at.z - unit.z));
  return all
    .sort((a, b) => farM[a]! - farM[b]!)
    .slice(0, MOST_BENDS)
    .sort((a, b) => a - b);
}

/**
 * All ways from a unit to each portal, straight and over one other, less those that can never win. One entry per portal,
 * empty where it is not followed. The loss holds everything but free space and the bend at the portal itself.
 */
export function arrivalsOf(scene: Scene, unit: Spot3, correction?: LossCorrection): Arrival[][] {
  const portals = portalsOf(scene);
  const cache = cacheOf(scene, correction);
  const straight = withinReach(portals, unit).map((at): Straight => {
    const portal = portals[at]!;
    const leg = legOf(scene, crossingsBetween(scene, unit, portal.at, skipOf(portal)), correction);
    const way = heading(unit, portal.at);
    const least = BANDS.map((_, b) => leg.lossDb[b]! + freeSpaceDb(way.lengthM, BAND_MHZ[b]!));
    const gate = BANDS.map((_, b) => throughDb(scene, portal, b, correction)) as unknown as PerBand;
    return { portal, at, ...way, leg, gate, leastDb: Math.min(...least) };
  });
  // The strongest first: what follows is then mostly passed over on its bound.
  const heard =
    portals.length > MOST_BENDS
      ? []
      : straight.filter((s) => s.leastDb < NOTHING_HEARD_DB).sort((a, b) => a.leastDb - b.leastDb);
  const ways: Arrival[][] = portals.map(() => []);
  for (const s of straight) ways[s.at] = waysTo(scene, cache, unit, s, heard, correction);
  return ways;
}

/** The ways to one portal: straight, and over each of some others that could be stronger somewhere behind it. */
function waysTo(
  scene: Scene,
  cache: LegCache,
  unit: Spot3,
  { portal, at, leg, gate: own, lengthM, dx, dy, dz }: Straight,
  heard: readonly Straight[],
  correction?: LossCorrection,
): Arrival[] {
  // Bends differ by this much at most: a way weaker than the straight one by more, and longer, can never win.
  const most = MOST_TURN_DB - LEAST_TURN_DB;
  const [limit0, limit1, limit2] = [leg.lossDb[0] + most, leg.lossDb[1] + most, leg.lossDb[2] + most];
  const withOwn = (a: number, b: number, c: number): PerBand => [a + own[0], b + own[1], c + own[2]];
  const ways: Arrival[] = [{ lengthM, dx, dy, dz, lossDb: withOwn(...leg.lossDb), from: unit, via: null }];
  for (const to of heard) {
    const first = to.portal;
    const so0 = to.leg.lossDb[0] + to.gate[0] + LEAST_TURN_DB;
    const so1 = to.leg.lossDb[1] + to.gate[1] + LEAST_TURN_DB;
    const so2 = to.leg.lossDb[2] + to.gate[2] + LEAST_TURN_DB;
    if (so0 >= limit0 && so1 >= limit1 && so2 >= limit2) continue;
    const apart = (first.at.x - portal.at.x) ** 2 + (first.at.y - portal.at.y) ** 2;
    if (apart > SECOND_BEND_WITHIN_M ** 2) continue;
    if (to.at === at || samePlace(first, portal) || !passesThrough(first, unit, portal.at)) continue;
    const [b0, b1, b2] = legFrom(scene, cache, to.at, at, correction).lossDb;
    if (so0 + b0 >= limit0 && so1 + b1 >= limit1 && so2 + b2 >= limit2) continue;
    const on = heading(first.at, portal.at);
    const bend = turnDb(to.dx * on.dx + to.dy * on.dy + to.dz * on.dz) - LEAST_TURN_DB;
    const way = {
      lengthM: to.lengthM + on.lengthM,
      dx: on.dx,
      dy: on.dy,
      dz: on.dz,
      from: first.at,
      via: to.at,
    };
    const arrival = { ...way, lossDb: withOwn(so0 + b0 + bend, so1 + b1 + bend, so2 + b2 + bend) };
    if (!dominated(arrival, ways)) ways.push(arrival);
  }
  // The clearest first: what follows is then mostly passed over on its bound.
  return ways.length > 1 ? ways.sort((a, b) => a.lossDb[1] - b.lossDb[1]) : ways;
}

/** The least that any of the ways to a portal loses, dB by band, free space left out, and the shortest of them, m. */
interface Least {
  lossDb: PerBand;
  lengthM: number;
}

const leastKnown = new WeakMap<readonly Arrival[], Least>();

export function leastOf(ways: readonly Arrival[]): Least {
  let least = leastKnown.get(ways);
  if (!least) {
    const lossDb = BANDS.map((_, b) => Math.min(...ways.map((w) => w.lossDb[b]!))) as unknown as PerBand;
    leastKnown.set(ways, (least = { lossDb, lengthM: Math.min(...ways.map((w) => w.lengthM)) }));
  }
  return least;
}

/** What the clearest way to a portal loses at 5 GHz, from below, dB; Infinity where it is not followed. */
function rankDb(ways: readonly Arrival[]): number {
  const clearest = ways[0];
  return clearest ? clearest.lossDb[1] + lengthDbFrom(clearest.lengthM) : Infinity;
}

const orderKnown = new WeakMap<readonly Arrival[][], readonly number[]>();

/**
 * Portals that some units follow, by the least any of them loses there: the strongest early on leave little to try for the
 * rest. The order of one unit is kept with its arrivals.
 */
export function strongestFirst(units: readonly (readonly Arrival[][])[]): readonly number[] {
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
