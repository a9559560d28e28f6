import { distanceToWallM, MEET_M } from '../geometry/rooms';
import { uncovered } from '../geometry/stretches';
import { SHORTEST_WALL_M, type Opening, type Point, type Site, type Wall } from '../model/schema';

type NewId = (prefix: string) => string;

const lengthM = (w: Pick<Wall, 'a' | 'b'>) => Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM);
const near = (a: Point, b: Point) => Math.hypot(a.xM - b.xM, a.yM - b.yM) <= MEET_M;

/** Adds a wall where none stands yet: stretches that lie along walls already there are shared, not doubled. */
export function addSharedWall(site: Site, wall: Omit<Wall, 'id'>, newId: NewId): Site {
  if (lengthM(wall) < SHORTEST_WALL_M) return site;
  const along = site.walls.filter((w) => w.storeyId === wall.storeyId);
  const added = uncovered(wall, along).map((s): Wall => ({ ...wall, ...s, id: newId('wal') }));
  return added.length > 0 ? { ...site, walls: [...site.walls, ...added] } : site;
}

/** Adds a rectangular room by two opposite corners; it shares the walls it leans against. */
export function addRoomBox(
  site: Site,
  box: { storeyId: string; from: Point; to: Point; construction: string },
  newId: NewId,
): Site {
  const { from, to, storeyId, construction } = box;
  const corners: Point[] = [from, { xM: to.xM, yM: from.yM }, to, { xM: from.xM, yM: to.yM }];
  return corners.reduce(
    (s, a, i) =>
      addSharedWall(s, { storeyId, a, b: corners[(i + 1) % 4]!, construction, heightM: null }, newId),
    site,
  );
}

/** Gives walls a construction. */
export function paintWalls(site: Site, wallIds: ReadonlySet<string>, construction: string): Site {
  return {
    ...site,
    walls: site.walls.map((w) =>
      wallIds.has(w.id) && w.construction !== construction ? { ...w, construction } : w,
    ),
  };
}

/** What walls, or the floor of a storey, are drawn as. */
export interface DrawAs {
  construction: string;
  wallIds: string[];
  storeyId: string | null;
}

/** Draws walls or a floor as something else. */
export function drawnAs(site: Site, { construction, wallIds, storeyId }: DrawAs): Site {
  return {
    ...paintWalls(site, new Set(wallIds), construction),
    buildings: site.buildings.map((b) => ({
      ...b,
      storeys: b.storeys.map((s) => (s.id === storeyId ? { ...s, floor: construction } : s)),
    })),
  };
}

/** Doors and windows kept within their walls: moved back, and made narrower where nothing else helps. */
export function fitOpenings(site: Site, wallIds: ReadonlySet<string>): Site {
  let changed = false;
  const lengths = new Map(site.walls.filter((w) => wallIds.has(w.id)).map((w) => [w.id, lengthM(w)]));
  const openings = site.openings.flatMap((o): Opening[] => {
    const length = lengths.get(o.wallId);
    if (length === undefined || o.offsetM + o.widthM <= length + 1e-6) return [o];
    changed = true;
    const widthM = Math.min(o.widthM, length);
    return widthM < 0.1 ? [] : [{ ...o, widthM, offsetM: Math.max(0, length - widthM) }];
  });
  return changed ? { ...site, openings } : site;
}

/**
 * Moves walls by a shift, or one end of a wall (`end`), and takes along what is joined to them: ends of other walls that
 * meet there, and corners of the storey's outline. Rooms stay closed; doors and windows keep their walls.
 */
export function moveWalls(
  site: Site,
  moved: readonly { wallId: string; end: 'a' | 'b' | 'both' }[],
  dxM: number,
  dyM: number,
): Site {
  const ends = new Map(moved.map((m) => [m.wallId, m.end]));
  const sources = site.walls.filter((w) => ends.has(w.id));
  const shift = (p: Point): Point => ({
    xM: Math.round((p.xM + dxM) * 1e4) / 1e4,
    yM: Math.round((p.yM + dyM) * 1e4) / 1e4,
  });
  const follows = (storeyId: string, p: Point): boolean =>
    sources.some((w) => {
      if (w.storeyId !== storeyId) return false;
      const end = ends.get(w.id)!;
      return end === 'both' ? distanceToWallM(p, w) <= MEET_M : near(p, w[end]);
    });
  const touched = new Set<string>();
  const walls = site.walls.map((w) => {
    const own = ends.get(w.id);
    const a = own === 'a' || own === 'both' || (own === undefined && follows(w.storeyId, w.a));
    const b = own === 'b' || own === 'both' || (own === undefined && follows(w.storeyId, w.b));
    if (!a && !b) return w;
    const next = { ...w, a: a ? shift(w.a) : w.a, b: b ? shift(w.b) : w.b };
    // A wall may not shrink to nothing: then it stays as it was.
    if (lengthM(next) < SHORTEST_WALL_M) return w;
    touched.add(w.id);
    return next;
  });
  const buildings = site.buildings.map((building) => {
    const storeys = building.storeys.map((s) => {
      const outline = s.outline.map((p) => (follows(s.id, p) ? shift(p) : p));
      return outline.some((p, i) => p !== s.outline[i]) ? { ...s, outline } : s;
    });
    return storeys.some((s, i) => s !== building.storeys[i]) ? { ...building, storeys } : building;
  });
  return fitOpenings({ ...site, walls, buildings }, touched);
}

/** Gives a wall a typed length: its end b moves along its own line, with what is joined there. */
export function setWallLength(site: Site, wallId: string, toM: number): Site {
  const wall = site.walls.find((w) => w.id === wallId);
  if (!wall || toM < SHORTEST_WALL_M) return site;
  const length = lengthM(wall);
  const by = (toM - length) / length;
  return moveWalls(site, [{ wallId, end: 'b' }], (wall.b.xM - wall.a.xM) * by, (wall.b.yM - wall.a.yM) * by);
}
