import { BAND_MHZ, type PerBand } from '../link/bands';
import { LEAST_TURN_DB, leastOf, strongestFirst, turnCosine, turnDb, type Arrival } from './arrivals';
import { MEETS_WALL, barrierHit, crossingsBetween, type Crossings, type Spot3 } from './crossings';
import { cacheOf, legFrom, legTo, legsTo, skipOf, type Leg } from './legs';
import { NEAREST_M, NOTHING_HEARD_DB, freeSpaceDb, lengthDbFrom, type LossCorrection } from './pathLoss';
import { passesThrough, portalsOf, type Portal } from './portals';
import type { Scene } from './scene';

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

/** The best way found so far in one band. */
interface Best {
  lossDb: number;
  lengthM: number;
  arrival: Arrival;
  portal: number;
}

const NO_LOSS: PerBand = [0, 0, 0];
const MHZ_DB = BAND_MHZ.map((mhz) => freeSpaceDb(1, mhz));

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
  for (const j of strongestFirst([arrivals])) {
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
