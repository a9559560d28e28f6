import { polygonCentroid } from 'd3-polygon';
import { inside, levelOf, pairs, storeysById } from '../model/levels';
import type { Opening, Place, Point, Site } from '../model/schema';
import { apartM } from './apart';
import { roomsOn } from './rooms';

/** A metre to climb counts as this much way, m (estimate). */
const CLIMB_M_PER_M = 6;
/** What nobody has drawn a way to is reached on the straight line and so much round, m (estimate). */
const ROUND_M = 6;
/** So far to either side of a doorway it is the room there, m. */
const STEP_M = 0.2;
/** A door in an outer wall so far above or below the ground leads out, m; higher up it is a balcony. */
const OUT_M = 1.8;
/** Most doorways and places together between which ways through doors are found; beyond that they are straight. */
const MOST_NODES = 400;

/** Somewhere one passes, and the spaces it belongs to: a room, what is left of a storey, the yard. */
interface Node {
  at: Point;
  spaces: readonly string[];
}

/** A sill one steps over, m. */
const STEP_OVER_M = 0.5;
const isPassable = (o: Opening): boolean => o.kind !== 'window' && o.sillM <= STEP_OVER_M;

/** Height of the floor under a place above the ground, m. */
const floorM = (site: Site, p: Place) => levelOf(site, { ...p, heightM: 0 });

/** Straight over, with what there is to climb: within a building from floor to floor, else down to the ground and up again. */
function straightM(site: Site, a: Place, b: Place): number {
  const storeys = storeysById(site);
  const building = (p: Place) => (p.storeyId ? storeys.get(p.storeyId)?.building.id : null);
  const [up, down] = [floorM(site, a), floorM(site, b)];
  const climbM = building(a) === building(b) ? Math.abs(up - down) : Math.abs(up) + Math.abs(down);
  return apartM(a, b) + CLIMB_M_PER_M * climbM;
}

/** The space a point of a storey lies in; null where it is outside, above the ground. */
function spaceAt(site: Site, storeyId: string | null, p: Point): string | null {
  const storey = storeyId === null ? undefined : storeysById(site).get(storeyId)?.storey;
  if (!storey) return 'yard';
  const room = roomsOn(site, storey.id).findIndex((r) => inside(r.outline, p.xM, p.yM));
  if (room >= 0) return `${storey.id} ${room}`;
  if (inside(storey.outline, p.xM, p.yM)) return storey.id;
  // Behind the outer wall may stand another building, wall to wall.
  const beside = site.buildings
    .flatMap((b) => b.storeys)
    .find((s) => inside(s.outline, p.xM, p.yM) && Math.abs(s.floorLevelM - storey.floorLevelM) <= OUT_M / 2);
  if (beside) return spaceAt(site, beside.id, p);
  return Math.abs(storey.floorLevelM) <= OUT_M ? 'yard' : null;
}

/** Doors and open passages, each in the spaces on both its sides. */
function doorways(site: Site): Node[] {
  const walls = new Map(site.walls.map((w) => [w.id, w]));
  return site.openings.filter(isPassable).flatMap((o): Node[] => {
    const w = walls.get(o.wallId);
    if (!w) return [];
    const long = apartM(w.a, w.b);
    const [dx, dy] = [(w.b.xM - w.a.xM) / long, (w.b.yM - w.a.yM) / long];
    const along = o.offsetM + o.widthM / 2;
    const at = { xM: w.a.xM + dx * along, yM: w.a.yM + dy * along };
    const sides = [-STEP_M, STEP_M].map((s) =>
      spaceAt(site, w.storeyId, { xM: at.xM - dy * s, yM: at.yM + dx * s }),
    );
    return [{ at, spaces: sides.filter((s) => s !== null) }];
  });
}

/** Stairs: the foot and the head of each, and what there is to climb between them, m. */
function stairs(site: Site): [Node, Node, number][] {
  return site.buildings.flatMap((b) => {
    const storeys = [...b.storeys].sort((p, q) => p.floorLevelM - q.floorLevelM);
    return storeys.flatMap((s, i) =>
      s.holes.flatMap((h): [Node, Node, number][] => {
        const below = storeys[i - 1];
        if (!below) return [];
        const [xM, yM] = polygonCentroid(pairs(h.outline));
        const node = (storeyId: string): Node => ({
          at: { xM, yM },
          spaces: [spaceAt(site, storeyId, { xM, yM }) ?? storeyId],
        });
        return [[node(below.id), node(s.id), s.floorLevelM - below.floorLevelM]];
      }),
    );
  });
}

/**
 * What it takes to walk between places, m, each from each: through doors and open passages, by the stairs (holes in floors) and over
 * the yard, a metre of climbing counted as six. Where nobody has drawn a way the straight line counts, and a little round. All
 * shortest ways by Floyd (1962).
 */
export function walkingWaysM(site: Site, places: readonly Place[]): number[][] {
  // Counted before anything is looked for: of a very large house that alone would take long.
  if (places.length + site.openings.filter(isPassable).length > MOST_NODES)
    return places.map((a) => places.map((b) => straightM(site, a, b)));
  const flights = stairs(site);
  const nodes: Node[] = [
    ...places.map((p) => ({ at: p, spaces: [spaceAt(site, p.storeyId, p) ?? 'yard'] })),
    ...doorways(site),
    ...flights.flatMap(([foot, head]) => [foot, head]),
  ];
  const ways = nodes.map((a, i) =>
    Float64Array.from(nodes, (b, j) =>
      i === j ? 0 : a.spaces.some((s) => b.spaces.includes(s)) ? apartM(a.at, b.at) : Infinity,
    ),
  );
  flights.forEach(([, , climbM], i) => {
    const foot = nodes.length - 2 * (flights.length - i);
    ways[foot]![foot + 1] = ways[foot + 1]![foot] = CLIMB_M_PER_M * climbM;
  });
  for (const through of ways.keys())
    for (const from of ways)
      for (let to = 0; to < from.length; to++)
        from[to] = Math.min(from[to]!, from[through]! + ways[through]![to]!);
  return places.map((a, i) =>
    places.map((b, j) => {
      const m = ways[i]![j]!;
      return m < Infinity ? m : straightM(site, a, b) + ROUND_M;
    }),
  );
}
