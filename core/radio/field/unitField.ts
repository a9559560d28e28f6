import { atOnce } from '../../stats/atOnce';
import { BAND_MHZ } from '../link/bands';
import type { Spot3 } from '../path/crossings';
import { togetherDb } from '../path/detours';
import {
  NEAREST_M,
  NOTHING_HEARD_DB,
  bendCorrectionDb,
  freeSpaceDb,
  type LossCorrection,
} from '../path/pathLoss';
import { arrivalsFrom } from '../path/path';
import type { Scene } from '../path/scene';
import { cast, type CastLoss } from './cast';
import { castLosses, castSpace, type CastLosses, type CastSpace } from './castSpace';
import {
  HOPELESS_DB,
  WEAKER_UNDER_HAND_DB,
  detoursFromKept,
  findDetours,
  startDetours,
  type DetourJob,
  type PortalFields,
} from './detourField';
import { gridOver, type Grid, type Layer } from './layers';

/** Cell of the grid on which detours are found while a unit is dragged, m. */
export const DRAG_DETOUR_CELL_M = 1;

/** Steps of a dragged unit's place for which its detours are found anew, m, and how many of them are kept. */
const DRAG_LATTICE_M = 0.25;
const MOST_ROUGH = 40;

/** Everything computed for one scene, correction and sheet, from which fields of units are made. */
export interface FieldBase {
  scene: Scene;
  correction: LossCorrection | undefined;
  grid: Grid;
  layers: readonly Layer[];
  losses: CastLosses;
  space: CastSpace;
  scratch: CastLoss;
  /** The coarse grid of a drag with the portals' fields on it, made when first needed. */
  coarse: {
    grid: Grid;
    layers: readonly Layer[];
    space: CastSpace;
    kept: PortalFields;
    detours: Map<string, CastLoss>;
  } | null;
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
    coarse: null,
  };
}

/** Adds free space to what a cast found. */
function addFreeSpace(loss: CastLoss, u: Spot3, layers: readonly Layer[]): void {
  const [one0, one1, one2] = BAND_MHZ.map((mhz) => freeSpaceDb(1, mhz)) as [number, number, number];
  const [loss0, loss1, loss2] = loss;
  for (const layer of layers) {
    const dz = layer.levelM - u.z;
    const { cells, xs, ys } = layer;
    for (let i = 0; i < cells.length; i++) {
      const cell = cells[i]!;
      const dx = xs[i]! - u.x;
      const dy = ys[i]! - u.y;
      const space = 10 * Math.log10(Math.max(NEAREST_M * NEAREST_M, dx * dx + dy * dy + dz * dz));
      loss0[cell]! += space + one0;
      loss1[cell]! += space + one1;
      loss2[cell]! += space + one2;
    }
  }
}

/** Path loss along the straight line alone, dB by band. */
export function straightField(base: FieldBase, u: Spot3): CastLoss {
  const straight = lossArrays(base.grid);
  for (const layer of base.layers) cast(base.scene, base.losses, u, base.grid, layer, base.space, straight);
  addFreeSpace(straight, u, base.layers);
  return straight;
}

/** Straight line and way round together; a way at the limit up to which ways are followed is none. */
function combine(base: FieldBase, straight: CastLoss, detour: CastLoss): CastLoss {
  const out = lossArrays(base.grid);
  for (const layer of base.layers)
    for (const cell of layer.cells)
      for (let b = 0; b < 3; b++) {
        const round = detour[b]![cell]!;
        const direct = straight[b]![cell]!;
        out[b]![cell] = round < NOTHING_HEARD_DB ? togetherDb(direct, round) : direct;
      }
  return out;
}

/**
 * Settled fields of some units: path loss in dB by band to every cell, detours on the full grid. They come step by step: who
 * does not wait for them goes through the steps with others let in between.
 */
export function* settling(base: FieldBase, units: readonly Spot3[]): Generator<void, CastLoss[]> {
  const jobs: DetourJob[] = [];
  for (const unit of units) {
    const job = {
      unit,
      arrivals: arrivalsFrom(base.scene, unit, base.correction),
      bendDb: bendCorrectionDb(base.correction),
      straight: straightField(base, unit),
      best: lossArrays(base.grid),
      capDb: NOTHING_HEARD_DB,
      weakest: new Map<Layer, Float32Array>(),
    };
    startDetours(job, base.grid, base.layers);
    jobs.push(job);
    yield;
  }
  yield* findDetours(base.scene, base.losses, jobs, base.grid, base.layers, base.space, base.scratch);
  return jobs.map((job) => combine(base, job.straight, job.best));
}

