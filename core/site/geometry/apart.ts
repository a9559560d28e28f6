import type { Point } from '../model/schema';

/** How far two points are from each other as seen from above, m. */
export const apartM = (a: Point, b: Point): number => Math.hypot(a.xM - b.xM, a.yM - b.yM);

/** Whether two places are on one storey, or both outdoors, and no further from each other than a reach, m. */
export const areWithin = (
  a: Point & { storeyId: string | null },
  b: Point & { storeyId: string | null },
  reachM: number,
): boolean => a.storeyId === b.storeyId && apartM(a, b) <= reachM;
