import { inside } from '../model/levels';
import { distanceToWallM, outlineOfWalls } from './rooms';
import type { Point, Site, Storey } from '../model/schema';

/** Less than this apart, outline and walls are the same, m. */
const ALIKE_M = 0.3;

/** Distance of a point from the nearest edge of an outline, m. */
export const distanceToOutlineM = (outline: readonly Point[], p: Point): number =>
  Math.min(...outline.map((a, i) => distanceToWallM(p, { a, b: outline[(i + 1) % outline.length]! })));

/**
 * The outline the walls of a storey give, where it is another than the one it has: after an L-shaped house was drawn into
 * its bounding box, or an outer wall was drawn anew. Null where both are the same or the walls close in nothing.
 */
export function outlineToTake(site: Pick<Site, 'walls'>, storey: Storey): Point[] | null {
  const walls = site.walls.filter((w) => w.storeyId === storey.id);
  const outline = outlineOfWalls(walls);
  if (!outline) return null;
  const apart = (p: Point, q: Point) => Math.hypot(p.xM - q.xM, p.yM - q.yM);
  const near = (p: Point) => distanceToOutlineM(storey.outline, p) < ALIKE_M;
  const beyond = outline.some((p) => !inside(storey.outline, p.xM, p.yM) && !near(p));
  // Under a sloping roof low walls stand inside the outline; its corners are then touched by the gables all the same.
  const bare = storey.outline.some(
    (q) => !walls.some((w) => apart(w.a, q) < ALIKE_M || apart(w.b, q) < ALIKE_M),
  );
  return beyond || bare ? outline : null;
}

/** Gives a storey the outline its walls close in; floor, roof and indoors follow it. */
export function takeOutline(site: Site, storeyId: string): Site {
  return {
    ...site,
    buildings: site.buildings.map((b) => ({
      ...b,
      storeys: b.storeys.map((s) =>
        s.id === storeyId ? { ...s, outline: outlineToTake(site, s) ?? s.outline } : s,
      ),
    })),
  };
}
