import { atOnce } from '../../stats/atOnce';
import type { Spot3 } from '../geometry/crossings';
import { togetherDb } from '../propagation/detours';
import {
  FREE_1M_DB,
  NEAREST_M,
  NOTHING_HEARD_DB,
  bendCorrectionDb,
  type LossCorrection,
} from '../propagation/pathLoss';
import { WEAKER_BACK_DB } from '../propagation/mirrors';
import { arrivalsFrom } from '../propagation/path';
import type { Scene } from '../geometry/scene';
import { blocksOf, type Block } from './blocks';
import { findBounces, type BounceJob } from './bounceField';
import { cast, type CastLoss } from './cast';
import { castLosses, castSpace, type CastLosses, type CastSpace } from './castSpace';
import { WEAKER_DB, findDetours, type DetourJob } from './detourField';
import type { Grid, Layer } from './layers';
import { allBlocks, startSearch, type Search } from './search';

/** Everything computed for one scene, correction and sheet, from which fields of units are made. */
export interface FieldBase {
  scene: Scene;
  correction: LossCorrection | undefined;
  grid: Grid;
  layers: readonly Layer[];
  losses: CastLosses;
  space: CastSpace;
  scratch: CastLoss;
}

export const lossArrays = (grid: Grid): CastLoss => {
  const size = grid.columns * grid.rows;
  return [new Float32Array(size), new Float32Array(size), new Float32Array(size)];
};

export function fieldBase(
  scene: Scene,
  correction: LossCorrection | undefined,
  grid: Grid,
  layers: readonly Layer[],
): FieldBase {
  return {
    scene,
    correction,
    grid,
    layers,
    losses: castLosses(scene, correction),
    space: castSpace(grid),
    scratch: lossArrays(grid),
  };
}

/** Adds free space to what a cast found in some blocks of a layer. */
export function addFreeSpace(loss: CastLoss, u: Spot3, layer: Layer, blocks: readonly Block[]): void {
  const [one0, one1, one2] = FREE_1M_DB;
  const [loss0, loss1, loss2] = loss;
  const dz = layer.levelM - u.z;
  const { cells, xs, ys } = layer;
  for (const { places } of blocks)
    for (let n = 0; n < places.length; n++) {
      const i = places[n]!;
      const cell = cells[i]!;
      const dx = xs[i]! - u.x;
      const dy = ys[i]! - u.y;
      const space = 10 * Math.log10(Math.max(NEAREST_M * NEAREST_M, dx * dx + dy * dy + dz * dz));
      loss0[cell]! += space + one0;
      loss1[cell]! += space + one1;
      loss2[cell]! += space + one2;
    }
}

/** Path loss along the straight line alone, dB by band. */
export function straightField({ scene, losses, grid, layers, space }: FieldBase, u: Spot3): CastLoss {
  const straight = lossArrays(grid);
  for (const layer of layers) {
    cast(scene, losses, u, grid, layer, space, straight);
    addFreeSpace(straight, u, layer, blocksOf(layer, grid));
  }
  return straight;
}

/** Straight line and ways round together; a way at the limit up to which ways are looked for is none. */
function combine(base: FieldBase, straight: CastLoss, searches: readonly Search[]): CastLoss {
  const out = lossArrays(base.grid);
  for (const layer of base.layers)
    for (const cell of layer.cells)
      for (let b = 0; b < 3; b++) {
        const direct = straight[b]![cell]!;
        let db = direct;
        for (const { best, weakerDb } of searches) {
          const round = best[b]![cell]!;
          if (round < NOTHING_HEARD_DB && round < Math.fround(direct + weakerDb)) db = togetherDb(db, round);
        }
        out[b]![cell] = db;
      }
  return out;
}

/**
 * Settled fields of some units: path loss in dB by band to every cell, ways round on the full grid. They come step by step: who
 * does not wait for them goes through the steps with others let in between.
 */
export function* settling(base: FieldBase, units: readonly Spot3[]): Generator<void, CastLoss[]> {
  const { scene, losses, correction, grid, layers, space, scratch } = base;
  const blocks = allBlocks(layers, grid);
  const bends: DetourJob[] = [];
  const bounces: BounceJob[] = [];
  for (const unit of units) {
    const straight = straightField(base, unit);
    const search = (weakerDb: number) => ({
      unit,
      straight,
      best: lossArrays(grid),
      weakerDb,
      capDb: NOTHING_HEARD_DB,
      blocks,
      weakest: new Map<Layer, Float32Array>(),
    });
    const arrivals = arrivalsFrom(scene, unit, correction);
    const bend = { ...search(WEAKER_DB), arrivals, bendDb: bendCorrectionDb(correction) };
    const bounce = search(WEAKER_BACK_DB);
    for (const job of [bend, bounce]) startSearch(job, grid);
    bends.push(bend);
    bounces.push(bounce);
    yield;
  }
  yield* findBounces(scene, losses, bounces, grid, layers, space, scratch);
  yield* findDetours(scene, losses, bends, grid, layers, space, scratch);
  return bends.map((bend, i) => combine(base, bend.straight, [bend, bounces[i]!]));
}

/** The same at once. */
export const settledFields = (base: FieldBase, units: readonly Spot3[]): CastLoss[] =>
  atOnce(settling(base, units));
