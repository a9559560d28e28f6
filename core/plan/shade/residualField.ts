import { cellX, cellY, type Grid, type Layer } from '../../radio/coverage/layers';
import type { Beliefs } from '../../radio/learning/beliefs';
import { shadowCovariance, type ShadowPoint } from '../../radio/learning/shadowing';
import type { Band } from '../../radio/link/bands';
import type { Spot3 } from '../../radio/geometry/crossings';
import { ownedBy, lru, numberOf } from '../../stats/lru';

/** How far round a reading the sheet shows what it left over, m. */
const SHOWN_WITHIN_M = 6;
/** Less than this is not seen on a sheet, dB. */
const NOT_SEEN_DB = 0.1;

/** Fields of a layer met lately: those of units that are not in the drag preview stay what they are. */
const MOST_FIELDS = 64;
const fieldsOf = ownedBy((_: Layer) => lru<string, Float32Array | null>(MOST_FIELDS));

/**
 * What readings left over, added to the level of a unit over the cells of a layer, dB; null where nothing was read near its
 * place. The sheet so agrees with the spots it surrounds. Indexed as the grid.
 */
export function residualField(
  { left }: Pick<Beliefs, 'left'>,
  from: Spot3,
  band: Band,
  grid: Grid,
  layer: Layer,
): Float32Array | null {
  if (left.length === 0) return null;
  const key = [numberOf(left), from.x, from.y, from.z, band].join();
  return fieldsOf(layer)(key, () => makeField({ left }, from, band, grid, layer));
}

function makeField(
  { left }: Pick<Beliefs, 'left'>,
  from: Spot3,
  band: Band,
  grid: Grid,
  layer: Layer,
): Float32Array | null {
  let field: Float32Array | null = null;
  for (const o of left) {
    // Round a reading the way there strays as far as the one that was read.
    const at: ShadowPoint = { from, band, strength: o.strength, x: o.x, y: o.y, z: layer.levelM };
    if (Math.abs(shadowCovariance(o, at) * o.weight) < NOT_SEEN_DB) continue;
    field ??= new Float32Array(grid.columns * grid.rows);
    const column = (x: number) => (x - grid.minXM) / grid.cellM - 0.5;
    const row = (y: number) => (y - grid.minYM) / grid.cellM - 0.5;
    const [fromRow, toRow] = [row(o.y - SHOWN_WITHIN_M), row(o.y + SHOWN_WITHIN_M)];
    const [fromColumn, toColumn] = [column(o.x - SHOWN_WITHIN_M), column(o.x + SHOWN_WITHIN_M)];
    for (let r = Math.max(layer.row0, Math.ceil(fromRow)); r < layer.row1 && r <= toRow; r++)
      for (let c = Math.max(layer.column0, Math.ceil(fromColumn)); c < layer.column1 && c <= toColumn; c++) {
        at.x = cellX(grid, c);
        at.y = cellY(grid, r);
        field[r * grid.columns + c]! += shadowCovariance(o, at) * o.weight;
      }
  }
  return field;
}
