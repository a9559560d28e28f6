import { distanceToWallM } from '../geometry/rooms';
import type { Site, Wall } from '../model/schema';

/** Walls of storeys over one another belong to one front when they lie this near to its line, m. */
const IN_LINE_M = 0.35;

/** The walls of the front a wall belongs to: all that lie in its line, on every storey. */
export function frontOf(site: Pick<Site, 'walls'>, wallId: string): Wall[] {
  const wall = site.walls.find((w) => w.id === wallId);
  if (!wall) return [];
  const [dx, dy] = [wall.b.xM - wall.a.xM, wall.b.yM - wall.a.yM];
  const far = 1000 / Math.hypot(dx, dy);
  const line = {
    a: { xM: wall.a.xM - far * dx, yM: wall.a.yM - far * dy },
    b: { xM: wall.b.xM + far * dx, yM: wall.b.yM + far * dy },
  };
  return site.walls.filter((w) => [w.a, w.b].every((p) => distanceToWallM(p, line) <= IN_LINE_M));
}

/** Bars walls, or frees them: nothing is drilled through what is barred and nothing fixed to it. */
export function barWalls(site: Site, wallIds: ReadonlySet<string>, isBarred: boolean): Site {
  return {
    ...site,
    walls: site.walls.map((w) => (wallIds.has(w.id) ? { ...w, isBarred: isBarred || undefined } : w)),
  };
}
