import type { PerBand } from '../link/bands';
import { EDGE_REACH_M, strongestFirst, turnCosine, type Arrivals } from './arrivals';
import { crossingsBetween, type Crossings, type Spot3 } from '../geometry/crossings';
import { LEAST_TURN_DB, V_PER_TURN, edgeDb, turnV } from './edgeLoss';
import { legTo, legsTo, skipOf } from './rayLegs';
import { barrierHit } from '../geometry/meet';
import {
  FREE_1M_DB,
  NEAREST_M,
  NOTHING_HEARD_DB,
  diffractionCorrectionDb,
  lengthDbFrom,
  type LossCorrection,
} from './pathLoss';
import { passesThrough, portalsOf, type Portal } from './portals';
import type { Scene } from '../geometry/scene';

/** Whether the straight line already goes through a portal's opening: then it is no ray. */
export function onStraightWay(portal: Portal, unit: Spot3, p: Spot3): boolean {
  return portal.kind === 'opening' && barrierHit(portal.wall, unit, p)?.opening === portal.opening;
}

export interface Ray {
  /** What it goes round by: an edge at which it edges, or a face that throws it back. */
  round: 'edge' | 'face';
  lossDb: number;
  lengthM: number;
  /** What the legs before and behind the edge cross. */
  legs: Crossings[];
  /** Constructions passed at the edge: door, pane. */
  through: number[];
}

/** The best way found so far in one band. */
interface Best {
  lossDb: number;
  lengthM: number;
  portal: number;
}

const NO_LOSS: PerBand = [0, 0, 0];

/** A way with this much more loss than another adds less than a millionth of its power, dB. */
const NOTHING_ADDED_DB = 60;

/** What a way round must lose less than to add anything to a straight line, dB. */
export const indirectLimitDb = (straightDb: PerBand): PerBand =>
  straightDb.map((db) => Math.min(NOTHING_HEARD_DB, db + NOTHING_ADDED_DB)) as unknown as PerBand;

/**
 * The strongest paths from a unit to a point round an edge that the straight line does not pass, by band; null where none
 * loses less than `limitDb`. What does not depend on the band is worked out once for all three, and the leg from an edge to the
 * point only where the way could still win were nothing in it.
 */
export function strongestDiffractions(
  scene: Scene,
  unit: Spot3,
  arrivals: Arrivals,
  p: Spot3,
  limitDb: PerBand,
  correction?: LossCorrection,
): (Ray | null)[] {
  const portals = portalsOf(scene);
  const to = legsTo(scene, p, correction);
  const best: (Best | null)[] = [null, null, null];
  const limit = [...limitDb];
  const learntDb = diffractionCorrectionDb(correction);
  for (const j of strongestFirst([arrivals])) {
    const portal = portals[j]!;
    const arrival = arrivals[j]!;
    const [x, y, z] = [p.x - portal.at.x, p.y - portal.at.y, p.z - portal.at.z];
    const on = Math.sqrt(x * x + y * y + z * z);
    if (arrival.lengthM > EDGE_REACH_M && on > EDGE_REACH_M) continue;
    const lengthM = arrival.lengthM + on;
    const [a0, a1, a2] = arrival.lossDb;
    const from = LEAST_TURN_DB + learntDb + lengthDbFrom(lengthM);
    const known = to.legs[j]?.lossDb ?? NO_LOSS;
    if (
      a0 + known[0] + FREE_1M_DB[0] + from >= limit[0]! &&
      a1 + known[1] + FREE_1M_DB[1] + from >= limit[1]! &&
      a2 + known[2] + FREE_1M_DB[2] + from >= limit[2]!
    )
      continue;
    if (!passesThrough(portal, unit, p)) continue;
    const leg = legTo(scene, portals, to, j).lossDb;
    const spread = learntDb + 20 * Math.log10(Math.max(NEAREST_M, lengthM));
    const v = turnV(turnCosine(arrival, portal, p), arrival.lengthM, on);
    const losses = [
      a0 + leg[0] + FREE_1M_DB[0] + spread + edgeDb(portal.edge, v * V_PER_TURN[0]),
      a1 + leg[1] + FREE_1M_DB[1] + spread + edgeDb(portal.edge, v * V_PER_TURN[1]),
      a2 + leg[2] + FREE_1M_DB[2] + spread + edgeDb(portal.edge, v * V_PER_TURN[2]),
    ];
    if (losses.every((db, b) => db >= limit[b]!) || onStraightWay(portal, unit, p)) continue;
    for (let b = 0; b < 3; b++)
      if (losses[b]! < limit[b]!) {
        limit[b] = losses[b]!;
        best[b] = { lossDb: losses[b]!, lengthM, portal: j };
      }
  }
  // Two bands mostly go the same way: what it crosses is worked out once.
  const made = new Map<number, Ray>();
  return best.map((way) => {
    if (!way) return null;
    let ray = made.get(way.portal);
    if (!ray) {
      const portal = portals[way.portal]!;
      const legs = [
        crossingsBetween(scene, unit, portal.at, skipOf(portal)),
        legTo(scene, portals, to, way.portal).crossings,
      ];
      const through = portal.construction === null ? [] : [portal.construction];
      made.set(
        way.portal,
        (ray = { round: 'edge', lossDb: way.lossDb, lengthM: way.lengthM, legs, through }),
      );
    }
    return { ...ray, lossDb: way.lossDb };
  });
}

/** Two ways together, dB: −10·log10(10^(−a/10) + 10^(−b/10)). */
export function togetherDb(aDb: number, bDb: number): number {
  const low = Math.min(aDb, bDb);
  const apart = Math.abs(aDb - bDb);
  // Beyond 60 dB the weaker way adds less than a millionth of the power.
  return apart > 60 ? low : low - 10 * Math.log10(1 + 10 ** (-apart / 10));
}
