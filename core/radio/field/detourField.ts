import { BAND_MHZ } from '../link/bands';
import type { Spot3 } from '../path/crossings';
import { BEND_REACH_M, MOST_BENDS, strongestFirst, turnsInPlan, type Arrivals } from '../path/arrivals';
import { onStraightWay } from '../path/detours';
import { LEAST_TURN_DB, V_PER_TURN, edgeDb, turnV } from '../path/edge';
import { skipOf } from '../path/legs';
import { TOUCH_M } from '../path/meet';
import { freeSpaceDb, LENGTH_DB, lengthDbFrom, NEAREST_M, STEPS_PER_M } from '../path/pathLoss';
import { portalsOf, sideOf, type Portal } from '../path/portals';
import type { Scene } from '../path/scene';
import { cast, type CastLoss } from './cast';
import { type CastLosses, type CastSpace } from './castSpace';
import { cellX, cellY, layerWithin, type Grid, type Layer } from './layers';

/** A detour this much weaker than the straight line adds less than 0.009 dB and is not looked at, dB. */
const WEAKER_DB = 27;

/** One unit's field while its detours are being found. */
export interface DetourJob {
  unit: Spot3;
  arrivals: Arrivals;
  /** What every bend loses beyond the model, dB. */
  bendDb: number;
  /** Loss of the straight line by band, free space included; indexed as the grid. */
  straight: CastLoss;
  /** Loss of the strongest detour so far; starts `WEAKER_DB` above the straight line. */
  best: CastLoss;
  /** Loss from which on ways are not told apart. */
  capDb: number;
}

/** Under the hand the bound is this, for an error of at most 0.14 dB, well below that of the coarse grid. */
export const WEAKER_UNDER_HAND_DB = 15;

/** Under the hand ways are told apart up to this loss: an ordinary unit is not heard beyond it, dB. */
export const HOPELESS_DB = 138;

/** Starts the search: nothing found yet but what would not matter. */
export function startDetours(job: DetourJob, layers: readonly Layer[], weakerDb = WEAKER_DB): void {
  const { capDb } = job;
  for (let b = 0; b < 3; b++) {
    const best = job.best[b]!;
    const straight = job.straight[b]!;
    for (const layer of layers)
      for (const cell of layer.cells) best[cell] = Math.min(capDb, straight[cell]! + weakerDb);
  }
}

const FREE_1M = BAND_MHZ.map((mhz) => freeSpaceDb(1, mhz));

/** Whether a way over a portal to some cell of a layer can lose less than what a unit's ways are told apart up to. */
function canReach(job: DetourJob, j: number, portal: Portal, grid: Grid, layer: Layer): boolean {
  const arrival = job.arrivals[j];
  if (!arrival) return false;
  const { x, y, z } = portal.at;
  const apart = (at: number, low: number, high: number) => Math.max(0, low - at, at - high);
  const onM = Math.hypot(
    apart(x, cellX(grid, layer.column0), cellX(grid, layer.column1 - 1)),
    apart(y, cellY(grid, layer.row0), cellY(grid, layer.row1 - 1)),
    layer.levelM - z,
  );
  const length = lengthDbFrom(arrival.lengthM + onM) + LEAST_TURN_DB + job.bendDb;
  return arrival.lossDb.some((db, b) => db + FREE_1M[b]! + length < job.capDb);
}

/**
 * Tries one portal for all cells of a layer and one unit; `toCells` is the loss from the portal to the cells. Each cell is
 * given up on the cheapest bound that shows the way cannot win: length from below, then free space and the bend.
 */
function tryPortal(j: number, portal: Portal, job: DetourJob, layer: Layer, toCells: CastLoss): void {
  const arrival = job.arrivals[j]!;
  const { wall, slab, edge } = portal;
  const [v0, v1, v2] = V_PER_TURN;
  const { x: px, y: py, z: pz } = portal.at;
  const [to0, to1, to2] = toCells;
  const [best0, best1, best2] = job.best;
  const { cells, xs, ys, levelM } = layer;
  const { lengthM: beforeM, lossDb, dx: hx, dy: hy, dz: hz } = arrival;
  const known0 = lossDb[0] + FREE_1M[0]! + job.bendDb;
  const known1 = lossDb[1] + FREE_1M[1]! + job.bendDb;
  const known2 = lossDb[2] + FREE_1M[2]! + job.bendDb;
  // A way must change sides at a wall or floor; round a corner it need not.
  const from = wall ? sideOf(wall, job.unit) : 0;
  const sideX = wall ? -(wall.by - wall.ay) : 0;
  const sideY = wall ? wall.bx - wall.ax : 0;
  const side0 = wall ? -sideX * wall.ax - sideY * wall.ay : 0;
  const touch = wall ? TOUCH_M * wall.lengthM : 0;
  if (slab && job.unit.z > slab.levelM === levelM > slab.levelM) return;
  const isFar = beforeM > BEND_REACH_M;
  const dz = levelM - pz;
  const turnZ = turnsInPlan(portal) ? 0 : dz;
  const p: Spot3 = { x: 0.5, y: 0.5, z: levelM };
  const table = LENGTH_DB;
  const beyond = table.length - 1;
  for (let i = 0; i < cells.length; i++) {
    const cell = cells[i]!;
    const x = xs[i]!;
    const y = ys[i]!;
    const dx = x - px;
    const dy = y - py;
    const plan = dx * dx + dy * dy;
    const on = Math.sqrt(plan + dz * dz);
    if (isFar && on > BEND_REACH_M) continue;
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
    if (db0 < most0) best0[cell] = db0;
    if (db1 < most1) best1[cell] = db1;
    if (db2 < most2) best2[cell] = db2;
  }
}

