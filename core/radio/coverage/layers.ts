import { isOpenAir } from '../../site/geometry/openAir';
import { roomsOn } from '../../site/geometry/rooms';
import type { Point, Site } from '../../site/model/schema';
import type { Box } from '../../site/model/levels';
import { insideShare } from '../geometry/meet';

/** A regular grid over a part of the plot; cell centres lie at (minXM + (i + ½)·cellM, minYM + (j + ½)·cellM). */
export interface Grid {
  minXM: number;
  minYM: number;
  cellM: number;
  columns: number;
  rows: number;
}

/** Cells of a grid that lie at one height: those of one storey under its roof, those of it in the open, or the yard. */
export interface Layer {
  levelM: number;
  /** Null is the yard. */
  storeyId: string | null;
  /** The yard, or rooms without a roof. */
  outdoors: boolean;
  /** Rectangle of the grid that holds all its cells, ends excluded. */
  column0: number;
  column1: number;
  row0: number;
  row1: number;
  /** Indices of its cells in the grid, row by row. */
  cells: Int32Array;
  /** Centre of each cell, m, in the order of `cells`. */
  xs: Float64Array;
  ys: Float64Array;
  /** 1 for its own cells, indexed as the grid: layers overlap in their rectangles, never in their cells. */
  mask: Uint8Array;
}

/** Height above floor or ground at which fields are computed, m. */
export const FIELD_HEIGHT_M = 1;

/** A grid over a rectangle of the plot. */
export function gridOver(box: Box, cellM: number): Grid {
  return {
    minXM: box.minXM,
    minYM: box.minYM,
    cellM,
    columns: Math.max(2, Math.ceil((box.maxXM - box.minXM) / cellM)),
    rows: Math.max(2, Math.ceil((box.maxYM - box.minYM) / cellM)),
  };
}

export const cellX = (g: Grid, column: number): number => g.minXM + (column + 0.5) * g.cellM;
export const cellY = (g: Grid, row: number): number => g.minYM + (row + 0.5) * g.cellM;

/** Whether a cell lies in the rectangle of a layer: of a part of one the list of cells may hold more. */
export const isInWindow = (l: Layer, row: number, column: number): boolean =>
  row >= l.row0 && row < l.row1 && column >= l.column0 && column < l.column1;

/** Rectangle of cells around some, indices in the grid. */
function boxOf(
  cells: ArrayLike<number>,
  columns: number,
): Pick<Layer, 'column0' | 'column1' | 'row0' | 'row1'> {
  let [column0, column1, row0, row1] = [Infinity, 0, Infinity, 0];
  for (let i = 0; i < cells.length; i++) {
    const column = cells[i]! % columns;
    const row = (cells[i]! - column) / columns;
    if (column < column0) column0 = column;
    if (column >= column1) column1 = column + 1;
    if (row < row0) row0 = row;
    if (row >= row1) row1 = row + 1;
  }
  return { column0, column1, row0, row1 };
}

/**
 * Layers of a grid: one per given storey over the cells inside its outline, one more over those of its rooms without a roof, and the
 * yard over the cells in no building (`yard` false leaves that out). A cell lies in one layer at most.
 */
export function layersOf(site: Site, storeyIds: readonly string[], grid: Grid, yard: boolean): Layer[] {
  const storeys = site.buildings.flatMap((b) => b.storeys.filter((s) => storeyIds.includes(s.id)));
  const ring = (outline: readonly Point[]) => Float64Array.from(outline.flatMap((p) => [p.xM, p.yM]));
  const outlines = storeys.map((s) => ring(s.outline));
  const terraces = storeys.map((s) =>
    roomsOn(site, s.id).flatMap((r) => (isOpenAir(r.named) ? [ring(r.outline)] : [])),
  );
  const indoors = site.buildings.flatMap((b) => b.storeys.map((s) => ring(s.outline)));
  const lists: number[][] = storeys.map(() => []);
  const onTerraces: number[][] = storeys.map(() => []);
  const open: number[] = [];
  for (let row = 0; row < grid.rows; row++)
    for (let column = 0; column < grid.columns; column++) {
      const x = cellX(grid, column);
      const y = cellY(grid, row);
      const i = outlines.findIndex((o) => insideShare(o, x, y) > 0);
      if (i >= 0)
        (terraces[i]!.some((t) => insideShare(t, x, y) > 0) ? onTerraces : lists)[i]!.push(
          row * grid.columns + column,
        );
      else if (yard && !indoors.some((o) => insideShare(o, x, y) > 0)) open.push(row * grid.columns + column);
    }
  const layer = (cells: number[], of: Pick<Layer, 'levelM' | 'storeyId' | 'outdoors'>): Layer => {
    const out: Layer = {
      ...of,
      ...boxOf(cells, grid.columns),
      cells: Int32Array.from(cells),
      xs: Float64Array.from(cells, (c) => cellX(grid, c % grid.columns)),
      ys: Float64Array.from(cells, (c) => cellY(grid, Math.floor(c / grid.columns))),
      mask: new Uint8Array(grid.columns * grid.rows),
    };
    for (const c of cells) out.mask[c] = 1;
    return out;
  };
  return [
    ...storeys.flatMap((s, i) => {
      const of = { levelM: s.floorLevelM + FIELD_HEIGHT_M, storeyId: s.id };
      return [layer(lists[i]!, { ...of, outdoors: false }), layer(onTerraces[i]!, { ...of, outdoors: true })];
    }),
    ...(yard ? [layer(open, { levelM: FIELD_HEIGHT_M, storeyId: null, outdoors: true })] : []),
  ].filter((l) => l.cells.length > 0);
}
