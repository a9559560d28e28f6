import { SCATTER_DB, STAIR_SCATTER_DB, edgeTable, roomScatterDb, type EdgeTable } from './edgeLoss';
import { TOUCH_M, type Spot3 } from '../geometry/meet';
import type { Scene } from '../geometry/scene';
import type { Barrier, Slab } from '../geometry/solids';
import { ownedBy } from '../../stats/lru';

/** Where a path may edge: beside a jamb of a door or window, in a stairwell, round a corner of a building. */
export type Portal = {
  at: Spot3;
  /** Construction passed there (the door or pane itself); null for nothing. */
  construction: number | null;
  /** What the turn loses. */
  edge: EdgeTable;
} & (
  | { kind: 'opening'; wall: Barrier; /** By its index in the wall. */ opening: number }
  | { kind: 'stairwell'; slab: Slab }
  | { kind: 'corner' }
);

/** How far inside an opening the path edges from its jamb, m; half its width for narrow ones. */
const INSET_M = 0.15;
/** How far off a building's corner the path passes outdoors, m. */
const CORNER_OFF_M = 0.2;

function openingPortals(wall: Barrier, reflectivity: number): Portal[] {
  const edge = edgeTable(roomScatterDb(reflectivity));
  const lengthM = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay);
  return wall.openings.flatMap((o, opening) => {
    if (o.s1 <= o.s0) return [];
    const inset = Math.min(INSET_M / lengthM, (o.s1 - o.s0) / 2);
    return [o.s0 + inset, o.s1 - inset].map((s) => ({
      at: {
        x: wall.ax + s * (wall.bx - wall.ax),
        y: wall.ay + s * (wall.by - wall.ay),
        z: (o.sillM + o.headM) / 2,
      },
      kind: 'opening' as const,
      wall,
      opening,
      construction: o.construction,
      edge,
    }));
  });
}

function holePortals(slab: Slab): Portal[] {
  return slab.holes.flatMap((hole) => {
    const corners = Array.from(
      { length: hole.length / 2 },
      (_, i) => [hole[2 * i]!, hole[2 * i + 1]!] as const,
    );
    const cx = corners.reduce((sum, c) => sum + c[0], 0) / corners.length;
    const cy = corners.reduce((sum, c) => sum + c[1], 0) / corners.length;
    const points = [
      [cx, cy] as const,
      ...corners.map(([x, y]) => [x + (cx - x) * 0.2, y + (cy - y) * 0.2] as const),
    ];
    return points.map(([x, y]) => ({
      at: { x, y, z: slab.levelM },
      kind: 'stairwell' as const,
      slab,
      construction: null,
      edge: edgeTable(STAIR_SCATTER_DB),
    }));
  });
}

/** Convex corners of a footprint, a little outside, at the middle of each storey given by its height. */
function cornerPortals(outline: Float64Array, heights: readonly number[]): Portal[] {
  const n = outline.length / 2;
  const at = (i: number) => ({ x: outline[2 * ((i + n) % n)]!, y: outline[2 * ((i + n) % n) + 1]! });
  let area = 0;
  for (let i = 0; i < n; i++) area += at(i).x * at(i + 1).y - at(i + 1).x * at(i).y;
  const out: Portal[] = [];
  for (let i = 0; i < n; i++) {
    const [a, c, b] = [at(i - 1), at(i), at(i + 1)];
    const cross = (c.x - a.x) * (b.y - c.y) - (c.y - a.y) * (b.x - c.x);
    if (cross * area <= 0) continue;
    const [la, lb] = [Math.hypot(c.x - a.x, c.y - a.y), Math.hypot(c.x - b.x, c.y - b.y)];
    const dx = (c.x - a.x) / la + (c.x - b.x) / lb;
    const dy = (c.y - a.y) / la + (c.y - b.y) / lb;
    const length = Math.hypot(dx, dy);
    for (const z of heights)
      out.push({
        at: { x: c.x + (dx / length) * CORNER_OFF_M, y: c.y + (dy / length) * CORNER_OFF_M, z },
        kind: 'corner',
        construction: null,
        edge: edgeTable(SCATTER_DB),
      });
  }
  return out;
}

/**
 * All places of a scene where a path may edge. Edges lie at the jambs (where the shortest way round turns), at the middle
 * height of the opening, which lets everything behind them be computed once for all units.
 */
export const portalsOf: (scene: Scene) => readonly Portal[] = ownedBy((scene: Scene) => [
  ...scene.barriers.flatMap((w) => openingPortals(w, scene.reflectivity[w.construction]!)),
  ...scene.slabs.flatMap(holePortals),
  ...scene.footprints.flatMap((f, i) => cornerPortals(f, scene.storeyMiddlesM[i]!)),
]);

/** On which side of an opening's wall a point lies, 1 or −1, 0 in its line; a path must change sides there. */
export function sideOf(wall: Barrier, p: { x: number; y: number }): -1 | 0 | 1 {
  const cross = (wall.bx - wall.ax) * (p.y - wall.ay) - (wall.by - wall.ay) * (p.x - wall.ax);
  return cross > TOUCH_M * wall.lengthM ? 1 : cross < -TOUCH_M * wall.lengthM ? -1 : 0;
}

/** Whether a path from one point to another changes sides at a portal, as a way through it must. Corners need not. */
export function passesThrough(portal: Portal, from: Spot3, to: Spot3): boolean {
  if (portal.kind === 'opening') return sideOf(portal.wall, from) * sideOf(portal.wall, to) <= 0;
  if (portal.kind === 'stairwell') return from.z > portal.slab.levelM !== to.z > portal.slab.levelM;
  return true;
}
