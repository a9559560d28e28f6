import { TOUCH_M, barrierHit, type Spot3 } from '../geometry/meet';
import { revealOf } from '../propagation/pathLoss';
import { REVEAL_STEPS } from '../propagation/reveal';
import type { Barrier } from '../geometry/solids';
import type { CastLosses, CastSpace } from './castSpace';
import { cellX, cellY, isInWindow, type Grid, type Layer } from './layers';
import { eachSpan, flipped, type HalfPlane } from './spans';

/** A line as a half plane: positive on its left. */
export const line = (ax: number, ay: number, bx: number, by: number): HalfPlane => ({
  gx: -(by - ay),
  gy: bx - ax,
  g0: (by - ay) * ax - (bx - ax) * ay,
});

/** Half plane of points p for which cross(p − u, a − u) > 0. */
export const seenFrom = (u: Spot3, ax: number, ay: number): HalfPlane => ({
  gx: ay - u.y,
  gy: -(ax - u.x),
  g0: -u.x * (ay - u.y) + u.y * (ax - u.x),
});

/** Everything a wall's shadow needs, worked out once for a source and a level. */
interface Shadow {
  region: HalfPlane[];
  /** Cross product of the source with the wall's line. */
  cu: number;
  /** The wall's line as a half plane: positive where p lies on its left. */
  side: HalfPlane;
}

/** The region behind a stretch of wall seen from u; null where u stands in its very line. */
function shadowOf(w: Barrier, u: Spot3, s0: number, s1: number): Shadow | null {
  const wx = w.bx - w.ax;
  const wy = w.by - w.ay;
  const side = line(w.ax, w.ay, w.bx, w.by);
  const cu = side.gx * u.x + side.gy * u.y + side.g0;
  if (Math.abs(cu) <= TOUCH_M * w.lengthM) return null;
  const a = seenFrom(u, w.ax + s0 * wx, w.ay + s0 * wy);
  const b = seenFrom(u, w.ax + s1 * wx, w.ay + s1 * wy);
  const middleX = w.ax + 0.5 * (s0 + s1) * wx;
  const middleY = w.ay + 0.5 * (s0 + s1) * wy;
  const left = a.gx * middleX + a.gy * middleY + a.g0 > 0;
  return { cu, side, region: [cu > 0 ? flipped(side) : side, left ? a : flipped(a), left ? flipped(b) : b] };
}

/** Half planes that keep the crossing between two heights; null where it never lies there. */
function heightRegion(
  shadow: Shadow,
  u: Spot3,
  levelM: number,
  low: number,
  high: number,
): HalfPlane[] | null {
  const rise = levelM - u.z;
  if (Math.abs(rise) < 1e-12) return u.z + TOUCH_M >= low && u.z + TOUCH_M < high ? [] : null;
  // The crossing lies at t = cu / (cu − cp) of the way; t falls as p moves away from the wall.
  const tAt = (z: number) => (z - u.z) / rise;
  const t0 = Math.max(0, Math.min(tAt(low), tAt(high)));
  const t1 = Math.min(1, Math.max(tAt(low), tAt(high)));
  if (t0 >= t1) return null;
  const { cu, side } = shadow;
  const sign = cu > 0 ? 1 : -1;
  const out: HalfPlane[] = [];
  // With |cp| = |cu|·(1/t − 1): t ≥ t0 bounds it from above, t ≤ t1 from below. −sign·side is |cp| behind the wall.
  if (t0 > 0)
    out.push({ gx: sign * side.gx, gy: sign * side.gy, g0: sign * side.g0 + Math.abs(cu) * (1 / t0 - 1) });
  if (t1 < 1)
    out.push({ gx: -sign * side.gx, gy: -sign * side.gy, g0: -sign * side.g0 - Math.abs(cu) * (1 / t1 - 1) });
  return out;
}

/** Moves the one target point, so that tests allocate nothing. */
export type Move = (x: number, y: number) => Spot3;

