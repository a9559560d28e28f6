import type { Spot3 } from '../geometry/crossings';
import {
  EDGE_REACH_M,
  MOST_EDGES,
  strongestFirst,
  turnsInPlan,
  type Arrivals,
} from '../propagation/arrivals';
import { onStraightWay } from '../propagation/diffractions';
import { LEAST_TURN_DB, V_PER_TURN, edgeDb, turnV } from '../propagation/edgeLoss';
import { skipOf } from '../propagation/rayLegs';
import { TOUCH_M } from '../geometry/meet';
import type { Barrier } from '../geometry/solids';
import { blocksOf, type CellBlock } from './cellBlocks';
import { FREE_1M_DB, LENGTH_DB, lengthDbFrom, NEAREST_M, STEPS_PER_M } from '../propagation/pathLoss';
import { portalsOf, sideOf, type Portal } from '../propagation/portals';
import type { Scene } from '../geometry/scene';
import type { CastLoss } from './cast';
import { castBlocks } from './castBlocks';
import { type CastLosses, type CastSpace } from './castSpace';
import type { Grid, Layer } from './layers';
import { weigh, type StrongestSoFar } from './strongest';
import type { Lru } from '../../stats/lru';

/** A way round this much weaker than the straight line adds less than 0.005 dB and is not looked at, dB. */
export const WEAKER_DB = 30;

/** One unit's field while its diffractions are being found. */
export interface DiffractionJob extends StrongestSoFar {
  unit: Spot3;
  arrivals: Arrivals;
  /** What every edge loses beyond the model, dB. */
  diffractionDb: number;
}

/** in the drag preview the bound is this, for an error of at most 0.14 dB, well below that of the coarse grid. */
export const WEAKER_UNDER_HAND_DB = 15;

/** in the drag preview ways are told apart up to this loss: an ordinary unit is not heard beyond it, dB. */
export const HOPELESS_DB = 138;

/** The largest cosine of the angle between a heading in plan and the way from a point to anywhere in a block. */
function mostAhead(hx: number, hy: number, x: number, y: number, block: CellBlock): number {
  let cosine = -1;
  let left = false;
  let right = false;
  for (let corner = 0; corner < 4; corner++) {
    const dx = (corner & 1 ? block.maxX : block.minX) - x;
    const dy = (corner & 2 ? block.maxY : block.minY) - y;
    cosine = Math.max(cosine, (hx * dx + hy * dy) / Math.sqrt(dx * dx + dy * dy));
    if (hx * dy - hy * dx >= 0) left = true;
    if (hx * dy - hy * dx <= 0) right = true;
  }
  // With corners on both sides of it the heading itself may lie in the block.
  return left && right && cosine > 0 ? 1 : cosine;
}

/** Whether a block lies wholly on the side of a wall on which the unit is: a way over a portal must change sides there. */
function isOnSide(block: CellBlock, wall: Barrier, from: number): boolean {
  const touch = TOUCH_M * wall.lengthM;
  for (let corner = 0; corner < 4; corner++) {
    const x = corner & 1 ? block.maxX : block.minX;
    const y = corner & 2 ? block.maxY : block.minY;
    const side = (wall.bx - wall.ax) * (y - wall.ay) - (wall.by - wall.ay) * (x - wall.ax);
    if (from * side <= touch) return false;
  }
  return true;
}

/** The wall a way over a portal goes through: it must change sides there; round a corner it need not. */
const wallOf = (portal: Portal): Barrier | null => (portal.kind === 'opening' ? portal.wall : null);

/**
 * Blocks of a layer in which a way over a portal may be the strongest somewhere: each is given up by the least the way can lose
 * to any point of its rectangle, its length and its turn included.
 */