/** Layers of a sheet as far as a portal reaches them from a unit that is far itself, and whole from one near it. */
const within = (layers: readonly Layer[], grid: Grid, portal: Portal): Layer[] =>
  layers.map((layer) => layerWithin(layer, grid, portal.at, BEND_REACH_M)).filter((layer) => layer !== null);

const isNear = (job: DetourJob, j: number): boolean => job.arrivals[j]!.lengthM <= BEND_REACH_M;

/**
 * The strongest detour of every unit to every cell: each portal casts its field once and serves all units from it, then
 * is forgotten, so that memory does not grow with the portals. It comes step by step, so that others are let in between.
 */
export function* findDetours(
  scene: Scene,
  losses: CastLosses,
  jobs: readonly DetourJob[],
  grid: Grid,
  layers: readonly Layer[],
  space: CastSpace,
  scratch: CastLoss,
): Generator<void> {
  const portals = portalsOf(scene);
  for (const j of strongestFirst(jobs.map((job) => job.arrivals))) {
    const portal = portals[j]!;
    const skip = skipOf(portal);
    const reaching = jobs.filter((job) => job.arrivals[j]);
    const anyNear = reaching.some((job) => isNear(job, j));
    const near = reaching.every((job) => isNear(job, j)) ? [] : within(layers, grid, portal);
    for (const layer of anyNear ? layers : near) {
      const part = anyNear ? near.find((l) => l.mask === layer.mask) : layer;
      const tried = reaching.flatMap((job) => {
        const over = isNear(job, j) ? layer : part;
        return over && canReach(job, j, portal, grid, over) ? [{ job, over }] : [];
      });
      if (tried.length === 0) continue;
      cast(scene, losses, portal.at, grid, layer, space, scratch, skip);
      for (const { job, over } of tried) tryPortal(j, portal, job, over, scratch);
      yield;
    }
  }
}

/** The fields of portals on one grid, kept for a drag; each is cast when a unit first reaches it. */
export interface PortalFields {
  scene: Scene;
  losses: CastLosses;
  grid: Grid;
  layers: readonly Layer[];
  space: CastSpace;
  /** By number of the portal, the one used last at the end. */
  byPortal: Map<number, KeptField>;
}

/** What is kept of a portal: its field, over the whole sheet or as far as it reaches from far. */
interface KeptField {
  loss: CastLoss;
  layers: readonly Layer[];
  isWhole: boolean;
}

/** Most fields kept: as many as one unit follows, and some for what the hand comes to. */
const MOST_KEPT = MOST_BENDS + 100;

/** Loss from a portal to the cells, to all of them or at least to those near it. */
function keptField(kept: PortalFields, j: number, whole: boolean): KeptField {
  const { scene, grid, byPortal, layers } = kept;
  const portal = portalsOf(scene)[j]!;
  let field = byPortal.get(j);
  if (!field || (whole && !field.isWhole)) {
    const size = grid.columns * grid.rows;
    const loss: CastLoss = [new Float32Array(size), new Float32Array(size), new Float32Array(size)];
    const near = whole ? layers : within(layers, grid, portal);
    for (const layer of near)
      cast(scene, kept.losses, portal.at, grid, layer, kept.space, loss, skipOf(portal));
    if (!field && byPortal.size >= MOST_KEPT) byPortal.delete(byPortal.keys().next().value!);
    field = { loss, layers: near, isWhole: whole };
  }
  byPortal.delete(j);
  byPortal.set(j, field);
  return field;
}

/** Detours of one moved unit from kept portal fields. */
export function detoursFromKept(kept: PortalFields, job: DetourJob): void {
  const { scene, grid, layers } = kept;
  const portals = portalsOf(scene);
  for (const j of strongestFirst([job.arrivals])) {
    const portal = portals[j]!;
    const whole = isNear(job, j);
    if (!layers.some((layer) => canReach(job, j, portal, grid, layer))) continue;
    const field = keptField(kept, j, whole);
    for (const layer of field.layers)
      if (canReach(job, j, portal, grid, layer)) tryPortal(j, portal, job, layer, field.loss);
  }
}