/** The shadow of one wall and of the openings in it, as changes of loss along rows. */
export function castBarrier(
  w: Barrier,
  losses: CastLosses,
  u: Spot3,
  grid: Grid,
  layer: Layer,
  space: CastSpace,
  move: Move,
): void {
  const { solid } = losses.losses;
  const own = 3 * w.construction;
  const [steps0, steps1, steps2] = space.steps;
  const width = grid.columns + 1;
  const addWall = (row: number, from: number, to: number, weight: number) => {
    const i = row * width + from;
    const j = row * width + to + 1;
    steps0[i]! += weight * solid[own]!;
    steps0[j]! -= weight * solid[own]!;
    steps1[i]! += weight * solid[own + 1]!;
    steps1[j]! -= weight * solid[own + 1]!;
    steps2[i]! += weight * solid[own + 2]!;
    steps2[j]! -= weight * solid[own + 2]!;
  };
  const [single0, single1, single2] = space.single;
  const [wall0, wall1, wall2] = [solid[own]!, solid[own + 1]!, solid[own + 2]!];
  const wx = w.bx - w.ax;
  const wy = w.by - w.ay;
  /** What an opening takes off its wall changes from cell to cell with the angle: `openShare` along a row. */
  const addOpening = (o: number) => {
    const { construction, s0, s1 } = w.openings[o]!;
    const table = revealOf(losses.losses, construction, w.construction);
    const hides = w.thicknessM / ((s1 - s0) * w.lengthM);
    return (row: number, from: number, to: number, weight: number) => {
      const dy = cellY(grid, row) - u.y;
      for (let c = from; c <= to; c++) {
        const dx = cellX(grid, c) - u.x;
        const along = Math.abs(dx * wx + dy * wy);
        const across = Math.abs(dx * wy - dy * wx);
        const hidden = hides * along;
        if (hidden >= across && across + along > 0) continue;
        const at = across > 0 ? (1 - hidden / across) * REVEAL_STEPS : REVEAL_STEPS;
        const i = row * width + c;
        const k = at === REVEAL_STEPS ? REVEAL_STEPS - 1 : at | 0;
        const part = at - k;
        const t = 3 * k;
        const low0 = table[t]!;
        const low1 = table[t + 1]!;
        const low2 = table[t + 2]!;
        single0[i]! += weight * (low0 + part * (table[t + 3]! - low0) - wall0);
        single1[i]! += weight * (low1 + part * (table[t + 4]! - low1) - wall1);
        single2[i]! += weight * (low2 + part * (table[t + 5]! - low2) - wall2);
      }
    };
  };
  const openings = w.openings.map((_, i) => addOpening(i));
  const whole = shadowOf(w, u, 0, 1);
  if (!whole) {
    // The source stands in the line of the wall: no wedge to fill, so each cell is asked.
    for (const cell of layer.cells) {
      const column = cell % grid.columns;
      const row = (cell - column) / grid.columns;
      if (!isInWindow(layer, row, column)) continue;
      const hit = barrierHit(w, u, move(cellX(grid, column), cellY(grid, row)));
      if (!hit) continue;
      const { opening, weight } = hit;
      addWall(row, column, column, weight);
      if (opening !== null) openings[opening]!(row, column, column, weight);
    }
    return;
  }
  const heights = heightRegion(whole, u, layer.levelM, w.baseM, w.topM);
  if (!heights) return;
  const weighWall = (x: number, y: number) => barrierHit(w, u, move(x, y))?.weight ?? 0;
  eachSpan(grid, layer, [...whole.region, ...heights], weighWall, addWall);
  w.openings.forEach((o, i) => {
    const shadow = o.s1 > o.s0 ? shadowOf(w, u, o.s0, o.s1) : null;
    const region = shadow && heightRegion(shadow, u, layer.levelM, o.sillM, o.headM);
    if (!shadow || !region) return;
    const weigh = (x: number, y: number) => {
      const hit = barrierHit(w, u, move(x, y));
      return hit?.opening === i ? hit.weight : 0;
    };
    eachSpan(grid, layer, [...shadow.region, ...region], weigh, openings[i]!);
  });
}
