import { atOnce } from '../../stats/atOnce';
import type { Spot3 } from '../geometry/crossings';
import { togetherDb } from '../propagation/diffractions';
import {
  FREE_1M_DB,
  NEAREST_M,
  NOTHING_HEARD_DB,
  diffractionCorrectionDb,
  type LossCorrection,
} from '../propagation/pathLoss';
import { arrivalsFrom } from '../propagation/path';
import type { Scene } from '../geometry/scene';
import { blocksOf, type CellBlock } from './cellBlocks';
import { findReflections, type ReflectionJob } from './reflectionField';
import { cast, type CastLoss } from './cast';
import { castLosses, castSpace, type CastLosses, type CastSpace } from './castSpace';
import { WEAKER_DB, findDiffractions, type DiffractionJob } from './diffractionField';
import type { Grid, Layer } from './layers';
import { allBlocks, startStrongest, type StrongestSoFar } from './strongest';
import { REFLECTION_WEAKER_DB } from '../propagation/mirrors';

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
export function addFreeSpace(loss: CastLoss, u: Spot3, layer: Layer, blocks: readonly CellBlock[]): void {
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
function combine(base: FieldBase, straight: CastLoss, searches: readonly StrongestSoFar[]): CastLoss {
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
  const edges: DiffractionJob[] = [];
  const reflections: ReflectionJob[] = [];
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
    const edge = { ...search(WEAKER_DB), arrivals, diffractionDb: diffractionCorrectionDb(correction) };
    const reflection = search(REFLECTION_WEAKER_DB);
    for (const job of [edge, reflection]) startStrongest(job, grid);
    edges.push(edge);
    reflections.push(reflection);
    yield;
  }
  yield* findReflections(scene, losses, reflections, grid, layers, space, scratch);
  yield* findDiffractions(scene, losses, edges, grid, layers, space, scratch);
  return edges.map((edge, i) => combine(base, edge.straight, [edge, reflections[i]!]));
}

/** The same at once. */
export const settledFields = (base: FieldBase, units: readonly Spot3[]): CastLoss[] =>
  atOnce(settling(base, units));
