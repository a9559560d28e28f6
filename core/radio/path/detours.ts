import { BANDS, BAND_MHZ, type PerBand } from '../link/bands';
import { MEETS_WALL, barrierHit, crossingsBetween, type Crossings, type Skip, type Spot3 } from './crossings';
import {
  NEAREST_M,
  NOTHING_HEARD_DB,
  correctedLossDb,
  crossedAllDb,
  freeSpaceDb,
  lengthDbFrom,
  type LossCorrection,
} from './pathLoss';
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

function skipOf(...portals: readonly (Portal | null)[]): Skip {
  return {
    barriers: portals.flatMap((p) => (p?.wall ? [p.wall] : [])),
    slabs: portals.flatMap((p) => (p?.slab ? [p.slab] : [])),
  };
}

interface Leg {
  crossings: Crossings;
  lossDb: PerBand;
}

function legOf(scene: Scene, crossings: Crossings, correction?: LossCorrection): Leg {
  return { crossings, lossDb: crossedAllDb(scene, crossings, correction) };
}

function throughDb(scene: Scene, portal: Portal, i: number, correction?: LossCorrection): number {
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

interface LegCache {
  between: (Leg | undefined)[];
  toPoints: Map<string, PointLegs>;
}

/** Legs from each portal to a fixed point, as far as anybody has asked for them. */
interface PointLegs {
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

function cacheOf(scene: Scene, correction: LossCorrection | undefined): LegCache {
  const { losses } = geometryOf(scene);
  const key = correction?.id ?? '';
  let cache = losses.get(key);
  if (!cache) {
    if (losses.size >= MOST_CORRECTIONS) losses.delete(losses.keys().next().value!);
    losses.set(key, (cache = { between: [], toPoints: new Map() }));
  }
  return cache;
}

function legFrom(scene: Scene, cache: LegCache, i: number, j: number, correction?: LossCorrection): Leg {
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

function leastOf(ways: readonly Arrival[]): Least {
  let least = leastKnown.get(ways);
  if (!least) {
    const lossDb = BANDS.map((_, b) => Math.min(...ways.map((w) => w.lossDb[b]!))) as unknown as PerBand;
    leastKnown.set(ways, (least = { lossDb, lengthM: Math.min(...ways.map((w) => w.lengthM)) }));
  }
  return least;
}

const orderKnown = new WeakMap<readonly Arrival[][], number[]>();

/** Portals that are followed, by the least their ways lose: the strongest early on leave little to try for the rest. */
function strongestFirst(arrivals: readonly Arrival[][]): readonly number[] {
  let order = orderKnown.get(arrivals);
  if (!order) {
    const rank = arrivals.map((ways) => {
      if (ways.length === 0) return Infinity;
      const { lossDb, lengthM } = leastOf(ways);
      return lossDb[1] + 20 * Math.log10(Math.max(NEAREST_M, lengthM));
    });
    order = arrivals
      .map((_, j) => j)
      .filter((j) => rank[j]! < Infinity)
      .sort((a, b) => rank[a]! - rank[b]!);
    orderKnown.set(arrivals, order);
  }
  return order;
}

/** Whether the straight line already goes through a portal's opening: then it is no detour. */
export function onStraightWay(portal: Portal, unit: Spot3, p: Spot3): boolean {
  if (!portal.wall) return false;
  const hit = barrierHit(portal.wall, unit, p);
  return hit > MEETS_WALL && hit === portal.opening;
}

export interface Detour {
  lossDb: number;
  lengthM: number;
  /** What each straight leg crosses. */
  legs: Crossings[];
  /** Constructions passed at the bends: doors, panes. */
  through: number[];
}

/** The leg from a portal to a fixed point, worked out when it is first asked for. */
function legTo(scene: Scene, portals: readonly Portal[], to: PointLegs, j: number): Leg {
  return (to.legs[j] ??= legOf(
    scene,
    (to.crossings[j] ??= crossingsBetween(scene, portals[j]!.at, to.at, skipOf(portals[j]!))),
    to.correction,
  ));
}

/** What is known of the legs to a fixed point. */
function legsTo(scene: Scene, p: Spot3, correction?: LossCorrection): PointLegs {
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

/** The best way found so far in one band. */
interface Best {
  lossDb: number;
  lengthM: number;
  arrival: Arrival;
  portal: number;
}

const NO_LOSS: PerBand = [0, 0, 0];
const MHZ_DB = BAND_MHZ.map((mhz) => 20 * Math.log10(mhz) - 27.55);

/** A way with this much more loss than another adds less than a millionth of its power, dB. */
const NOTHING_ADDED_DB = 60;

/**
 * The strongest paths from a unit to a point through one or two openings that the straight line does not pass, by band;
 * null where none loses less than `NOTHING_HEARD_DB`, or none so little that it would add anything to a straight line of
 * `straightDb`. What does not depend on the band is worked out once for all three, and the leg from a bend to the point
 * only where the way could still win were nothing in it.
 */
export function strongestDetours(
  scene: Scene,
  unit: Spot3,
  arrivals: readonly Arrival[][],
  p: Spot3,
  straightDb: PerBand,
  correction?: LossCorrection,
): (Detour | null)[] {
  const portals = portalsOf(scene);
  const to = legsTo(scene, p, correction);
  const best: (Best | null)[] = [null, null, null];
  const limit = straightDb.map((db) => Math.min(NOTHING_HEARD_DB, db + NOTHING_ADDED_DB));
  for (const j of strongestFirst(arrivals)) {
    const portal = portals[j]!;
    const ways = arrivals[j]!;
    const [x, y, z] = [p.x - portal.at.x, p.y - portal.at.y, p.z - portal.at.z];
    const on = Math.sqrt(x * x + y * y + z * z);
    let leg = to.legs[j]?.lossDb ?? null;
    const least = leastOf(ways);
    const from = LEAST_TURN_DB + lengthDbFrom(least.lengthM + on);
    const known = leg ?? NO_LOSS;
    if (
      least.lossDb[0] + known[0] + MHZ_DB[0]! + from >= limit[0]! &&
      least.lossDb[1] + known[1] + MHZ_DB[1]! + from >= limit[1]! &&
      least.lossDb[2] + known[2] + MHZ_DB[2]! + from >= limit[2]!
    )
      continue;
    let onWay: boolean | null = null;
    for (const arrival of ways) {
      const lengthM = arrival.lengthM + on;
      const [a0, a1, a2] = arrival.lossDb;
      const bound = LEAST_TURN_DB + lengthDbFrom(lengthM);
      const sure = leg ?? NO_LOSS;
      if (
        a0 + sure[0] + MHZ_DB[0]! + bound >= limit[0]! &&
        a1 + sure[1] + MHZ_DB[1]! + bound >= limit[1]! &&
        a2 + sure[2] + MHZ_DB[2]! + bound >= limit[2]!
      )
        continue;
      if (!passesThrough(portal, arrival.from, p)) continue;
      leg ??= legTo(scene, portals, to, j).lossDb;
      const spread = LEAST_TURN_DB + 20 * Math.log10(Math.max(NEAREST_M, lengthM));
      const c0 = a0 + leg[0] + MHZ_DB[0]! + spread;
      const c1 = a1 + leg[1] + MHZ_DB[1]! + spread;
      const c2 = a2 + leg[2] + MHZ_DB[2]! + spread;
      if (c0 >= limit[0]! && c1 >= limit[1]! && c2 >= limit[2]!) continue;
      const bend = turnDb(turnCosine(arrival, portal.at, p, on)) - LEAST_TURN_DB;
      if (c0 + bend >= limit[0]! && c1 + bend >= limit[1]! && c2 + bend >= limit[2]!) continue;
      onWay ??= onStraightWay(portal, unit, p);
      if (onWay || (arrival.via !== null && onStraightWay(portals[arrival.via]!, unit, p))) continue;
      const losses = [c0 + bend, c1 + bend, c2 + bend];
      for (let b = 0; b < 3; b++)
        if (losses[b]! < limit[b]!) {
          limit[b] = losses[b]!;
          best[b] = { lossDb: losses[b]!, lengthM, arrival, portal: j };
        }
    }
  }
  // Two bands mostly go the same way: what it crosses is worked out once.
  const made = new Map<Arrival, Detour & { portal: number }>();
  return best.map((way) => {
    if (!way) return null;
    const twin = made.get(way.arrival);
    if (twin?.portal === way.portal) return { ...twin, lossDb: way.lossDb };
    const detour = detourOf(scene, unit, way, legTo(scene, portals, to, way.portal), correction);
    made.set(way.arrival, { ...detour, portal: way.portal });
    return detour;
  });
}

/** What a way crosses, leg by leg, and what it passes at its bends. */
function detourOf(
  scene: Scene,
  unit: Spot3,
  { arrival, portal, lossDb, lengthM }: Best,
  { crossings: last }: Leg,
  correction?: LossCorrection,
): Detour {
  const portals = portalsOf(scene);
  const first = (to: Portal) => crossingsBetween(scene, unit, to.at, skipOf(to));
  const parts: Crossings[] =
    arrival.via === null
      ? [first(portals[portal]!), last]
      : [
          first(portals[arrival.via]!),
          legFrom(scene, cacheOf(scene, correction), arrival.via, portal, correction).crossings,
          last,
        ];
  const through = [
    portals[portal]!.construction,
    arrival.via === null ? -1 : portals[arrival.via]!.construction,
  ];
  return { lossDb, lengthM, legs: parts, through: through.filter((c) => c >= 0) };
}

/** Two ways together, dB: −10·log10(10^(−a/10) + 10^(−b/10)). */
export function togetherDb(aDb: number, bDb: number): number {
  const low = Math.min(aDb, bDb);
  const apart = Math.abs(aDb - bDb);
  // Beyond 60 dB the weaker way adds less than a millionth of the power.
  return apart > 60 ? low : low - 10 * Math.log10(1 + 10 ** (-apart / 10));
}
