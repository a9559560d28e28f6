import { addSharedWall } from './walls';
import {
  MOST_STOREYS,
  type Building,
  type Place,
  type Point,
  type Site,
  type Storey,
  type Wall,
} from '../model/schema';

type NewId = (prefix: string) => string;

/** Thickness of a floor between storeys where nothing else is known, m (estimate). */
export const FLOOR_M = 0.25;

const buildingOf = (site: Pick<Site, 'buildings'>, storeyId: string): Building | undefined =>
  site.buildings.find((b) => b.storeys.some((s) => s.id === storeyId));

const changeBuilding = (site: Site, id: string, change: (b: Building) => Building): Site => ({
  ...site,
  buildings: site.buildings.map((b) => (b.id === id ? change(b) : b)),
});

const byLevel = (storeys: readonly Storey[]) => [...storeys].sort((a, b) => a.floorLevelM - b.floorLevelM);

/** The storey right above another in its building; null at the top. */
export function storeyAbove(site: Pick<Site, 'buildings'>, storeyId: string): Storey | null {
  const building = buildingOf(site, storeyId);
  if (!building) return null;
  const sorted = byLevel(building.storeys);
  return sorted[sorted.findIndex((s) => s.id === storeyId) + 1] ?? null;
}

const UP_NAMES = [
  'Ground',
  'First',
  'Second',
  'Third',
  'Fourth',
  'Fifth',
  'Sixth',
  'Seventh',
  'Eighth',
  'Ninth',
  'Tenth',
  'Eleventh',
];

/** What a storey is called by how many are between it and the ground. */
export const storeyNameAt = (index: number): string => UP_NAMES[index] ?? `Storey ${index + 1}`;

/** A name for a storey by its place in the building that no other storey there has. */
function freeName(building: Building, index: number): string {
  const taken = new Set(building.storeys.map((s) => s.name));
  const wanted = index < 0 ? 'Basement' : storeyNameAt(index);
  for (let n = 1; ; n++) {
    const name = n === 1 ? wanted : `${wanted} ${n}`;
    if (!taken.has(name)) return name;
  }
}

const isOutline = (outline: readonly Point[], w: Wall): boolean =>
  [w.a, w.b].every((p) =>
    outline.some((a, i) => {
      const b = outline[(i + 1) % outline.length]!;
      const [dx, dy] = [b.xM - a.xM, b.yM - a.yM];
      const t = ((p.xM - a.xM) * dx + (p.yM - a.yM) * dy) / (dx * dx + dy * dy);
      const off = Math.hypot(p.xM - a.xM - t * dx, p.yM - a.yM - t * dy);
      return off < 0.05 && t > -0.01 && t < 1.01;
    }),
  );

/**
 * Copies a storey to the one above: onto a new storey where it is the top one, else onto the one that is there, adding
 * only walls where none stands. `all` copies inner walls and openings too, otherwise only the outer walls. A building that has as
 * many storeys as it may stays as it is.
 */
export function copyStoreyUp(
  site: Site,
  storeyId: string,
  all: boolean,
  newId: NewId,
): { site: Site; storeyId: string } {
  const building = buildingOf(site, storeyId);
  const from = building?.storeys.find((s) => s.id === storeyId);
  if (!building || !from) return { site, storeyId };
  const above = storeyAbove(site, storeyId);
  if (!above && building.storeys.length >= MOST_STOREYS) return { site, storeyId };
  const target: Storey = above ?? {
    id: newId('sto'),
    name: freeName(building, byLevel(building.storeys).filter((s) => s.floorLevelM >= -0.5).length),
    floorLevelM: from.floorLevelM + from.heightM + FLOOR_M,
    heightM: from.heightM,
    outline: from.outline,
    floor: from.floor ?? 'timberFloor',
    holes: [],
  };
  let next = above
    ? site
    : changeBuilding(site, building.id, (b) => ({ ...b, storeys: [...b.storeys, target] }));
  for (const wall of site.walls) {
    if (wall.storeyId !== storeyId || (!all && !isOutline(from.outline, wall))) continue;
    const before = next.walls.length;
    next = addSharedWall(next, { ...wall, storeyId: target.id }, newId);
    // Openings go along where the wall came over whole; a front door does not.
    const whole = next.walls.length === before + 1 ? next.walls[before] : undefined;
    if (!all || !whole || whole.a !== wall.a || whole.b !== wall.b) continue;
    const openings = site.openings
      .filter((o) => o.wallId === wall.id && !(o.kind === 'door' && isOutline(from.outline, wall)))
      .map((o) => ({ ...o, id: newId('ope'), wallId: whole.id }));
    next = { ...next, openings: [...next.openings, ...openings] };
  }
  return { site: next, storeyId: target.id };
}

