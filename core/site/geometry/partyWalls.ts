import { group } from 'd3-array';
import { ownedBy } from '../../stats/lru';
import { apartM, onto } from './apart';
import { MEET_M } from './rooms';
import { pointAt, sharedStretch, sidesOf, uncovered } from './stretches';
import { boxAround } from '../model/levels';
import type { Building, Opening, Site, Storey, Wall } from '../model/schema';

/** Outer walls of two buildings that lie on each other for so long make them adjoin, m. */
const LEAST_SHARED_M = 0.5;
/** So much of the height of a wall has to stand beside the other for both to be one. */
const LEAST_HEIGHT = 0.8;

/** Most pairs of sides of two buildings that are compared: beyond that they count as apart. */
const MOST_PAIRS = 20_000;

const sidesOfAll = ownedBy((b: Building) => b.storeys.flatMap((s) => sidesOf(s.outline)));
const known = ownedBy((_: Building) => new WeakMap<Building, boolean>());

const boxOf = ownedBy((b: Building) =>
  boxAround(
    b.storeys.flatMap((s) => s.outline),
    MEET_M,
  ),
);

function standsBeside(one: Building, other: Building): boolean {
  const [p, q] = [boxOf(one), boxOf(other)];
  // Most buildings of a plot stand far from each other.
  if (p.minXM > q.maxXM || q.minXM > p.maxXM || p.minYM > q.maxYM || q.minYM > p.maxYM) return false;
  const [sides, others] = [sidesOfAll(one), sidesOfAll(other)];
  if (sides.length * others.length > MOST_PAIRS) return false;
  return sides.some((side) =>
    others.some((beside) => {
      const both = sharedStretch(side, beside);
      return both !== null && apartM(both.a, both.b) >= LEAST_SHARED_M;
    }),
  );
}

/** Whether two buildings stand wall to wall: a side of one lies along a side of the other. */
export function adjoin(one: Building, other: Building): boolean {
  const found = known(one).get(other) ?? standsBeside(one, other);
  known(one).set(other, found);
  return found;
}

/** Share of the height of a storey that another stands beside. */
const besideShare = (s: Storey, other: Storey): number =>
  (Math.min(s.floorLevelM + s.heightM, other.floorLevelM + other.heightM) -
    Math.max(s.floorLevelM, other.floorLevelM)) /
  s.heightM;

/** An opening as it lies in another wall that holds its middle; null where it does not. */
function movedTo(wall: Wall, from: Wall, o: Opening, raisedM: number): Opening | null {
  const [long, length] = [apartM(from.a, from.b), apartM(wall.a, wall.b)];
  const ends = [o.offsetM, o.offsetM + o.widthM].map(
    (m) => length * onto(wall.a, wall.b, pointAt(from, m / long)).t,
  );
  const [start, end] = [Math.min(...ends), Math.max(...ends)];
  if (end - start < o.widthM / 2) return null;
  return {
    ...o,
    wallId: wall.id,
    offsetM: start,
    widthM: end - start,
    sillM: Math.max(0, o.sillM + raisedM),
  };
}

/**
 * The site with each party wall once: where buildings stand wall to wall, a stretch that is drawn for both counts as it is drawn
 * for the first of them, with the doors and windows of both. The same site where none adjoin.
 */
export function partyWallsOnce(site: Site): Site {
  const { buildings } = site;
  const beside = new Map<string, Building[]>();
  buildings.forEach((b, i) => {
    const earlier = buildings.slice(0, i).filter((o) => adjoin(b, o));
    if (earlier.length > 0) beside.set(b.id, earlier);
  });
  if (beside.size === 0) return site;
  const storeyOf = new Map(
    buildings.flatMap((b) => b.storeys.map((s) => [s.id, { storey: s, building: b }])),
  );
  let { openings } = site;
  const walls: Wall[] = [];
  const ofStorey = group(
    site.walls.filter((w) => w.heightM === null),
    (w) => w.storeyId,
  );
  for (const wall of site.walls) {
    const own = storeyOf.get(wall.storeyId);
    const others = own && wall.heightM === null ? beside.get(own.building.id) : undefined;
    if (!own || !others) {
      walls.push(wall);
      continue;
    }
    const near = others.flatMap((b) => b.storeys).filter((s) => besideShare(own.storey, s) >= LEAST_HEIGHT);
    const along = near.flatMap((s) => ofStorey.get(s.id) ?? []);
    const left = uncovered(wall, along).map((s, i): Wall => ({
      ...wall,
      ...s,
      id: i === 0 ? wall.id : `${wall.id}~${i}`,
    }));
    walls.push(...left);
    if (left.length === 1 && apartM(left[0]!.a, left[0]!.b) === apartM(wall.a, wall.b)) continue;
    openings = openings.map((o) => {
      if (o.wallId !== wall.id) return o;
      for (const to of [...left, ...along]) {
        const raisedM = own.storey.floorLevelM - storeyOf.get(to.storeyId)!.storey.floorLevelM;
        const moved = sharedStretch(wall, to) && movedTo(to, wall, o, raisedM);
        if (moved) return moved;
      }
      return o;
    });
  }
  return { ...site, walls, openings };
}
