import type { Building, Point, Site } from '../model/schema';

/** Points this near to an edge of a building lie on it, m: half a thick wall. */
const ON_EDGE_M = 0.06;
/** Nothing inside may come nearer to an edge that is moved in than this, m. */
const LEAST_ROOM_M = 0.3;

/** Size of a building over all its storeys, m; `null` where it is turned and has no west and north edge. */
export function sizeOf(building: Building): { widthM: number; depthM: number } | null {
  if ((building.frame?.turnDeg ?? 0) % 90 !== 0) return null;
  const points = building.storeys.flatMap((s) => s.outline);
  const span = (of: number[]) => Math.max(...of) - Math.min(...of);
  return { widthM: span(points.map((p) => p.xM)), depthM: span(points.map((p) => p.yM)) };
}

export type Resized = { ok: true; site: Site } | { ok: false; message: string };

/**
 * Moves the east or south edge of a building so that it has another size: its outlines, and the walls that lie on that edge
 * or end there. What stands inside stays where it is; a size that would cut through it is refused in words.
 */
export function resizeBuilding(
  site: Site,
  buildingId: string,
  axis: 'widthM' | 'depthM',
  lengthM: number,
): Resized {
  const building = site.buildings.find((b) => b.id === buildingId);
  const size = building && sizeOf(building);
  if (!building || !size) return { ok: false, message: 'Turn the building straight first.' };
  const key = axis === 'widthM' ? 'xM' : 'yM';
  const edge = Math.max(...building.storeys.flatMap((s) => s.outline.map((p) => p[key])));
  const next = edge - size[axis] + lengthM;
  const storeys = new Set(building.storeys.map((s) => s.id));
  const isOn = (p: Point) => Math.abs(p[key] - edge) <= ON_EDGE_M;
  const move = <P extends Point>(p: P): P => (isOn(p) ? { ...p, [key]: p[key] + next - edge } : p);
  const walls = site.walls.filter((w) => storeys.has(w.storeyId));
  const inner = [
    ...building.storeys.flatMap((s) => [...s.outline, ...s.holes.flatMap((h) => h.outline)]),
    ...walls.flatMap((w) => [w.a, w.b]),
    ...[...site.spots, ...site.outlets]
      .filter((t) => storeys.has(t.place.storeyId ?? ''))
      .map((t) => t.place),
  ].filter((p) => !isOn(p));
  const farthest = Math.max(-Infinity, ...inner.map((p) => p[key]));
  if (next < farthest + LEAST_ROOM_M)
    return {
      ok: false,
      message: `Something inside stands ${(edge - farthest).toFixed(2)} m from that edge: move it first, or give at least ${(farthest + LEAST_ROOM_M - edge + size[axis]).toFixed(2)} m.`,
    };
  return {
    ok: true,
    site: {
      ...site,
      buildings: site.buildings.map((b) =>
        b.id === buildingId
          ? { ...b, storeys: b.storeys.map((s) => ({ ...s, outline: s.outline.map(move) })) }
          : b,
      ),
      walls: site.walls.map((w) => (storeys.has(w.storeyId) ? { ...w, a: move(w.a), b: move(w.b) } : w)),
    },
  };
}
