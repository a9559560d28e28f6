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

/** Rows of cells that lie on a rim which runs along the rows: each of their cells is asked. */
const askedRows = new Int32Array(16);

/** How much a cell counts, 0 to 1: half where it only touches. Asked only for cells on a rim; inside all count whole. */
export type Weigh = (x: number, y: number) => number;
export type VisitSpan = (row: number, from: number, to: number, weight: number) => void;

/** Asks each cell of a row. */
function askRow(grid: Grid, row: number, from: number, to: number, weigh: Weigh, visit: VisitSpan): void {
  const y = cellY(grid, row);
  for (let c = from; c <= to; c++) {
    const weight = weigh(cellX(grid, c), y);
    if (weight > 0) visit(row, c, c, weight);
  }
}

/** Visits a span whose ends may lie on a rim: those are weighed, all between counts whole. */
function visitSpan(
  grid: Grid,
  row: number,
  ends: { from: number; to: number; askFrom: boolean; askTo: boolean },
  weigh: Weigh,
  visit: VisitSpan,
): void {
  let { from, to } = ends;
  if (ends.askFrom) {
    const weight = weigh(cellX(grid, from), cellY(grid, row));
    if (weight !== 1) {
      if (weight > 0) visit(row, from, from, weight);
      from++;
    }
  }
  if (ends.askTo && to >= from) {
    const weight = weigh(cellX(grid, to), cellY(grid, row));
    if (weight !== 1) {
      if (weight > 0) visit(row, to, to, weight);
      to--;
    }
  }
  if (from <= to) visit(row, from, to, 1);
}

const ends = { from: 0, to: 0, askFrom: false, askTo: false };

/**
 * Walks the cells of a window inside a convex region, as one span of columns per row. Cells that lie on a rim to within
 * rounding are weighed one by one, so that the spans hold just what a single line would say of each cell.
 */
export function eachSpan(
  grid: Grid,
  window: Window,
  region: readonly HalfPlane[],
  weigh: Weigh,
  visit: VisitSpan,
): void {
  const { minXM, cellM } = grid;
  const y0 = cellY(grid, 0);
  let lows = 0;
  let highs = 0;
  let rowFrom = window.row0;
  let rowTo = window.row1 - 1;
  let asked = 0;
  for (const { gx, gy, g0 } of region) {
    if (Math.abs(gx) <= 1e-12 * Math.abs(gy)) {
      // The rim runs along the rows: they lie on one side of it, or on it, which only the line itself can tell.
      const at = (-g0 / gy - y0) / cellM;
      const nearest = Math.round(at);
      const isOnRow = Math.abs(at - nearest) < RIM;
      if (isOnRow && nearest >= window.row0 && nearest < window.row1) askedRows[asked++] = nearest;
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
    ends.from = lowAt <= first ? first : Math.ceil(lowAt - RIM);
    ends.to = highAt >= last ? last : Math.floor(highAt + RIM);
    if (ends.from > ends.to) continue;
    let isAsked = false;
    for (let i = 0; i < asked; i++) isAsked ||= askedRows[i] === row;
    if (isAsked) {
      askRow(grid, row, ends.from, ends.to, weigh, visit);
      continue;
    }
    ends.askFrom = ends.from < lowAt + RIM;
    ends.askTo = ends.to > highAt - RIM;
    visitSpan(grid, row, ends, weigh, visit);
  }
}

/** Walks the cells of a window inside a polygon scaled about a point, as spans; every cell near the rim is weighed. */
export function eachPolygonSpan(
  grid: Grid,
  window: Window,
  outline: Float64Array,
  centre: { x: number; y: number },
  scale: number,
  weigh: Weigh,
  visit: VisitSpan,
): void {
  const n = outline.length;
  const cuts: number[] = [];
  const rim = (RIM * grid.cellM) / Math.abs(scale);
  for (let row = window.row0; row < window.row1; row++) {
    // The row in the polygon's own plane.
    const y = centre.y + (cellY(grid, row) - centre.y) / scale;
    cuts.length = 0;
    let meetsCorner = false;
    for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
      const yi = outline[i + 1]!;
      const yj = outline[j + 1]!;
      meetsCorner ||= Math.abs(yi - y) < rim;
      if (yi > y === yj > y) continue;
      const x = ((outline[j]! - outline[i]!) * (y - yi)) / (yj - yi) + outline[i]!;
      cuts.push((centre.x + (x - centre.x) * scale - grid.minXM) / grid.cellM - 0.5);
    }
    if (meetsCorner) {
      askRow(grid, row, window.column0, window.column1 - 1, weigh, visit);
      continue;
    }
    cuts.sort((a, b) => a - b);
    for (let k = 0; k + 1 < cuts.length; k += 2) {
      const lowAt = cuts[k]!;
      const highAt = cuts[k + 1]!;
      ends.from = Math.max(window.column0, Math.ceil(lowAt - RIM));
      ends.to = Math.min(window.column1 - 1, Math.floor(highAt + RIM));
      if (ends.from > ends.to) continue;
      ends.askFrom = ends.from < lowAt + RIM;
      ends.askTo = ends.to > highAt - RIM;
      visitSpan(grid, row, ends, weigh, visit);
    }
  }
}
