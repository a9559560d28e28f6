import { apartM } from './apart';
import type { Point, Wall } from '../model/schema';

/** What a drawn point has caught on. */
export type SnapKind = 'end' | 'middle' | 'wall' | 'square' | 'aligned' | 'otherStorey' | 'free';

export interface Snap {
  at: Point;
  kind: SnapKind;
  /** The wall caught, where it is one. */
  wallId: string | null;
}

export interface SnapQuestion {
  /** Walls of the storeys on the sheet. */
  walls: readonly Wall[];
  /** Walls of other storeys, which lie under or over it. */
  others: readonly Wall[];
  /** Where the line being drawn begins; null for a first point. */
  from: Point | null;
  to: Point;
  /** How near the pointer has to be, m. */
  withinM: number;
  /** Free points and lengths fall on steps of this, m. */
  stepM: number;
}

const middle = (w: Wall): Point => ({ xM: (w.a.xM + w.b.xM) / 2, yM: (w.a.yM + w.b.yM) / 2 });
/** The nearest round step, m, without the last digits that binary fractions leave. */
export const onStep = (m: number, stepM: number) => Math.round(Math.round(m / stepM) * stepM * 1e6) / 1e6;

/** The nearest point of a list within reach. */
function nearest(points: readonly { at: Point; wallId: string }[], to: Point, withinM: number) {
  let best: { at: Point; wallId: string } | null = null;
  let bestM = withinM;
  for (const p of points) {
    const m = apartM(p.at, to);
    if (m < bestM) [best, bestM] = [p, m];
  }
  return best;
}

const endsOf = (walls: readonly Wall[]) =>
  walls.flatMap((w) => [
    { at: w.a, wallId: w.id },
    { at: w.b, wallId: w.id },
  ]);

/** Most directions of a storey's walls that a line may lie parallel to. */
const MOST_DIRECTIONS = 6;
const DEG = Math.PI / 180;

/** Directions a line may take to lie square or parallel: the sheet's axes, and those most metres of wall run in, with their squares. */
function directions(walls: readonly Wall[]): [number, number][] {
  const metres = new Map<number, { u: [number, number]; lengthM: number }>();
  for (const w of walls) {
    const length = apartM(w.a, w.b);
    const [ux, uy] = [(w.b.xM - w.a.xM) / length, (w.b.yM - w.a.yM) / length];
    // A wall counts for its own direction and the one square to it alike.
    const angle = ((Math.atan2(uy, ux) % (Math.PI / 2)) + Math.PI / 2) % (Math.PI / 2);
    const key = Math.round(angle / DEG) % 90;
    const known = metres.get(key) ?? { u: [ux, uy], lengthM: 0 };
    known.lengthM += length;
    metres.set(key, known);
  }
  metres.delete(0);
  const turned = [...metres.values()].sort((a, b) => b.lengthM - a.lengthM).slice(0, MOST_DIRECTIONS);
  return [
    [1, 0],
    [0, 1],
    ...turned.flatMap(({ u: [x, y] }): [number, number][] => [
      [x, y],
      [-y, x],
    ]),
  ];
}

/** Where the line from a point in a direction meets a wall; null where it passes it by. */
function meets(from: Point, [ux, uy]: [number, number], w: Wall): Point | null {
  const wx = w.b.xM - w.a.xM;
  const wy = w.b.yM - w.a.yM;
  const cross = ux * wy - uy * wx;
  if (Math.abs(cross) < 1e-9) return null;
  const s = ((w.a.xM - from.xM) * uy - (w.a.yM - from.yM) * ux) / cross;
  if (s < 0 || s > 1) return null;
  return { xM: w.a.xM + s * wx, yM: w.a.yM + s * wy };
}

/** The end of a line that runs square: on a wall in its way, level with an end elsewhere, else by whole steps. */
function squareSnap(q: SnapQuestion, from: Point): Snap | null {
  const { to, withinM, stepM, walls } = q;
  let best: { u: [number, number]; along: number; off: number } | null = null;
  for (const u of directions(walls)) {
    const along = (to.xM - from.xM) * u[0] + (to.yM - from.yM) * u[1];
    const off = Math.abs((to.xM - from.xM) * u[1] - (to.yM - from.yM) * u[0]);
    if (off < withinM && (!best || off < best.off)) best = { u, along, off };
  }
  if (!best) return null;
  const { u, along } = best;
  const on = (m: number): Point => ({ xM: from.xM + u[0] * m, yM: from.yM + u[1] * m });
  const hits = walls.flatMap((w) => {
    const at = meets(from, u, w);
    return at && apartM(at, from) > 0.05 ? [{ at, wallId: w.id }] : [];
  });
  const hit = nearest(hits, on(along), withinM);
  if (hit) return { ...hit, kind: 'wall' };
  let level: number | null = null;
  for (const { at } of endsOf(walls)) {
    const m = (at.xM - from.xM) * u[0] + (at.yM - from.yM) * u[1];
    if (
      Math.abs(m - along) < withinM / 2 &&
      (level === null || Math.abs(m - along) < Math.abs(level - along))
    )
      level = m;
  }
  if (level !== null && Math.abs(level) > 0.05) return { at: on(level), kind: 'aligned', wallId: null };
  return { at: on(onStep(along, stepM)), kind: 'square', wallId: null };
}

/** The foot of a point on a wall, whole steps from its nearer end. */
function footOn(w: Wall, p: Point, stepM: number): Point {
  const length = apartM(w.a, w.b);
  const [ux, uy] = [(w.b.xM - w.a.xM) / length, (w.b.yM - w.a.yM) / length];
  const along = (p.xM - w.a.xM) * ux + (p.yM - w.a.yM) * uy;
  const stepped = along <= length / 2 ? onStep(along, stepM) : length - onStep(length - along, stepM);
  const m = Math.max(0, Math.min(length, stepped));
  return { xM: w.a.xM + m * ux, yM: w.a.yM + m * uy };
}

/**
 * Where a drawn point falls: on an end near by, a wall's middle, square from where the line began (on a wall in its way
 * or level with an end), on a wall, on an end or wall of another storey, else by whole steps as pointed.
 */
export function snap(q: SnapQuestion): Snap {
  const { walls, others, from, to, withinM, stepM } = q;
  const end = nearest(endsOf(walls), to, withinM);
  if (end) return { ...end, kind: 'end' };
  const half = nearest(
    walls.map((w) => ({ at: middle(w), wallId: w.id })),
    to,
    withinM / 2,
  );
  if (half) return { ...half, kind: 'middle' };
  const square = from && squareSnap(q, from);
  if (square) return square;
  const near = (list: readonly Wall[]) => {
    const feet = list.map((w) => ({ at: footOn(w, to, stepM), wallId: w.id }));
    return nearest(feet, to, withinM);
  };
  const wall = near(walls);
  if (wall) return { ...wall, kind: 'wall' };
  const below = nearest(endsOf(others), to, withinM) ?? near(others);
  if (below) return { ...below, kind: 'otherStorey' };
  return { at: { xM: onStep(to.xM, stepM), yM: onStep(to.yM, stepM) }, kind: 'free', wallId: null };
}