function blocksReached(job: DiffractionJob, j: number, portal: Portal, layer: Layer): readonly CellBlock[] {
  const arrival = job.arrivals[j];
  const blocks = job.blocks.get(layer);
  if (!arrival || !blocks) return [];
  const { edge } = portal;
  const wall = wallOf(portal);
  const { levelM } = layer;
  if (portal.kind === 'stairwell' && job.unit.z > portal.slab.levelM === levelM > portal.slab.levelM)
    return [];
  const { x, y, z } = portal.at;
  const { lengthM: beforeM, lossDb, dx: hx, dy: hy } = arrival;
  const isFar = beforeM > EDGE_REACH_M;
  const dz = levelM - z;
  const from = wall ? sideOf(wall, job.unit) : 0;
  const weakest = job.weakest.get(layer)!;
  const inPlan = turnsInPlan(portal);
  return blocks.filter((block) => {
    const dx = Math.max(0, block.minX - x, x - block.maxX);
    const dy = Math.max(0, block.minY - y, y - block.maxY);
    const on = Math.sqrt(dx * dx + dy * dy + dz * dz);
    if (isFar && on > EDGE_REACH_M) return false;
    if (wall && from !== 0 && isOnSide(block, wall, from)) return false;
    const length = lengthDbFrom(beforeM + on) + job.diffractionDb;
    const cosine = inPlan && dx + dy > 0 ? mostAhead(hx, hy, x, y, block) : 1;
    const v = cosine < 1 ? turnV(cosine, beforeM, on) : 0;
    for (let b = 0; b < 3; b++) {
      const least = lossDb[b]! + FREE_1M_DB[b]! + length;
      const most = weakest[3 * block.index + b]!;
      if (least + LEAST_TURN_DB < most && least + edgeDb(edge, v * V_PER_TURN[b]!) < most) return true;
    }
    return false;
  });
}

/**
 * Tries one portal for the cells of a block and one unit; `toCells` is the loss from the portal to the cells. Each cell is
 * given up on the cheapest bound that shows the way cannot win: length from below, then free space and the edge.
 */
function tryPortal(
  j: number,
  portal: Portal,
  job: DiffractionJob,
  layer: Layer,
  block: CellBlock,
  toCells: CastLoss,
): void {
  const arrival = job.arrivals[j]!;
  const { edge } = portal;
  const wall = wallOf(portal);
  const { places } = block;
  const [v0, v1, v2] = V_PER_TURN;
  const { x: px, y: py, z: pz } = portal.at;
  const [to0, to1, to2] = toCells;
  const [best0, best1, best2] = job.best;
  const { cells, xs, ys, levelM } = layer;
  const { lengthM: beforeM, lossDb, dx: hx, dy: hy, dz: hz } = arrival;
  const known0 = lossDb[0] + FREE_1M_DB[0]! + job.diffractionDb;
  const known1 = lossDb[1] + FREE_1M_DB[1]! + job.diffractionDb;
  const known2 = lossDb[2] + FREE_1M_DB[2]! + job.diffractionDb;
  const from = wall ? sideOf(wall, job.unit) : 0;
  const sideX = wall ? -(wall.by - wall.ay) : 0;
  const sideY = wall ? wall.bx - wall.ax : 0;
  const side0 = wall ? -sideX * wall.ax - sideY * wall.ay : 0;
  const touch = wall ? TOUCH_M * wall.lengthM : 0;
  const isFar = beforeM > EDGE_REACH_M;
  const dz = levelM - pz;
  const turnZ = turnsInPlan(portal) ? 0 : dz;
  const p: Spot3 = { x: 0.5, y: 0.5, z: levelM };
  const table = LENGTH_DB;
  const beyond = table.length - 1;
  let isBetter = false;
  for (let n = 0; n < places.length; n++) {
    const i = places[n]!;
    const cell = cells[i]!;
    const x = xs[i]!;
    const y = ys[i]!;
    const dx = x - px;
    const dy = y - py;
    const plan = dx * dx + dy * dy;
    const on = Math.sqrt(plan + dz * dz);
    if (isFar && on > EDGE_REACH_M) continue;
    const length = beforeM + on;
    const at = (length * STEPS_PER_M) | 0;
    const nearest = LEAST_TURN_DB + table[at < beyond ? at : beyond]!;
    const way0 = known0 + to0[cell]!;
    const way1 = known1 + to1[cell]!;
    const way2 = known2 + to2[cell]!;
    const most0 = best0[cell]!;
    const most1 = best1[cell]!;
    const most2 = best2[cell]!;
    if (way0 + nearest >= most0 && way1 + nearest >= most1 && way2 + nearest >= most2) continue;
    if (from !== 0 && from * (sideX * x + sideY * y + side0) > touch) continue;
    const turned = Math.sqrt(plan + turnZ * turnZ);
    const cosine = turned === 0 ? 1 : (hx * dx + hy * dy + hz * turnZ) / turned;
    // A chord is shorter than its arc: with it ν, and so the loss, is told from below without the arc.
    const chord = cosine < 1 ? Math.sqrt((2 * (1 - cosine) * beforeM * on) / length) : 0;
    const nearer = table[at < beyond ? at : beyond]!;
    if (
      way0 + nearer + edgeDb(edge, chord * v0) >= most0 &&
      way1 + nearer + edgeDb(edge, chord * v1) >= most1 &&
      way2 + nearer + edgeDb(edge, chord * v2) >= most2
    )
      continue;
    const v = turnV(cosine, beforeM, on);
    const spread = 20 * Math.log10(Math.max(NEAREST_M, length));
    const db0 = way0 + spread + edgeDb(edge, v * v0);
    const db1 = way1 + spread + edgeDb(edge, v * v1);
    const db2 = way2 + spread + edgeDb(edge, v * v2);
    if (db0 >= most0 && db1 >= most1 && db2 >= most2) continue;
    p.x = x;
    p.y = y;
    if (onStraightWay(portal, job.unit, p)) continue;
    isBetter = true;
    if (db0 < most0) best0[cell] = db0;
    if (db1 < most1) best1[cell] = db1;
    if (db2 < most2) best2[cell] = db2;
  }
  if (isBetter) weigh(job, layer, block, job.weakest.get(layer)!);
}