/** Adds an empty storey below the lowest one, with the outer walls of that one. */
export function addBasement(site: Site, buildingId: string, newId: NewId): { site: Site; storeyId: string } {
  const building = site.buildings.find((b) => b.id === buildingId)!;
  const lowest = byLevel(building.storeys)[0]!;
  if (building.storeys.length >= MOST_STOREYS) return { site, storeyId: lowest.id };
  const heightM = 2.2;
  const storey: Storey = {
    id: newId('sto'),
    name: freeName(building, -1),
    floorLevelM: lowest.floorLevelM - heightM - FLOOR_M,
    heightM,
    outline: lowest.outline,
    floor: null,
    holes: [],
  };
  let next = changeBuilding(site, buildingId, (b) => ({
    ...b,
    storeys: [
      ...b.storeys.map((s) => (s.id === lowest.id ? { ...s, floor: s.floor ?? 'concreteSlab' } : s)),
      storey,
    ],
  }));
  for (const wall of site.walls)
    if (wall.storeyId === lowest.id && isOutline(lowest.outline, wall))
      next = {
        ...next,
        walls: [
          ...next.walls,
          { ...wall, id: newId('wal'), storeyId: storey.id, construction: 'basementEarth' },
        ],
      };
  return { site: next, storeyId: storey.id };
}

/** Changes a storey; a new height lifts or lowers all storeys above it by as much. */
export function changeStorey(site: Site, storeyId: string, values: Partial<Omit<Storey, 'id'>>): Site {
  const building = buildingOf(site, storeyId);
  const storey = building?.storeys.find((s) => s.id === storeyId);
  if (!building || !storey) return site;
  const lift = (values.heightM ?? storey.heightM) - storey.heightM;
  return changeBuilding(site, building.id, (b) => ({
    ...b,
    storeys: b.storeys.map((s) => {
      if (s.id === storeyId) return { ...s, ...values };
      return lift !== 0 && s.floorLevelM > storey.floorLevelM
        ? { ...s, floorLevelM: Math.round((s.floorLevelM + lift) * 1e4) / 1e4 }
        : s;
    }),
  }));
}

/**
 * Things of a site and units planned in it that stand on some storeys, counted by what they are, for the question before a
 * deletion. A unit in several options is counted once.
 */
export function standingOn(
  site: Site,
  storeyIds: ReadonlySet<string>,
  units: readonly { id: string; place: Place }[] = [],
): Record<'walls' | 'spots' | 'wiring' | 'units', number> {
  const on = (p: Place) => p.storeyId !== null && storeyIds.has(p.storeyId);
  const wiring = [
    ...site.outlets,
    ...site.panels,
    ...site.coax.outlets,
    ...site.coax.splitters,
    ...site.jacks,
  ];
  return {
    walls: site.walls.filter((w) => storeyIds.has(w.storeyId)).length,
    spots: site.spots.filter((s) => on(s.place)).length,
    wiring:
      wiring.filter((x) => on(x.place)).length + site.dataRuns.filter((r) => on(r.from) || on(r.to)).length,
    units: new Set(units.filter((u) => on(u.place)).map((u) => u.id)).size,
  };
}

/**
 * Deletes storeys, or a whole building when none is left, with walls, rooms, obstacles and pictures on them. Spots and
 * wiring are kept and count as yard until they are given a storey again: readings hang on spots.
 */
export function deleteStoreys(site: Site, storeyIds: ReadonlySet<string>): Site {
  const loose = <T extends { place: Place }>(list: T[]): T[] =>
    list.map((x) => ({ ...x, place: yard(x.place) }));
  const yard = (p: Place): Place =>
    p.storeyId !== null && storeyIds.has(p.storeyId) ? { ...p, storeyId: null } : p;
  const gone = new Set(site.walls.filter((w) => storeyIds.has(w.storeyId)).map((w) => w.id));
  return {
    ...site,
    buildings: site.buildings
      .map((b) => ({ ...b, storeys: b.storeys.filter((s) => !storeyIds.has(s.id)) }))
      .filter((b) => b.storeys.length > 0),
    walls: site.walls.filter((w) => !gone.has(w.id)),
    openings: site.openings.filter((o) => !gone.has(o.wallId)),
    rooms: site.rooms.filter((r) => !storeyIds.has(r.storeyId)),
    obstacles: site.obstacles.filter((o) => o.storeyId === null || !storeyIds.has(o.storeyId)),
    underlays: site.underlays.filter((u) => !storeyIds.has(u.storeyId)),
    spots: loose(site.spots),
    panels: loose(site.panels),
    outlets: loose(site.outlets),
    interference: loose(site.interference),
    coax: { ...site.coax, outlets: loose(site.coax.outlets), splitters: loose(site.coax.splitters) },
    dataRuns: site.dataRuns.map((r) => ({ ...r, from: yard(r.from), to: yard(r.to) })),
    jacks: loose(site.jacks),
    lineEntry: yard(site.lineEntry),
  };
}

/** Cuts stairs or a void out of a floor. */
export function addHole(site: Site, storeyId: string, name: string, outline: Point[], newId: NewId): Site {
  const building = buildingOf(site, storeyId);
  if (!building) return site;
  return changeBuilding(site, building.id, (b) => ({
    ...b,
    storeys: b.storeys.map((s) =>
      s.id === storeyId ? { ...s, holes: [...s.holes, { id: newId('hol'), name, outline }] } : s,
    ),
  }));
}
