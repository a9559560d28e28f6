import { roomsOn, type FoundRoom } from '../geometry/rooms';
import { nameOutside } from '../edit/names';
import { inside } from '../model/levels';
import type { Opening, Outlet, Place, Site, Storey } from '../model/schema';
import type { UsualAge } from './ages';
import { edgesOf, liesIn, outerOf, sharedOf, type Edge, type Shared } from './edges';
import { addUsualSpot } from './usualSpot';
import { isKitchen, isPassage, isWet, livedInAs } from './roomKinds';

type NewId = (prefix: string) => string;

/** Wall left beside an opening, m. */
const BESIDE_M = 0.15;
/** A socket stands this far from the corner of its room, m, and this high. */
const FROM_CORNER_M = 0.45;
const SOCKET_M = 0.3;
const PANEL_M = 1.5;
const SPOT_M = 1;
/** A floor this near the ground has the front door, m. */
const GROUND_M = 1.2;

const nameOf = (room: FoundRoom): string => room.named?.name ?? '';

/** An opening of a width in a stretch of wall: in its middle, or by its beginning as a door is; null where it does not fit. */
function openingIn(
  stretch: Pick<Edge, 'wall' | 'fromM' | 'toM'>,
  kind: 'door' | 'window',
  age: UsualAge,
  openings: readonly Opening[],
  id: string,
): Opening | null {
  const lengthM = stretch.toM - stretch.fromM;
  const of = kind === 'door' ? age.door : age.window;
  const widthM = Math.min(of.widthM, lengthM - 4 * BESIDE_M);
  if (widthM < 0.55) return null;
  const offsetM = stretch.fromM + (kind === 'door' ? 2 * BESIDE_M : (lengthM - widthM) / 2);
  const clear = openings.every(
    (o) => o.wallId !== stretch.wall.id || o.offsetM > offsetM + widthM || o.offsetM + o.widthM < offsetM,
  );
  if (!clear) return null;
  return {
    id,
    wallId: stretch.wall.id,
    kind,
    construction: kind === 'door' ? 'timberDoor' : age.window.construction,
    offsetM,
    widthM,
    sillM: kind === 'door' ? 0 : age.window.sillM,
    heightM: kind === 'door' ? age.door.heightM : age.window.heightM,
  };
}

/** Doors by which every room of a storey is reached: off the passage first, then over the longest walls. */
function doorsFor(
  rooms: readonly FoundRoom[],
  shared: readonly Shared[],
  openings: readonly Opening[],
  age: UsualAge,
  newId: NewId,
): Opening[] {
  const group = rooms.map((_, i) => i);
  const root = (i: number): number => (group[i] === i ? i : root(group[i]!));
  const join = ([a, b]: [number, number]) => {
    group[root(a)] = root(b);
  };
  for (const s of shared) if (openings.some((o) => o.kind !== 'window' && liesIn(o, s))) join(s.rooms);
  const passages = (s: Shared) => s.rooms.filter((r) => isPassage(nameOf(rooms[r]!))).length;
  const made: Opening[] = [];
  const order = [...shared].sort((p, q) => passages(q) - passages(p) || q.toM - q.fromM - (p.toM - p.fromM));
  for (const s of order) {
    if (root(s.rooms[0]) === root(s.rooms[1])) continue;
    const door = openingIn(s, 'door', age, [...openings, ...made], newId('ope'));
    if (!door) continue;
    made.push(door);
    join(s.rooms);
  }
  return made;
}

/** One window to each room that is lived in and has none, in its longest wall to the open that is nobody else's. */
function windowsFor(
  rooms: readonly FoundRoom[],
  outer: readonly Edge[],
  openings: readonly Opening[],
  age: UsualAge,
  newId: NewId,
): Opening[] {
  const made: Opening[] = [];
  rooms.forEach((_, i) => {
    const own = outer.filter((e) => e.room === i && !e.wall.isBarred);
    if (own.some((e) => openings.some((o) => o.kind === 'window' && liesIn(o, e)))) return;
    const longest = own.sort((a, b) => b.toM - b.fromM - (a.toM - a.fromM));
    for (const e of longest) {
      const window = openingIn(e, 'window', age, [...openings, ...made], newId('ope'));
      if (window) return void made.push(window);
    }
  });
  return made;
}

/** The front door of a storey at the ground that has none: into the passage, else into the first room with a wall to the open. */
function frontDoor(
  rooms: readonly FoundRoom[],
  outer: readonly Edge[],
  openings: readonly Opening[],
  age: UsualAge,
  newId: NewId,
): Opening[] {
  if (outer.some((e) => openings.some((o) => o.kind === 'door' && liesIn(o, e)))) return [];
  const free = outer.filter((e) => !e.wall.isBarred);
  const into = [...free].sort(
    (a, b) => Number(isPassage(nameOf(rooms[b.room]!))) - Number(isPassage(nameOf(rooms[a.room]!))),
  );
  for (const e of into) {
    const door = openingIn(e, 'door', age, openings, newId('ope'));
    if (door) return [door];
  }
  return [];
}

/** A place in a room a little off one of its corners. */
function offCorner(room: FoundRoom, corner: number, storeyId: string, heightM: number): Place {
  const c = room.outline[corner % room.outline.length]!;
  const [dx, dy] = [room.middle.xM - c.xM, room.middle.yM - c.yM];
  const by = Math.min(0.5, FROM_CORNER_M / Math.max(1e-6, Math.hypot(dx, dy)));
  const cm = (m: number) => Math.round(m * 100) / 100;
  return { storeyId, xM: cm(c.xM + dx * by), yM: cm(c.yM + dy * by), heightM };
}

