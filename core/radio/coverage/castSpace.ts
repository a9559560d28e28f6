import { BANDS, type PerBand } from '../link/bands';
import { correctedLossDb, lossesOf, type LossCorrection, type Losses } from '../propagation/pathLoss';
import type { Scene } from '../geometry/scene';
import type { Slant } from '../materials/slant';
import type { Grid } from './layers';

/** Working memory of a cast, kept between casts of one grid size. */
export interface CastSpace {
  /** Changes of loss along rows, by band: running sums give the loss. */
  steps: [Float64Array, Float64Array, Float64Array];
  /** Loss of single cells beside that, by band: what changes from cell to cell, as openings seen at an angle. */
  single: [Float64Array, Float64Array, Float64Array];
  /** Floors passed: four bits a kind of floor, as changes along rows. */
  floorSteps: Int32Array;
  indoor: Float64Array;
  leaf: Float64Array;
  bare: Float64Array;
}

export function castSpace(grid: Grid): CastSpace {
  const size = (grid.columns + 1) * grid.rows;
  const make = () => new Float64Array(size);
  return {
    steps: [make(), make(), make()],
    single: [make(), make(), make()],
    floorSteps: new Int32Array(size),
    indoor: make(),
    leaf: make(),
    bare: make(),
  };
}

/** Kinds of floor and roof a cast can tell apart: four bits each in 32. */
export const MOST_FLOOR_KINDS = 7;
/** Floors of one kind that it can count in a line. */
export const MOST_FLOORS_OF_A_KIND = 15;

/** Floors a way passes, by construction number; those of one kind count together by the sum of their weights. */
export interface FloorSet {
  floors: readonly number[];
  /** The only kind there is, null where there are several; and the sum of the weights. */
  only: number | null;
  weight: number;
}

/** Loss of a scene's constructions under a correction, by number and band. */
export interface CastLosses {
  byConstruction: PerBand[];
  losses: Losses;
  clutterDbPerM: number;
  floorKinds: number[];
  /** Slants of constructions by number, and sets of floors met so far, by their counts by kind. */
  slants: readonly Slant[];
  floorSets: Map<number, FloorSet>;
}

/** Prepares a scene for casting. Throws where a job has more kinds of floor and roof than can be told apart. */
export function castLosses(scene: Scene, correction?: LossCorrection): CastLosses {
  const floorKinds = [...new Set(scene.slabs.map((s) => s.construction))];
  if (floorKinds.length > MOST_FLOOR_KINDS)
    throw new Error(`more than ${MOST_FLOOR_KINDS} kinds of floor and roof in one job`);
  return {
    byConstruction: scene.constructionNames.map(
      (_, c) => BANDS.map((b) => correctedLossDb(scene, c, b, correction)) as unknown as PerBand,
    ),
    losses: lossesOf(scene, correction),
    clutterDbPerM: Math.max(0, scene.clutterDbPerM + (correction?.clutterDbPerM ?? 0)),
    floorKinds,
    slants: scene.slants,
    floorSets: new Map(),
  };
}
