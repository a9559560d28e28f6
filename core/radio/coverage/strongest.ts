import { blocksOf, type CellBlock } from './cellBlocks';
import type { CastLoss } from './cast';
import type { Grid, Layer } from './layers';

/** A search for the strongest way of a kind beside the straight line. */
export interface StrongestSoFar {
  /** Loss of the straight line by band, free space included; indexed as the grid. */
  straight: CastLoss;
  /** Loss of the strongest way so far; starts `weakerDb` weaker than the straight line. */
  best: CastLoss;
  /** A way so much weaker than the straight line is none, dB. */
  weakerDb: number;
  /** Loss from which on ways are not told apart. */
  capDb: number;
  /** The blocks of each layer that are asked for. */
  blocks: ReadonlyMap<Layer, readonly CellBlock[]>;
  /** The weakest of `best` in each block of a layer, by band at 3 · block + band: what cannot beat it wins nowhere in the block. */
  weakest: Map<Layer, Float32Array>;
}

/** Every block of some layers. */
export const allBlocks = (layers: readonly Layer[], grid: Grid): Map<Layer, readonly CellBlock[]> =>
  new Map(layers.map((layer) => [layer, blocksOf(layer, grid)]));

/** Finds the weakest way known so far in a block. */
export function weigh(job: StrongestSoFar, layer: Layer, block: CellBlock, weakest: Float32Array): void {
  const { cells } = layer;
  const { places, index } = block;
  for (let b = 0; b < 3; b++) {
    const best = job.best[b]!;
    let most = -Infinity;
    for (let n = 0; n < places.length; n++) {
      const db = best[cells[places[n]!]!]!;
      if (db > most) most = db;
    }
    weakest[3 * index + b] = most;
  }
}

/** Starts the search: nothing found yet but what would not matter. */
export function startStrongest(job: StrongestSoFar, grid: Grid): void {
  const { capDb, weakerDb } = job;
  for (const [layer, blocks] of job.blocks) {
    const weakest = new Float32Array(3 * blocksOf(layer, grid).length);
    const { cells } = layer;
    for (const block of blocks) {
      const { places } = block;
      for (let b = 0; b < 3; b++) {
        const best = job.best[b]!;
        const straight = job.straight[b]!;
        for (let n = 0; n < places.length; n++) {
          const cell = cells[places[n]!]!;
          best[cell] = Math.min(capDb, straight[cell]! + weakerDb);
        }
      }
      weigh(job, layer, block, weakest);
    }
    job.weakest.set(layer, weakest);
  }
}