const isIn = (room: FoundRoom, storeyId: string, p: Place): boolean =>
  p.storeyId === storeyId && inside(room.outline, p.xM, p.yM);

/** Sockets of rooms that have none, at corners across from each other. */
function socketsFor(
  site: Site,
  storeyId: string,
  rooms: readonly FoundRoom[],
  age: UsualAge,
  newId: NewId,
): Outlet[] {
  const made: Outlet[] = [];
  for (const room of rooms) {
    const name = nameOf(room);
    if (name === '' || isWet(name)) continue;
    if (site.outlets.some((o) => isIn(room, storeyId, o.place))) continue;
    const count = isKitchen(name) ? age.sockets.kitchen : livedInAs(name) ? age.sockets.room : 1;
    for (let i = 0; i < count; i++)
      made.push({
        id: newId('out'),
        name: nameOutside(`${name} socket`, [...site.outlets, ...made]),
        place: offCorner(room, 2 * i + (i > 1 ? 1 : 0), storeyId, SOCKET_M),
        circuitId: null,
        freeSockets: 1,
        strip: false,
      });
  }
  return made;
}

/** Sockets of a storey that are on no circuit, on one of their own; the panel by the front door where none is surveyed. */
function wired(site: Site, storey: Storey, rooms: readonly FoundRoom[], age: UsualAge, newId: NewId): Site {
  const loose = site.outlets.filter((o) => o.place.storeyId === storey.id && o.circuitId === null);
  if (loose.length === 0) return site;
  const by = rooms.find((r) => isPassage(nameOf(r))) ?? rooms[0];
  const panels =
    site.panels.length > 0 || !by
      ? site.panels
      : [{ id: newId('pan'), name: 'Panel', place: offCorner(by, 1, storey.id, PANEL_M), fedFromId: null }];
  const panel = panels[0];
  if (!panel) return site;
  const circuit = {
    id: newId('cir'),
    name: nameOutside(`Sockets, ${storey.name}`, site.circuits),
    panelId: panel.id,
    leg: 'L1' as const,
    protection: age.oldWiring ? ('none' as const) : ('rcd' as const),
    oldWiring: age.oldWiring,
  };
  const ids = new Set(loose.map((o) => o.id));
  return {
    ...site,
    panels,
    circuits: [...site.circuits, circuit],
    outlets: site.outlets.map((o) => (ids.has(o.id) ? { ...o, circuitId: circuit.id } : o)),
  };
}

/** A spot for each room where somebody stays and none is, with the need and the device of its kind. */
function withSpots(site: Site, storeyId: string, rooms: readonly FoundRoom[], newId: NewId): Site {
  return rooms.reduce((s, room) => {
    const name = nameOf(room);
    if (name === '' || !livedInAs(name) || s.spots.some((spot) => isIn(room, storeyId, spot.place))) return s;
    return addUsualSpot(s, newId('spo'), { storeyId, ...room.middle, heightM: SPOT_M }, name, name);
  }, site);
}

/** What was put in as it usually is, by kind. */
export interface UsualAdded {
  doors: number;
  windows: number;
  sockets: number;
  circuits: number;
  spots: number;
}

/**
 * Puts in what a house of an age usually has and nobody has drawn yet: doors by which each room is reached, a window to each room,
 * the front door, sockets with a circuit for each storey, and a spot where somebody stays. All of it is marked as guessed.
 * What is there stays as it is, so that doing it again changes nothing.
 */
export function asUsual(
  site: Site,
  storeyIds: readonly string[],
  age: UsualAge,
  newId: NewId,
): { site: Site; added: UsualAdded } {
  const storeys = site.buildings
    .flatMap((b) => b.storeys)
    .filter((s) => storeyIds.includes(s.id))
    .sort((a, b) => Math.abs(a.floorLevelM) - Math.abs(b.floorLevelM));
  let next = site;
  for (const storey of storeys) {
    const rooms = roomsOn(next, storey.id);
    const edges = edgesOf(
      rooms,
      next.walls.filter((w) => w.storeyId === storey.id),
    );
    const shared = sharedOf(edges);
    const outer = outerOf(edges, shared);
    const isAtGround = Math.abs(storey.floorLevelM) <= GROUND_M;
    const openings = [...next.openings];
    openings.push(...doorsFor(rooms, shared, openings, age, newId));
    if (isAtGround) openings.push(...frontDoor(rooms, outer, openings, age, newId));
    openings.push(...windowsFor(rooms, outer, openings, age, newId));
    next = { ...next, openings };
    next = { ...next, outlets: [...next.outlets, ...socketsFor(next, storey.id, rooms, age, newId)] };
    next = wired(next, storey, rooms, age, newId);
    next = withSpots(next, storey.id, rooms, newId);
  }
  const fresh = <T extends { id: string }>(list: readonly T[], was: readonly T[]): T[] =>
    list.filter((t) => !was.some((o) => o.id === t.id));
  const openings = fresh(next.openings, site.openings);
  const [outlets, circuits, spots, panels] = [
    fresh(next.outlets, site.outlets),
    fresh(next.circuits, site.circuits),
    fresh(next.spots, site.spots),
    fresh(next.panels, site.panels),
  ];
  const guessed = [...openings, ...outlets, ...circuits, ...spots, ...panels].map((t) => t.id);
  return {
    site: guessed.length > 0 ? { ...next, guessed: [...next.guessed, ...guessed] } : site,
    added: {
      doors: openings.filter((o) => o.kind === 'door').length,
      windows: openings.filter((o) => o.kind === 'window').length,
      sockets: outlets.length,
      circuits: circuits.length,
      spots: spots.length,
    },
  };
}
