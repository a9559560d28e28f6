import { polygonContains } from 'd3-polygon';
import type { Building, Place, Point, Site, Storey } from './schema';

export interface StoreyRef {
  storey: Storey;
  building: Building;
}

/** Every storey of a site by id. */
export function storeysById(site: Pick<Site, 'buildings'>): Map<string, StoreyRef> {
  const map = new Map<string, StoreyRef>();
  for (const building of site.buildings)
    for (const storey of building.storeys) map.set(storey.id, { storey, building });
  return map;
}

/** Height of a place above the plot's ground line, m. A place on a storey that is gone counts from the ground. */
export function levelOf(site: Pick<Site, 'buildings'>, place: Place): number {
  for (const b of site.buildings)
    for (const s of b.storeys) if (s.id === place.storeyId) return s.floorLevelM + place.heightM;
  return place.heightM;
}

export const pairs = (outline: readonly Point[]): [number, number][] => outline.map((p) => [p.xM, p.yM]);

/** Whether a point lies inside an outline. */
export function inside(outline: readonly Point[], xM: number, yM: number): boolean {
  return polygonContains(pairs(outline), [xM, yM]);
}

/** The uppermost storey of a building. */
export const uppermostOf = ({ storeys }: Pick<Building, 'storeys'>): Storey =>
  storeys.reduce((a, b) => (b.floorLevelM > a.floorLevelM ? b : a));

/** Level of the top of the uppermost storey, where its roof begins, m. */
export function eavesLevelM(building: Building): number {
  return Math.max(...building.storeys.map((s) => s.floorLevelM + s.heightM));
}

/** The box around some points with a margin, m. */
export function boxAround(points: readonly Point[], marginM: number): Box {
  const [xs, ys] = [points.map((p) => p.xM), points.map((p) => p.yM)];
  return {
    minXM: Math.min(...xs) - marginM,
    minYM: Math.min(...ys) - marginM,
    maxXM: Math.max(...xs) + marginM,
    maxYM: Math.max(...ys) + marginM,
  };
}

export interface Box {
  minXM: number;
  minYM: number;
  maxXM: number;
  maxYM: number;
}

/** The rectangle around everything on the plot, with a margin; a plot with nothing on it is 20 by 14 m. */
export function plotBox(site: Site, marginM: number): Box {
  const xs: number[] = [];
  const ys: number[] = [];
  const take = (p: { xM: number; yM: number }) => {
    xs.push(p.xM);
    ys.push(p.yM);
  };
  for (const b of site.buildings) for (const s of b.storeys) s.outline.forEach(take);
  for (const w of site.walls) [w.a, w.b].forEach(take);
  for (const s of site.spots) take(s.place);
  for (const o of [...site.obstacles, ...site.foliage]) o.outline.forEach(take);
  if (xs.length === 0) return { minXM: -10, minYM: -7, maxXM: 10, maxYM: 7 };
  take(site.lineEntry);
  return {
    minXM: Math.min(...xs) - marginM,
    minYM: Math.min(...ys) - marginM,
    maxXM: Math.max(...xs) + marginM,
    maxYM: Math.max(...ys) + marginM,
  };
}

/** The lowest storey of the building a point lies in, or null in the open. */
export function buildingAt(site: Pick<Site, 'buildings'>, xM: number, yM: number): Building | null {
  for (const b of site.buildings) for (const s of b.storeys) if (inside(s.outline, xM, yM)) return b;
  return null;
}

/** Storeys shown together on one sheet: one of each building, the one nearest in height to the chosen one. */
export function sheetStoreys(site: Pick<Site, 'buildings'>, storeyId: string | null): StoreyRef[] {
  const chosen = storeyId ? storeysById(site).get(storeyId) : undefined;
  const level = chosen ? chosen.storey.floorLevelM : 0;
  return site.buildings.map((building) => {
    if (chosen && building.id === chosen.building.id) return { building, storey: chosen.storey };
    const byHeight = [...building.storeys].sort(
      (a, b) =>
        Math.abs(a.floorLevelM - level) - Math.abs(b.floorLevelM - level) || a.floorLevelM - b.floorLevelM,
    );
    return { building, storey: byHeight[0]! };
  });
}
