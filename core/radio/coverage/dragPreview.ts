import { atOnce } from '../../stats/atOnce';
import type { Spot3 } from '../geometry/crossings';
import { togetherDb } from '../propagation/diffractions';
import { arrivalsFrom } from '../propagation/path';
import { NOTHING_HEARD_DB, diffractionCorrectionDb } from '../propagation/pathLoss';
import { blocksOf, type CellBlock } from './cellBlocks';
import type { CastLoss } from './cast';
import { castBlocks } from './castBlocks';
import { castSpace } from './castSpace';
import {
  HOPELESS_DB,
  WEAKER_UNDER_HAND_DB,
  diffractionsFromKept,
  type DiffractionJob,
  type PortalFields,
  MOST_KEPT,
} from './diffractionField';
import { gridOver, type Grid, type Layer } from './layers';
import { allBlocks, startStrongest } from './strongest';
import { addFreeSpace, lossArrays, type FieldBase } from './unitField';
import { type Lru, lru } from '../../stats/lru';

/** Cell of the grid on which diffractions are found while a unit is dragged, m. */
export const DRAG_DETOUR_CELL_M = 1;

/** Steps of a dragged unit's place for which what is coarse is found anew, m, and how many of them are kept. */
const DRAG_LATTICE_M = 0.25;
const MOST_ROUGH = 40;

/**
 * Cells nearest to the hand to which straight lines are cast from where it is, on the full grid: a farm has fewer, of an
 * estate they are a circle of some thirty metres. Beyond it everything comes from the coarse grid and follows the hand in
 * longer steps, so that a move costs the same however large the plot is.
 */
const NEAR_CELLS = 8000;

/**
 * Steps of a dragged unit's place for which what is far from it is found anew, m. It is found a few steps with each move: until
 * the last of them what was found before stands.
 */
const FAR_LATTICE_M = 2;
const FAR_STEPS_A_MOVE = 6;

/** Blocks of a layer that lie near the hand. */
interface NearPart {
  layer: Layer;
  blocks: readonly CellBlock[];
}

/** What is found near the hand for one step of the lattice. */
interface Near {
  /** Strongest ray to each cell of the coarse grid that stands for a near one. */
  diffractions: CastLoss;
  parts: readonly NearPart[];
  isAll: boolean;
}

/** What is kept of one base while units are dragged over it. */
export interface DragPreview {
  grid: Grid;
  layers: readonly Layer[];
  kept: PortalFields;
  /** The cell of the coarse grid that stands for each cell of the full one: of the same layer where one is near. */
  roughOf: Int32Array;
  /** By place on the lattice. */
  near: Lru<string, Near>;
  /** What the hand holds: the field a unit had before it was taken up, or the height of one that had none yet. */
  held: CastLoss | number | null;
  /**
   * Straight line and ray together: on the coarse grid for a place of the hand on the lattice of what is far, or on the full
   * grid as they were before the hand took the unit up.
   */
  far: { from: Spot3 | null; total: CastLoss } | null;
  /** The same for a later place, while it is being found. */
  farther: { from: Spot3; steps: Generator<void, CastLoss> } | null;
  /** Cells of the full grid asked for in a cast; all 0 between casts. */
  wanted: Uint8Array;
}

const known = new WeakMap<FieldBase, DragPreview>();

/** Steps to the cells around one, itself first, then those beside it, then those at its corners. */
const AROUND = [
  [0, 0],
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [1, 1],
  [1, -1],
  [-1, 1],
  [-1, -1],
] as const;

/** For each cell of some layers the coarse cell it lies in, or one beside it that is of its own layer. */
function nearestRough(fine: Grid, layers: readonly Layer[], grid: Grid, rough: readonly Layer[]): Int32Array {
  const out = new Int32Array(fine.columns * fine.rows);
  const ratio = fine.cellM / grid.cellM;
  for (const layer of layers) {
    const own = rough.find((r) => r.levelM === layer.levelM && r.outdoors === layer.outdoors);
    for (const cell of layer.cells) {
      const column = Math.min(grid.columns - 1, Math.floor(((cell % fine.columns) + 0.5) * ratio));
      const row = Math.min(grid.rows - 1, Math.floor((Math.floor(cell / fine.columns) + 0.5) * ratio));
      const step = AROUND.find(([dx, dy]) => {
        const [c, r] = [column + dx, row + dy];
        if (c < 0 || r < 0 || c >= grid.columns || r >= grid.rows) return false;
        return own?.mask[r * grid.columns + c] === 1;
      });
      const [dx, dy] = step ?? AROUND[0];
      out[cell] = (row + dy) * grid.columns + column + dx;
    }
  }
  return out;
}

