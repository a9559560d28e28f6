import { inside, storeysById } from '../model/levels';
import {
  MOST_SPOT_NUMBER,
  type Building,
  type Opening,
  type Place,
  type Point,
  type Site,
  type Spot,
  type Wall,
} from '../model/schema';

/** Every edit takes a site and gives a new one; what an edit does not concern is shared, never copied. */

/** The number after the last one; past the largest that a spot may have the first one that is free. */
export function nextSpotNumber(site: Site): number {
  const next = site.spots.reduce((most, s) => Math.max(most, s.number), 0) + 1;
  return next <= MOST_SPOT_NUMBER ? next : freeNumber(1, new Set(site.spots.map((s) => s.number)));
}

/** The first number from `from` on that no spot has, going on from 1 past the largest. */
export function freeNumber(from: number, taken: ReadonlySet<number>): number {
  let number = from;
  while (taken.has(number)) number = (number % MOST_SPOT_NUMBER) + 1;
  return number;
}

export function addSpot(site: Site, id: string, place: Place, name: string): Site {
  const spot: Spot = {
    id,
    number: nextSpotNumber(site),
    name,
    place,
    client: 'phone',
    deviceName: '',
    activities: [{ activity: 'web', count: 1 }],
    complaint: '',
  };
  return { ...site, spots: [...site.spots, spot] };
}

export function changeSpot(site: Site, id: string, values: Partial<Spot>): Site {
  return { ...site, spots: site.spots.map((s) => (s.id === id ? { ...s, ...values } : s)) };
}

export function deleteSpot(site: Site, id: string): Site {
  return { ...site, spots: site.spots.filter((s) => s.id !== id) };
}

export function addWall(site: Site, wall: Wall): Site {
  return { ...site, walls: [...site.walls, wall] };
}

/** Deletes a wall with its doors and windows. */
export function deleteWall(site: Site, id: string): Site {
  return {
    ...site,
    walls: site.walls.filter((w) => w.id !== id),
    openings: site.openings.filter((o) => o.wallId !== id),
  };
}

export function addOpening(site: Site, opening: Opening): Site {
  return { ...site, openings: [...site.openings, opening] };
}

/** The wall of a storey set nearest to a point and where along it, m; null beyond `withinM`. */
export function wallNear(
  site: Site,
  storeyIds: ReadonlySet<string>,
  at: Point,
  withinM: number,
): { wall: Wall; alongM: number; lengthM: number } | null {
  let best: { wall: Wall; alongM: number; lengthM: number } | null = null;
  let bestM = withinM;
  for (const wall of site.walls) {
    if (!storeyIds.has(wall.storeyId)) continue;
    const dx = wall.b.xM - wall.a.xM;
    const dy = wall.b.yM - wall.a.yM;
    const lengthM = Math.hypot(dx, dy);
    const along = Math.max(
      0,
      Math.min(lengthM, ((at.xM - wall.a.xM) * dx + (at.yM - wall.a.yM) * dy) / lengthM),
    );
    const offM = Math.hypot(
      at.xM - wall.a.xM - (along * dx) / lengthM,
      at.yM - wall.a.yM - (along * dy) / lengthM,
    );
    if (offM < bestM) {
      bestM = offM;
      best = { wall, alongM: along, lengthM };
    }
  }
  return best;
}

/** Size and make of a building entered by its dimensions. */
export interface BoxBuilding {
  name: string;
  at: Point;
  widthM: number;
  depthM: number;
  storeyNames: string[];
  storeyHeightM: number;
  construction: string;
  floor: string;
  roof: string;
}

/** Adds a rectangular building with its outer walls on every storey. `newId` gives fresh ids. */
export function addBoxBuilding(
  site: Site,
  b: BoxBuilding,
  newId: (prefix: string) => string,
): { site: Site; storeyId: string } {
  const { xM, yM } = b.at;
  const outline = [
    { xM, yM },
    { xM: xM + b.widthM, yM },
    { xM: xM + b.widthM, yM: yM + b.depthM },
    { xM, yM: yM + b.depthM },
  ];
  /** Thickness of a floor between storeys, m. */
  const floorM = 0.25;
  const building: Building = {
    id: newId('bld'),
    name: b.name,
    roof: { construction: b.roof, riseM: Math.min(b.widthM, b.depthM) * 0.2 },
    storeys: b.storeyNames.map((name, i) => ({
      id: newId('sto'),
      name,
      floorLevelM: i * (b.storeyHeightM + floorM),
      heightM: b.storeyHeightM,
      outline,
      floor: i === 0 ? null : b.floor,
      holes: [],
    })),
  };
  const walls = building.storeys.flatMap((s) =>
    outline.map((a, i) => ({
      id: newId('wal'),
      storeyId: s.id,
      a,
      b: outline[(i + 1) % outline.length]!,
      construction: b.construction,
      heightM: null,
    })),
  );
  return {
    site: { ...site, buildings: [...site.buildings, building], walls: [...site.walls, ...walls] },
    storeyId: building.storeys[0]!.id,
  };
}

/** A free corner for the next building: east of everything by a gap, m. */
export function freeCorner(site: Site, gapM: number): Point {
  const xs = site.buildings.flatMap((b) => b.storeys.flatMap((s) => s.outline.map((p) => p.xM)));
  return xs.length === 0 ? { xM: 0, yM: 0 } : { xM: Math.max(...xs) + gapM, yM: 0 };
}

/** Place at a point for something on an open storey: inside its outline there, else the yard. */
export function placeOn(site: Site, storeyIds: ReadonlySet<string>, at: Point, heightM: number): Place {
  for (const [id, { storey }] of storeysById(site))
    if (storeyIds.has(id) && inside(storey.outline, at.xM, at.yM)) return { storeyId: id, ...at, heightM };
  return { storeyId: null, ...at, heightM };
}
