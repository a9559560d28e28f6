import { cellX, cellY, type Grid, type Layer } from './layers';

/** A square of cells of a layer, about two metres wide: what is decided for it is decided for all of them at once. */
export interface CellBlock {
  /** Which it is of its layer's. */
  index: number;
  /** Its cells as places in the layer's lists. */
  places: Int32Array;
  /** Rectangle of the grid that holds them, ends excluded. */
  column0: number;
  column1: number;
  row0: number;
  row1: number;
  /** Rectangle of their centres, m. */
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

/** Width of a block, m, and at least so many cells. */
const BLOCK_M = 2;
const LEAST_CELLS = 4;

const known = new WeakMap<Layer, readonly CellBlock[]>();

/** The blocks of a layer, made once. */
export function blocksOf(layer: Layer, grid: Grid): readonly CellBlock[] {
  const made = known.get(layer);
  if (made) return made;
  const wide = Math.max(LEAST_CELLS, Math.round(BLOCK_M / grid.cellM));
  const across = Math.ceil(grid.columns / wide);
  const lists = new Map<number, number[]>();
  layer.cells.forEach((cell, place) => {
    const column = cell % grid.columns;
    const row = (cell - column) / grid.columns;
    const key = Math.floor(row / wide) * across + Math.floor(column / wide);
    const list = lists.get(key);
    if (list) list.push(place);
    else lists.set(key, [place]);
  });
  const blocks = [...lists.values()].map((list, index): CellBlock => {
    const columns = list.map((place) => layer.cells[place]! % grid.columns);
    const rows = list.map((place) => Math.floor(layer.cells[place]! / grid.columns));
    const [column0, row0] = [Math.min(...columns), Math.min(...rows)];
    const [column1, row1] = [Math.max(...columns) + 1, Math.max(...rows) + 1];
    return {
      index,
      places: Int32Array.from(list),
      column0,
      column1,
      row0,
      row1,
      minX: cellX(grid, column0),
      minY: cellY(grid, row0),
      maxX: cellX(grid, column1 - 1),
      maxY: cellY(grid, row1 - 1),
    };
  });
  known.set(layer, blocks);
  return blocks;
}

/** A layer seen through the smallest window that holds some of its blocks; its list of cells stays whole. */
export function layerOver(layer: Layer, blocks: readonly CellBlock[]): Layer {
  const window = { column0: Infinity, column1: 0, row0: Infinity, row1: 0 };
  for (const b of blocks) {
    if (b.column0 < window.column0) window.column0 = b.column0;
    if (b.column1 > window.column1) window.column1 = b.column1;
    if (b.row0 < window.row0) window.row0 = b.row0;
    if (b.row1 > window.row1) window.row1 = b.row1;
  }
  return { ...layer, ...window };
}