/** What is kept of a base for the hand; `layersFor` lays the sheet's layers over the coarse grid, called once. */
export function dragPreviewOf(base: FieldBase, layersFor: (grid: Grid) => readonly Layer[]): DragPreview {
  const made = known.get(base);
  if (made) return made;
  const { grid: fine, scene, losses } = base;
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
  const size = grid.columns * grid.rows;
  const kept = { scene, losses, grid, layers, space: castSpace(grid), wanted: new Uint8Array(size) };
  const hand: DragPreview = {
    grid,
    layers,
    kept: { ...kept, byPortal: lru(MOST_KEPT) },
    roughOf: nearestRough(fine, base.layers, grid, layers),
    near: lru(MOST_ROUGH),
    held: null,
    far: null,
    farther: null,
    wanted: new Uint8Array(fine.columns * fine.rows),
  };
  known.set(base, hand);
  return hand;
}

/** The blocks nearest to a place, as many as hold `NEAR_CELLS`, by layer. */
function nearParts({ grid, layers }: FieldBase, at: Spot3): { parts: NearPart[]; isAll: boolean } {
  const all = layers.flatMap((layer) =>
    blocksOf(layer, grid).map((block) => {
      const dx = Math.max(0, block.minX - at.x, at.x - block.maxX);
      const dy = Math.max(0, block.minY - at.y, at.y - block.maxY);
      return { layer, block, far: dx * dx + dy * dy };
    }),
  );
  all.sort((a, b) => a.far - b.far);
  const byLayer = new Map<Layer, CellBlock[]>();
  let [cells, taken] = [0, 0];
  for (; taken < all.length && cells < NEAR_CELLS; taken++) {
    const { layer, block } = all[taken]!;
    cells += block.places.length;
    byLayer.set(layer, [...(byLayer.get(layer) ?? []), block]);
  }
  return {
    parts: [...byLayer].map(([layer, blocks]) => ({ layer, blocks })),
    isAll: taken === all.length,
  };
}

const toStep = (m: number, stepM: number): number => Math.round(m / stepM) * stepM;

/**
 * The strongest diffractions from a place to some blocks of the coarse grid, with the straight lines they were held against, step
 * by step.
 */
function* diffractionsTo(
  base: FieldBase,
  hand: DragPreview,
  unit: Spot3,
  blocks: DiffractionJob['blocks'],
): Generator<void, DiffractionJob> {
  const { grid, kept } = hand;
  const job: DiffractionJob = {
    unit,
    arrivals: arrivalsFrom(base.scene, unit, base.correction),
    diffractionDb: diffractionCorrectionDb(base.correction),
    straight: lossArrays(grid),
    capDb: HOPELESS_DB,
    best: lossArrays(grid),
    weakerDb: WEAKER_UNDER_HAND_DB,
    blocks,
    weakest: new Map(),
  };
  for (const [layer, some] of blocks) {
    castBlocks(base.scene, base.losses, unit, grid, layer, some, kept.space, job.straight, kept.wanted);
    addFreeSpace(job.straight, unit, layer, some);
    yield;
  }
  startStrongest(job, grid);
  yield* diffractionsFromKept(kept, job);
  return job;
}

/** What is near, found anew only when the hand has moved on by a step of the lattice. */
function nearOf(base: FieldBase, hand: DragPreview, at: Spot3): Near {
  const unit = { x: toStep(at.x, DRAG_LATTICE_M), y: toStep(at.y, DRAG_LATTICE_M), z: at.z };
  const key = `${unit.x},${unit.y},${unit.z}`;
  return hand.near(key, () => {
    const { parts, isAll } = nearParts(base, unit);
    const blocks = isAll ? allBlocks(hand.layers, hand.grid) : standingFor(hand, parts);
    return { diffractions: atOnce(diffractionsTo(base, hand, unit, blocks)).best, parts, isAll };
  });
}

/** The coarse blocks whose cells stand for those of some blocks of the full grid. */
function standingFor(hand: DragPreview, parts: readonly NearPart[]): Map<Layer, CellBlock[]> {
  const stands = new Uint8Array(hand.grid.columns * hand.grid.rows);
  for (const { layer, blocks } of parts)
    for (const { places } of blocks)
      for (let n = 0; n < places.length; n++) stands[hand.roughOf[layer.cells[places[n]!]!]!] = 1;
  const found = new Map<Layer, CellBlock[]>();
  for (const layer of hand.layers) {
    const some = blocksOf(layer, hand.grid).filter(({ places }) =>
      places.some((place) => stands[layer.cells[place]!] === 1),
    );
    if (some.length > 0) found.set(layer, some);
  }
  return found;
}

