import { MEET_M } from '../geometry/rooms';
import type { Stretch } from '../geometry/stretches';
import { SHORTEST_WALL_M, type Point } from '../model/schema';

const round = (m: number) => Math.round(m * 1e4) / 1e4;

/**
 * The wall that divides what two points lie in: along the line through them, from the wall behind the first to the wall before the
 * second. Null where there is no wall on one side, or the points lie together.
 */
export function dividingWall(walls: readonly Stretch[], from: Point, to: Point): Stretch | null {
  const lengthM = Math.hypot(to.xM - from.xM, to.yM - from.yM);
  if (lengthM < SHORTEST_WALL_M) return null;
  const [ux, uy] = [(to.xM - from.xM) / lengthM, (to.yM - from.yM) / lengthM];
  let [behindM, beforeM] = [-Infinity, Infinity];
  for (const { a, b } of walls) {
    const [wx, wy] = [b.xM - a.xM, b.yM - a.yM];
    const long = Math.hypot(wx, wy);
    const cross = ux * wy - uy * wx;
    // Along the line itself nothing is met.
    if (Math.abs(cross) < 1e-6 * long) continue;
    const [px, py] = [a.xM - from.xM, a.yM - from.yM];
    const onWall = (px * uy - py * ux) / cross;
    if (onWall * long < -MEET_M || (onWall - 1) * long > MEET_M) continue;
    const m = (px * wy - py * wx) / cross;
    if (m <= MEET_M) behindM = Math.max(behindM, m);
    if (m >= lengthM - MEET_M) beforeM = Math.min(beforeM, m);
  }
  if (behindM === -Infinity || beforeM === Infinity) return null;
  const at = (m: number): Point => ({ xM: round(from.xM + ux * m), yM: round(from.yM + uy * m) });
  return { a: at(behindM), b: at(beforeM) };
}
