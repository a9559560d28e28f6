import { polygonArea } from 'd3-polygon';
import { distanceToOutlineM } from '../geometry/footprint';
import { MEET_M, roomsOn } from '../geometry/rooms';
import { sidesOf, uncovered } from '../geometry/stretches';
import { inside, pairs } from '../model/levels';
import { MOST_STOREYS, type Building, type Point, type Site, type Storey, type Wall } from '../model/schema';
import { nameOutside } from './names';
import { FLOOR_M } from './storeys';

/** Height of the parapet of a roof terrace, m (estimate: about what is mostly asked for where one can fall). */
const PARAPET_M = 1.1;
/** Height of a storey that is a terrace alone, m: a person with a hand up. */
const HEADROOM_M = 2.2;
/** Less roof than this is no terrace, m². */
const LEAST_M2 = 1;
const NAME = 'Roof terrace';

export type WithTerrace = { ok: true; site: Site; storeyId: string } | { ok: false; message: string };

/** Whether an outline holds every corner of another; on its sides counts as held. */
const holds = (outline: readonly Point[], other: readonly Point[]): boolean =>
  other.every((p) => inside(outline, p.xM, p.yM) || distanceToOutlineM(outline, p) <= MEET_M);

const areaM2 = (outline: readonly Point[]): number => Math.abs(polygonArea(pairs(outline)));

/** Puts a parapet along the edge of a storey where no wall stands, and names what it closes in. */
function fenced(site: Site, storey: Storey, construction: string, newId: (kind: string) => string): Site {
  const own = site.walls.filter((w) => w.storeyId === storey.id);
  const parapet = sidesOf(storey.outline).flatMap((side) =>
    uncovered(side, own).map((s): Wall => ({
      ...s,
      id: newId('wal'),
      storeyId: storey.id,
      construction,
      heightM: PARAPET_M,
    })),
  );
  const next = { ...site, walls: [...site.walls, ...parapet] };
  const before = roomsOn(site, storey.id).map((r) => r.middle);
  const rooms = roomsOn(next, storey.id)
    .filter((r) => !r.named && !before.some((p) => inside(r.outline, p.xM, p.yM)))
    .reduce((list: Site['rooms'], r) => {
      const name = nameOutside(NAME, [...site.rooms, ...list]);
      const room = { id: newId('room'), storeyId: storey.id, name, at: r.middle, activities: null };
      return [...list, { ...room, conditions: ['weather' as const] }];
    }, []);
  return { ...next, rooms: [...site.rooms, ...rooms] };
}

/**
 * A roof terrace at the level of a storey: on what of the storey below it does not cover; where it covers all of it and is the
 * uppermost, on its own roof, as a storey without one. It has a parapet all round and no roof: the weather gets at what stands there.
 */
export function addRoofTerrace(site: Site, storeyId: string, newId: (kind: string) => string): WithTerrace {
  const building = site.buildings.find((b) => b.storeys.some((s) => s.id === storeyId));
  if (!building) return { ok: false, message: 'Open the storey the terrace is on.' };
  const sorted = [...building.storeys].sort((a, b) => a.floorLevelM - b.floorLevelM);
  const at = sorted.findIndex((s) => s.id === storeyId);
  const [below, own] = [sorted[at - 1], sorted[at]!];
  const wall = site.walls.find((w) => w.storeyId === storeyId && w.heightM === null);
  const construction = wall?.construction ?? 'brickCavity';
  const withStorey = (storeys: Storey[], more: Partial<Building> = {}): Site => ({
    ...site,
    buildings: site.buildings.map((b) => (b.id === building.id ? { ...b, ...more, storeys } : b)),
  });
  if (below && holds(below.outline, own.outline) && areaM2(below.outline) - areaM2(own.outline) >= LEAST_M2) {
    const wider = { ...own, outline: below.outline };
    const next = withStorey(building.storeys.map((s) => (s.id === own.id ? wider : s)));
    return { ok: true, site: fenced(next, wider, construction, newId), storeyId };
  }
  if (at < sorted.length - 1)
    return {
      ok: false,
      message: `${own.name} covers all of the roof below it: open the uppermost storey, or make ${own.name} smaller first.`,
    };
  if (sorted.length >= MOST_STOREYS)
    return { ok: false, message: `A building has at most ${MOST_STOREYS} storeys.` };
  const terrace: Storey = {
    id: newId('sto'),
    name: nameOutside(NAME, building.storeys),
    floorLevelM: own.floorLevelM + own.heightM + FLOOR_M,
    heightM: HEADROOM_M,
    outline: own.outline,
    floor: 'concreteSlab',
    holes: [],
  };
  const next = withStorey([...building.storeys, terrace], { roof: null });
  return { ok: true, site: fenced(next, terrace, construction, newId), storeyId: terrace.id };
}
