import type { Point } from '../model/schema';

/**
 * Minutes of laying a cable (estimates, docs/model.md "Prices and times"): each metre indoors, clipped along a building, and
 * hung or buried over the open yard; a duct and each metre in it; each floor drilled. A wall takes what `holeThrough` says. A proposed route is the one of the fewest minutes.
 */
export const LAY_MIN = {
  perMIndoors: 1,
  perMOutdoors: 0.8,
  perMYard: 3,
  duct: 20,
  perMDuct: 0.4,
  floor: 20,
  /** A seal and a drip loop where a cable goes through an outer wall. */
  entry: 10,
} as const;

/**
 * How a stretch of a route lies: along the walls of a room, from the wall to the thing itself, through a wall, through an
 * opening that has no door, through a floor, up a stairwell, along the outside of a building, over the yard, in a duct.
 */
export type LegKind = 'wall' | 'drop' | 'hole' | 'opening' | 'floor' | 'stairs' | 'outside' | 'yard' | 'duct';

/** A point of a route; a storey of null is in the open. */
export interface RoutePoint extends Point {
  storeyId: string | null;
  levelM: number;
}

export interface RouteLeg {
  kind: LegKind;
  from: RoutePoint;
  to: RoutePoint;
  lengthM: number;
  /** Walls that are drilled on the way: one for a hole, and each wall that ends in the room where a wall leg passes it. */
  wallIds: readonly string[];
  ductId: string | null;
}

/** Minutes a leg takes; `holes` are those its walls take. */
export function legMin(kind: LegKind, lengthM: number, holes: number): number {
  switch (kind) {
    case 'hole':
      return holes + lengthM * LAY_MIN.perMIndoors;
    case 'floor':
      return LAY_MIN.floor + lengthM * LAY_MIN.perMIndoors;
    case 'duct':
      return LAY_MIN.duct + lengthM * LAY_MIN.perMDuct;
    case 'outside':
      return holes + lengthM * LAY_MIN.perMOutdoors;
    case 'yard':
      return lengthM * LAY_MIN.perMYard;
    default:
      return holes + lengthM * LAY_MIN.perMIndoors;
  }
}

/** Whether two stretches cross within both, ends left out. */
export function crosses(a: Point, b: Point, c: Point, d: Point): boolean {
  const side = (p: Point, q: Point, r: Point) =>
    (q.xM - p.xM) * (r.yM - p.yM) - (q.yM - p.yM) * (r.xM - p.xM);
  const [s1, s2, s3, s4] = [side(a, b, c), side(a, b, d), side(c, d, a), side(c, d, b)];
  return s1 * s2 < -1e-12 && s3 * s4 < -1e-12;
}
