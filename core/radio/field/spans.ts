import { cellX, cellY, type Grid } from './layers';

/** Part of a grid's rows and columns, ends excluded. */
export interface Window {
  column0: number;
  column1: number;
  row0: number;
  row1: number;
}

/** A half plane gx·x + gy·y + g0 > 0. */
export interface HalfPlane {
  gx: number;
  gy: number;
  g0: number;
}

export const flipped = (h: HalfPlane): HalfPlane => ({ gx: -h.gx, gy: -h.gy, g0: -h.g0 });

/** How near a cell may lie to the rim of a region, in cells, before the exact test is asked. */
const RIM = 1e-5;

/** Rims of the region being walked as columns a + b·row, first those it lies right of, then those it lies left of. */
const rightOf = new Float64Array(32);
const leftOf = new Float64Array(32);

/**
 * Walks the cells of a window inside a convex region, as one span of columns per row. Ends that fall on a cell to within
 * rounding are settled by the exact test, so that the spans hold just the cells for which the test holds.
 */
export function eachSpan(
  grid: Grid,
  window: Window,
  region: readonly HalfPlane[],
  test: (x: number, y: number) => boolean,
  visit: (row: number, from: number, to: number) => void,
): void {
  const { minXM, cellM } = grid;
  const y0 = cellY(grid, 0);
  let lows = 0;
  let highs = 0;
  let rowFrom = window.row0;
  let rowTo = window.row1 - 1;
  let askRow = -1;
  for (const { gx, gy, g0 } of region) {
    if (Math.abs(gx) <= 1e-12 * Math.abs(gy)) {
      // The rim runs along the rows: they lie on one side of it, or on it, which only the test can tell.
      const at = (-g0 / gy - y0) / cellM;
      const nearest = Math.round(at);
      const isOnRow = Math.abs(at - nearest) < RIM;
      if (isOnRow && nearest >= window.row0 && nearest < window.row1) askRow = nearest;
      if (gy > 0) rowFrom = Math.max(rowFrom, isOnRow ? nearest : Math.ceil(at));
      else rowTo = Math.min(rowTo, isOnRow ? nearest : Math.floor(at));
      continue;
    }
    // Columns have their centre at whole numbers: x = minX + (column + ½)·cell.
    const b = -gy / gx;
    const a = ((-g0 - gy * y0) / gx - minXM) / cellM - 0.5;
    if (gx > 0) {
      rightOf[lows++] = a;
      rightOf[lows++] = b;
    } else {
      leftOf[highs++] = a;
      leftOf[highs++] = b;
    }
  }
  const first = window.column0;
  const last = window.column1 - 1;
  for (let row = rowFrom; row <= rowTo; row++) {
    let lowAt = -Infinity;
    for (let i = 0; i < lows; i += 2) {
      const at = rightOf[i]! + rightOf[i + 1]! * row;
      if (at > lowAt) lowAt = at;
    }
    let highAt = Infinity;
    for (let i = 0; i < highs; i += 2) {
      const at = leftOf[i]! + leftOf[i + 1]! * row;
      if (at < highAt) highAt = at;
    }
    if (lowAt > highAt + 2 * RIM || highAt < first - RIM || lowAt > last + RIM) continue;
    let from = lowAt <= first ? first : Math.ceil(lowAt - RIM);
    let to = highAt >= last ? last : Math.floor(highAt + RIM);
    if (from > to) continue;
    if (from < lowAt + RIM && !test(cellX(grid, from), cellY(grid, row))) from++;
    if (to >= from && to > highAt - RIM && !test(cellX(grid, to), cellY(grid, row))) to--;
    if (from > to || (row === askRow && !test(cellX(grid, (from + to) >> 1), cellY(grid, row)))) continue;
    visit(row, from, to);
  }
}

/** Walks the cells of a window inside a polygon scaled about a point, as spans; every cell near the rim is tested. */
export function eachPolygonSpan(
  grid: Grid,
  window: Window,
  outline: Float64Array,
  centre: { x: number; y: number },
  scale: number,
  test: (x: number, y: number) => boolean,
  visit: (row: number, from: number, to: number) => void,
): void {
  const n = outline.length;
  const cuts: number[] = [];
  for (let row = window.row0; row < window.row1; row++) {
    // The row in the polygon's own plane.
    const y = centre.y + (cellY(grid, row) - centre.y) / scale;
    cuts.length = 0;
    for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
      const yi = outline[i + 1]!;
      const yj = outline[j + 1]!;
      if (yi > y === yj > y) continue;
      const x = ((outline[j]! - outline[i]!) * (y - yi)) / (yj - yi) + outline[i]!;
      cuts.push((centre.x + (x - centre.x) * scale - grid.minXM) / grid.cellM - 0.5);
    }
    cuts.sort((a, b) => a - b);
    for (let k = 0; k + 1 < cuts.length; k += 2) {
      const lowAt = cuts[k]!;
      const highAt = cuts[k + 1]!;
      let from = Math.max(window.column0, Math.ceil(lowAt - RIM));
      let to = Math.min(window.column1 - 1, Math.floor(highAt + RIM));
      if (from > to) continue;
      const worldY = cellY(grid, row);
      if (from < lowAt + RIM && !test(cellX(grid, from), worldY)) from++;
      if (to >= from && to > highAt - RIM && !test(cellX(grid, to), worldY)) to--;
      if (from <= to) visit(row, from, to);
    }
  }
}