/** The same at once. */
export const settledFields = (base: FieldBase, units: readonly Spot3[]): CastLoss[] =>
  atOnce(settling(base, units));

function coarseOf(
  base: FieldBase,
  layersFor: (grid: Grid) => readonly Layer[],
): NonNullable<FieldBase['coarse']> {
  if (base.coarse) return base.coarse;
  const { grid: fine } = base;
  const grid = gridOver(
    {
      minXM: fine.minXM,
      minYM: fine.minYM,
      maxXM: fine.minXM + fine.columns * fine.cellM,
      maxYM: fine.minYM + fine.rows * fine.cellM,
    },
    Math.max(DRAG_DETOUR_CELL_M, fine.cellM),
  );
  const layers = layersFor(grid);
  const space = castSpace(grid);
  const { scene, losses } = base;
  const wanted = new Uint8Array(grid.columns * grid.rows);
  const kept = { scene, losses, grid, layers, space, wanted, byPortal: new Map() };
  return (base.coarse = { grid, layers, space, kept, detours: new Map() });
}

const onLattice = (m: number): number => Math.round(m / DRAG_LATTICE_M) * DRAG_LATTICE_M;

/** Detours of a unit under the hand on the coarse grid, found anew only when it has moved on by a step of the lattice. */
function roughDetours(base: FieldBase, coarse: NonNullable<FieldBase['coarse']>, at: Spot3): CastLoss {
  const unit = { x: onLattice(at.x), y: onLattice(at.y), z: at.z };
  const key = `${unit.x},${unit.y},${unit.z}`;
  const known = coarse.detours.get(key);
  if (known) return known;
  const straight = lossArrays(coarse.grid);
  for (const layer of coarse.layers)
    cast(base.scene, base.losses, unit, coarse.grid, layer, coarse.space, straight);
  addFreeSpace(straight, unit, coarse.layers);
  const job: DetourJob = {
    unit,
    arrivals: arrivalsFrom(base.scene, unit, base.correction),
    bendDb: bendCorrectionDb(base.correction),
    straight,
    capDb: HOPELESS_DB,
    best: lossArrays(coarse.grid),
    weakest: new Map(),
  };
  startDetours(job, coarse.grid, coarse.layers, WEAKER_UNDER_HAND_DB);
  detoursFromKept(coarse.kept, job);
  if (coarse.detours.size >= MOST_ROUGH) coarse.detours.delete(coarse.detours.keys().next().value!);
  coarse.detours.set(key, job.best);
  return job.best;
}

/**
 * Field of one unit under the hand: straight lines on the full grid from where it is, detours from a 1 m grid (each cell
 * takes those of its coarse cell) and from the nearest quarter of a metre. `layersFor` lays the sheet's layers over the
 * coarse grid, called once.
 */
export function draggedField(
  base: FieldBase,
  unit: Spot3,
  layersFor: (grid: Grid) => readonly Layer[],
): CastLoss {
  const coarse = coarseOf(base, layersFor);
  const detours = roughDetours(base, coarse, unit);
  const out = straightField(base, unit);
  const { grid } = base;
  const { grid: rough } = coarse;
  const ratio = grid.cellM / rough.cellM;
  for (const layer of base.layers)
    for (const cell of layer.cells) {
      const column = cell % grid.columns;
      const row = (cell - column) / grid.columns;
      const at =
        Math.min(rough.rows - 1, Math.floor((row + 0.5) * ratio)) * rough.columns +
        Math.min(rough.columns - 1, Math.floor((column + 0.5) * ratio));
      for (let b = 0; b < 3; b++) {
        const detour = detours[b]![at]!;
        // A coarse cell of another layer holds nothing.
        if (detour > 0 && detour < HOPELESS_DB && detour < out[b]![cell]! + WEAKER_UNDER_HAND_DB)
          out[b]![cell] = togetherDb(out[b]![cell]!, detour);
      }
    }
  return out;
}
