import { describeConstruction, wallThicknessM, type DrawStyle } from '../model/constructions';
import type { Site } from '../model/schema';

/** A hole through a wall: what is drilled, how thick it is, and the minutes it takes. */
export interface Hole {
  /** What the wall is made of, for people. */
  label: string;
  thicknessM: number;
  min: number;
}

/** Minutes to drill a wall of the usual thickness of its kind, made good on both sides (estimates, docs/model.md "Prices and times"). */
const HOLE_MIN: Record<DrawStyle, number> = {
  stud: 8,
  timber: 8,
  glass: 30,
  open: 0,
  metal: 12,
  brick: 12,
  concrete: 20,
  stone: 30,
};
/** Thickness of brick and concrete that those minutes are for, m: a thicker one takes as much longer. */
const USUAL_M: Partial<Record<DrawStyle, number>> = { brick: 0.26, concrete: 0.2, stone: 0.5 };
/** A wall of which nobody says what it is counts as cavity brick. */
export const UNDRAWN: Hole = { label: 'wall nobody has described', thicknessM: 0.26, min: 12 };

/** The hole through a wall of a site by its id; an outline without a wall is taken for brick. */
export function holeThrough(site: Pick<Site, 'walls' | 'customConstructions'>, wallId: string): Hole {
  const wall = site.walls.find((w) => w.id === wallId);
  if (!wall) return UNDRAWN;
  const { label, draw } = describeConstruction(wall.construction, site.customConstructions);
  const thicknessM = wallThicknessM(wall, site.customConstructions);
  const usualM = USUAL_M[draw];
  const by = usualM ? Math.max(0.5, thicknessM / usualM) : 1;
  return { label, thicknessM, min: Math.round(HOLE_MIN[draw] * by) };
}

/** Lengths masonry drills are stocked in, m. */
const DRILLS_M = [0.16, 0.26, 0.4, 0.6, 1] as const;

/** The stocked drill that goes through a hole and out of it, m; null where none is that long. */
export const drillFor = ({ thicknessM }: Hole): number | null =>
  DRILLS_M.find((m) => m >= thicknessM + 0.05) ?? null;
