import type { Skip, Spot3 } from '../geometry/crossings';
import type { Scene } from '../geometry/scene';
import { layerOver, type CellBlock } from './cellBlocks';
import { cast, type CastLoss } from './cast';
import type { CastLosses, CastSpace } from './castSpace';
import type { Grid, Layer } from './layers';

/** Marks the cells of some blocks. */
function mark(wanted: Uint8Array, { cells }: Layer, blocks: readonly CellBlock[], as: 0 | 1): void {
  for (const { places } of blocks) for (let n = 0; n < places.length; n++) wanted[cells[places[n]!]!] = as;
}

/** Casts to some blocks of a layer alone. `wanted` is memory indexed as the grid, all 0 before and after. */
export function castBlocks(
  scene: Pick<Scene, 'parts'>,
  losses: CastLosses,
  u: Spot3,
  grid: Grid,
  layer: Layer,
  blocks: readonly CellBlock[],
  space: CastSpace,
  out: CastLoss,
  wanted: Uint8Array,
  skip?: Skip,
): void {
  mark(wanted, layer, blocks, 1);
  cast(scene, losses, u, grid, layerOver(layer, blocks), space, out, skip, wanted);
  mark(wanted, layer, blocks, 0);
}
