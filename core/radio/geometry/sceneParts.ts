import type { Barrier, Leaves, Slab, Slope, Volume } from './solids';
import { ownedBy } from '../../stats/lru';

/** A rectangle in plan, m. */
export interface PlanBox {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

/** What stands in one building, or in the open, with the rectangle that holds it: a line that misses it meets none of it. */
export interface ScenePart extends PlanBox {
  barriers: readonly Barrier[];
  slabs: readonly Slab[];
  slopes: readonly Slope[];
  volumes: readonly Volume[];
  leaves: readonly Leaves[];
  /** Outlines inside which clutter counts. */
  footprints: readonly Float64Array[];
}

/** Room around a part, m, so that rounding never leaves a wall on its very edge out. */
const ROUNDING_M = 0.01;

/** Puts things into a part and works out its rectangle. */
export function partOf(things: Omit<ScenePart, keyof PlanBox>): ScenePart {
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  const take = (x: number, y: number) => {
    box.minX = Math.min(box.minX, x - ROUNDING_M);
    box.minY = Math.min(box.minY, y - ROUNDING_M);
    box.maxX = Math.max(box.maxX, x + ROUNDING_M);
    box.maxY = Math.max(box.maxY, y + ROUNDING_M);
  };
  for (const w of things.barriers) {
    take(w.ax, w.ay);
    take(w.bx, w.by);
  }
  const outlines = [...things.slabs, ...things.slopes, ...things.volumes, ...things.leaves].map(
    (t) => t.outline,
  );
  for (const outline of [...outlines, ...things.footprints])
    for (let i = 0; i < outline.length; i += 2) take(outline[i]!, outline[i + 1]!);
  return { ...things, ...box };
}

/** The rectangle that holds an outline. */
export const boxOf: (outline: Float64Array) => PlanBox = ownedBy((outline: Float64Array) => {
  const [xs, ys] = [outline.filter((_, i) => i % 2 === 0), outline.filter((_, i) => i % 2 === 1)];
  return { minX: Math.min(...xs), minY: Math.min(...ys), maxX: Math.max(...xs), maxY: Math.max(...ys) };
});

/** Whether the way between two points passes over a rectangle, seen in plan; edges count. */
export function passesOver(box: PlanBox, a: { x: number; y: number }, b: { x: number; y: number }): boolean {
  if (a.x < box.minX && b.x < box.minX) return false;
  if (a.x > box.maxX && b.x > box.maxX) return false;
  if (a.y < box.minY && b.y < box.minY) return false;
  if (a.y > box.maxY && b.y > box.maxY) return false;
  // All four corners on one side of the line: it passes by.
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const c00 = dx * (box.minY - a.y) - dy * (box.minX - a.x);
  const c10 = dx * (box.minY - a.y) - dy * (box.maxX - a.x);
  const c01 = dx * (box.maxY - a.y) - dy * (box.minX - a.x);
  const c11 = dx * (box.maxY - a.y) - dy * (box.maxX - a.x);
  if (c00 > 0 && c10 > 0 && c01 > 0 && c11 > 0) return false;
  return !(c00 < 0 && c10 < 0 && c01 < 0 && c11 < 0);
}