/**
 * The strongest ray of every unit to every cell: each portal casts its field once and serves all units from it, then
 * is forgotten, so that memory does not grow with the portals. It comes step by step, so that others are let in between.
 */
export function* findDiffractions(
  scene: Scene,
  losses: CastLosses,
  jobs: readonly DiffractionJob[],
  grid: Grid,
  layers: readonly Layer[],
  space: CastSpace,
  scratch: CastLoss,
): Generator<void> {
  const portals = portalsOf(scene);
  const wanted = new Uint8Array(grid.columns * grid.rows);
  for (const j of strongestFirst(jobs.map((job) => job.arrivals))) {
    const portal = portals[j]!;
    for (const layer of layers) {
      const reached = jobs
        .map((job) => ({ job, blocks: blocksReached(job, j, portal, layer) }))
        .filter(({ blocks }) => blocks.length > 0);
      if (reached.length === 0) continue;
      const all = reached.flatMap(({ blocks }) => blocks);
      castBlocks(scene, losses, portal.at, grid, layer, all, space, scratch, wanted, skipOf(portal));
      for (const { job, blocks } of reached)
        for (const block of blocks) tryPortal(j, portal, job, layer, block, scratch);
      yield;
    }
  }
}

/** The fields of portals on one grid, kept for a drag; each is cast as far as a unit reaches by it, and farther when another does. */
export interface PortalFields {
  scene: Scene;
  losses: CastLosses;
  grid: Grid;
  layers: readonly Layer[];
  space: CastSpace;
  /** Cells asked for in a cast; all 0 between casts. */
  wanted: Uint8Array;
  /** By number of the portal. */
  byPortal: Lru<number, KeptField>;
}

/** What is kept of a portal: its field, and in which blocks of each layer it is known. */
interface KeptField {
  loss: CastLoss;
  known: Map<Layer, Uint8Array>;
}

/** Most fields kept: as many as one unit follows, and some for what the hand comes to. */
export const MOST_KEPT = MOST_EDGES + 100;

/** Loss from a portal to the cells of some blocks; in the others it may be anything. */
function keptField(kept: PortalFields, j: number, layer: Layer, blocks: readonly CellBlock[]): CastLoss {
  const { scene, losses, grid, space, wanted, byPortal } = kept;
  const field = byPortal(j, () => {
    const size = grid.columns * grid.rows;
    return {
      loss: [new Float32Array(size), new Float32Array(size), new Float32Array(size)],
      known: new Map(),
    };
  });
  let known = field.known.get(layer);
  if (!known) field.known.set(layer, (known = new Uint8Array(blocksOf(layer, grid).length)));
  const fresh = blocks.filter((block) => known[block.index] === 0);
  if (fresh.length === 0) return field.loss;
  const portal = portalsOf(scene)[j]!;
  castBlocks(scene, losses, portal.at, grid, layer, fresh, space, field.loss, wanted, skipOf(portal));
  for (const block of fresh) known[block.index] = 1;
  return field.loss;
}

/** Diffractions of one moved unit from kept portal fields, a step for each portal. */
export function* diffractionsFromKept(kept: PortalFields, job: DiffractionJob): Generator<void> {
  const { scene, layers } = kept;
  const portals = portalsOf(scene);
  for (const j of strongestFirst([job.arrivals])) {
    const portal = portals[j]!;
    for (const layer of layers) {
      const blocks = blocksReached(job, j, portal, layer);
      if (blocks.length === 0) continue;
      const loss = keptField(kept, j, layer, blocks);
      for (const block of blocks) tryPortal(j, portal, job, layer, block, loss);
    }
    yield;
  }
}
