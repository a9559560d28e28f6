import { MEETS_WALL, barrierHit, type Spot3 } from '../path/crossings';
import type { PerBand } from '../link/bands';
import type { Barrier } from '../path/solids';
import type { CastLosses } from './castSpace';
import { cellX, cellY, type Grid, type Layer } from './layers';
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
  if (Math.abs(cu) < 1e-9 * Math.hypot(wx, wy)) return null;
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
  if (Math.abs(rise) < 1e-12) return u.z >= low && u.z < high ? [] : null;
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

/** Adds a loss (less another) to a span of cells. */
export type AddSpan = (
  loss: PerBand,
  minus: PerBand | null,
) => (row: number, from: number, to: number) => void;
/** Moves the one target point, so that tests allocate nothing. */
export type Move = (x: number, y: number) => Spot3;

/** The shadow of one wall and of the openings in it. */
export function castBarrier(
  w: Barrier,
  losses: CastLosses,
  u: Spot3,
  grid: Grid,
  layer: Layer,
  add: AddSpan,
  move: Move,
): void {
  const own = losses.byConstruction[w.construction]!;
  const whole = shadowOf(w, u, 0, 1);
  if (!whole) {
    // The source stands in the line of the wall: no wedge to fill, so each cell is asked.
    for (const cell of layer.cells) {
      const column = cell % grid.columns;
      const row = (cell - column) / grid.columns;
      const hit = barrierHit(w, u, move(cellX(grid, column), cellY(grid, row)));
      if (hit === MEETS_WALL) add(own, null)(row, column, column);
      else if (hit >= 0)
        add(losses.byConstruction[w.openings[hit]!.construction]!, null)(row, column, column);
    }
    return;
  }
  const heights = heightRegion(whole, u, layer.levelM, w.baseM, w.topM);
  if (!heights) return;
  const test = (x: number, y: number) => barrierHit(w, u, move(x, y)) >= MEETS_WALL;
  eachSpan(grid, layer, [...whole.region, ...heights], test, add(own, null));
  w.openings.forEach((o, i) => {
    const shadow = o.s1 > o.s0 ? shadowOf(w, u, o.s0, o.s1) : null;
    const region = shadow && heightRegion(shadow, u, layer.levelM, o.sillM, o.headM);
    if (!shadow || !region) return;
    const through = (x: number, y: number) => barrierHit(w, u, move(x, y)) === i;
    eachSpan(
      grid,
      layer,
      [...shadow.region, ...region],
      through,
      add(losses.byConstruction[o.construction]!, own),
    );
  });
}