/** Everything on the coarse grid from a place. */
function* findFar(base: FieldBase, hand: DragPreview, unit: Spot3): Generator<void, CastLoss> {
  const { straight, best } = yield* diffractionsTo(base, hand, unit, allBlocks(hand.layers, hand.grid));
  for (let b = 0; b < 3; b++)
    for (const { cells } of hand.layers)
      for (const cell of cells)
        if (counts(best[b]![cell]!, straight[b]![cell]!))
          straight[b]![cell] = togetherDb(straight[b]![cell]!, best[b]![cell]!);
  return straight;
}

/**
 * What is far. When the hand has moved on by a long step it begins to be found anew, and goes on with each move; until then it
 * is as it was `before`, where that is known.
 */
function farOf(
  base: FieldBase,
  hand: DragPreview,
  at: Spot3,
  before: CastLoss | null,
): DragPreview['far'] & object {
  const from = { x: toStep(at.x, FAR_LATTICE_M), y: toStep(at.y, FAR_LATTICE_M), z: at.z };
  const held = before ?? at.z;
  if (hand.held !== held) {
    // Another unit is in hand.
    hand.held = held;
    hand.farther = null;
    hand.far = before ? { from: null, total: before } : null;
  }
  hand.far ??= { from, total: atOnce(findFar(base, hand, from)) };
  if (hand.far.from?.x !== from.x || hand.far.from.y !== from.y)
    hand.farther ??= { from, steps: findFar(base, hand, from) };
  const { farther } = hand;
  for (let n = 0; farther && n < FAR_STEPS_A_MOVE; n++) {
    const { done, value } = farther.steps.next();
    if (!done) continue;
    hand.far = { from: farther.from, total: value };
    hand.farther = null;
    break;
  }
  return hand.far;
}

/** Whether a ray counts beside a straight line, dB: one of no shown layer is 0. */
const counts = (ray: number, straight: number): boolean =>
  ray > 0 && ray < HOPELESS_DB && ray < straight + WEAKER_UNDER_HAND_DB;

/** Gives every cell what is far of it. */
function fillFar(
  { from, total }: DragPreview['far'] & object,
  { roughOf }: DragPreview,
  layers: readonly Layer[],
  out: CastLoss,
): void {
  for (let b = 0; b < 3; b++) {
    const [far, fine] = [total[b]!, out[b]!];
    if (from === null) fine.set(far);
    else
      for (const { cells } of layers)
        for (let i = 0; i < cells.length; i++) {
          const cell = cells[i]!;
          // A coarse cell of no shown layer holds nothing.
          fine[cell] = far[roughOf[cell]!]! || NOTHING_HEARD_DB;
        }
  }
}

/** Straight lines to the cells near the unit from where it is, with the diffractions of their coarse cells. */
function castNear(base: FieldBase, hand: DragPreview, u: Spot3, near: Near, out: CastLoss): void {
  const { wanted } = hand;
  for (const { layer, blocks } of near.parts) {
    castBlocks(base.scene, base.losses, u, base.grid, layer, blocks, base.space, out, wanted);
    addFreeSpace(out, u, layer, blocks);
    const { cells } = layer;
    for (const { places } of blocks)
      for (let n = 0; n < places.length; n++) {
        const cell = cells[places[n]!]!;
        const at = hand.roughOf[cell]!;
        for (let b = 0; b < 3; b++) {
          const ray = near.diffractions[b]![at]!;
          const straight = out[b]![cell]!;
          if (counts(ray, straight)) out[b]![cell] = togetherDb(straight, ray);
        }
      }
  }
}

/**
 * Field of one unit in the drag preview: near it straight lines on the full grid from where it is, diffractions from a 1 m grid (each
 * cell takes those of its coarse cell) and from the nearest quarter of a metre; far from it both from that grid and from
 * where the hand was some moves ago. `before` is the unit's field where it lay before the hand took it up.
 */
export function draggedField(
  base: FieldBase,
  unit: Spot3,
  layersFor: (grid: Grid) => readonly Layer[],
  before: CastLoss | null = null,
): CastLoss {
  const hand = dragPreviewOf(base, layersFor);
  const near = nearOf(base, hand, unit);
  const out = lossArrays(base.grid);
  if (!near.isAll) fillFar(farOf(base, hand, unit, before), hand, base.layers, out);
  castNear(base, hand, unit, near, out);
  return out;
}
