import type { Opening, Point, Site, Storey, Wall } from '@/core/site/model/schema';
import type { ActivityCount, ActivityId } from '@/core/site/model/needs';

/** Short ways to write a site by hand in demo data. All lengths in m, plot coordinates, y to the south. */
export const at = (xM: number, yM: number): Point => ({ xM, yM });

export const box = (x0: number, y0: number, x1: number, y1: number): Point[] => [
  at(x0, y0),
  at(x1, y0),
  at(x1, y1),
  at(x0, y1),
];

export const does = (...names: ActivityId[]): ActivityCount[] =>
  names.map((activity) => ({ activity, count: 1 }));

export const storey = (
  id: string,
  name: string,
  floorLevelM: number,
  heightM: number,
  outline: Point[],
  floor: Storey['floor'],
): Storey => ({ id, name, floorLevelM, heightM, outline, floor, holes: [] });

/** Walls along a line of points; `closed` joins the last to the first. Ids are `prefix-1`, `prefix-2` … */
export function walls(
  prefix: string,
  storeyId: string,
  construction: string,
  points: Point[],
  closed = false,
): Wall[] {
  const ends = closed ? [...points.slice(1), points[0]!] : points.slice(1);
  return ends.map((b, i) => ({
    id: `${prefix}-${i + 1}`,
    storeyId,
    a: points[i]!,
    b,
    construction,
    heightM: null,
  }));
}

export const door = (
  id: string,
  wallId: string,
  offsetM: number,
  construction = 'timberDoor',
  widthM = 0.9,
): Opening => ({
  id,
  wallId,
  kind: construction === 'open' ? 'opening' : 'door',
  construction,
  offsetM,
  widthM,
  sillM: 0,
  heightM: 2.05,
});

export const pane = (
  id: string,
  wallId: string,
  offsetM: number,
  widthM = 1.1,
  construction = 'glazingClear',
): Opening => ({
  id,
  wallId,
  kind: 'window',
  construction,
  offsetM,
  widthM,
  sillM: 0.9,
  heightM: 1.1,
});

export const spot = (
  number: number,
  name: string,
  storeyId: string | null,
  xM: number,
  yM: number,
  client: Site['spots'][number]['client'],
  deviceName: string,
  activities: ActivityCount[],
  complaint = '',
  heightM = 1,
): Site['spots'][number] => ({
  id: `spot-${number}`,
  number,
  name,
  place: { storeyId, xM, yM, heightM },
  client,
  deviceName,
  activities,
  complaint,
});
