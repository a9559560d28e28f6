import type { Point } from '../model/schema';

/** How far two points are from each other as seen from above, m. */
export const apartM = (a: Point, b: Point): number => Math.hypot(a.xM - b.xM, a.yM - b.yM);

/** Whether two places are on one storey, or both outdoors, and no further from each other than a reach, m. */
export const areWithin = (
  a: Point & { storeyId: string | null },
  b: Point & { storeyId: string | null },
  reachM: number,
): boolean => a.storeyId === b.storeyId && apartM(a, b) <= reachM;

/** The point of a stretch nearest to another, and how far along it lies, 0 to 1. */
export function onto(a: Point, b: Point, p: Point): { at: Point; t: number; offM: number } {
  const dx = b.xM - a.xM;
  const dy = b.yM - a.yM;
  const t = Math.max(0, Math.min(1, ((p.xM - a.xM) * dx + (p.yM - a.yM) * dy) / (dx * dx + dy * dy || 1)));
  const at = { xM: a.xM + t * dx, yM: a.yM + t * dy };
  return { at, t, offM: apartM(at, p) };
}
