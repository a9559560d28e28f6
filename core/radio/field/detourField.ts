import { BAND_MHZ } from '../link/bands';
import type { Spot3 } from '../path/crossings';
import { LEAST_TURN_DB, MOST_BENDS, leastOf, strongestFirst, turnDb, type Arrival } from '../path/arrivals';
import { onStraightWay } from '../path/detours';
import { skipOf } from '../path/legs';
import { freeSpaceDb, LENGTH_DB, lengthDbFrom, NEAREST_M, STEPS_PER_M } from '../path/pathLoss';
import { portalsOf, sideOf, type Portal } from '../path/portals';
import type { Scene } from '../path/scene';
import { cast, type CastLoss } from './cast';
import { type CastLosses, type CastSpace } from './castSpace';
import { cellX, cellY, type Grid, type Layer } from './layers';

/** A detour this much weaker than the straight line adds less than 0.009 dB and is not looked at, dB. */
const WEAKER_DB = 27;

/** One unit's field while its detours are being found. */
export interface DetourJob {
  unit: Spot3;
  arrivals: readonly Arrival[][];
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

/** Numbers kept of each arrival, flat, so that the hot loop below touches no objects. */
const FIELDS = 8;

const packedKnown = new WeakMap<readonly Arrival[], Float64Array>();

/** Arrivals at a portal as numbers: length, loss by band, heading, and 1 where it comes from the left of its wall. */
function packed(portal: Portal, arrivals: readonly Arrival[]): Float64Array {
  const known = packedKnown.get(arrivals);
  if (known) return known;
  const out = new Float64Array(arrivals.length * FIELDS);
  for (let i = 0; i < arrivals.length; i++) {
    const a = arrivals[i]!;
    const o = i * FIELDS;
    const left = portal.wall
      ? sideOf(portal.wall, a.from)
      : portal.slab
        ? a.from.z > portal.slab.levelM
        : false;
    out[o] = a.lengthM;
    out[o + 1] = a.lossDb[0];
    out[o + 2] = a.lossDb[1];
    out[o + 3] = a.lossDb[2];
    out[o + 4] = a.dx;
    out[o + 5] = a.dy;
    out[o + 6] = a.dz;
    out[o + 7] = left ? 1 : 0;
  }
  packedKnown.set(arrivals, out);
  return out;
}

/** Whether a way over a portal to some cell of a layer can lose less than what a unit's ways are told apart up to. */
function canReach(job: DetourJob, j: number, portal: Portal, grid: Grid, layer: Layer): boolean {
  const { lengthM: shortestM, lossDb } = leastOf(job.arrivals[j]!);
  const { x, y, z } = portal.at;
  const apart = (at: number, low: number, high: number) => Math.max(0, low - at, at - high);
  const onM = Math.hypot(
    apart(x, cellX(grid, layer.column0), cellX(grid, layer.column1 - 1)),
    apart(y, cellY(grid, layer.row0), cellY(grid, layer.row1 - 1)),
    layer.levelM - z,
  );
  const length = lengthDbFrom(shortestM + onM);
  return lossDb.some((db, b) => db + FREE_1M[b]! + LEAST_TURN_DB + length < job.capDb);
}

/**
 * Tries one portal for all cells of a layer and one unit; `toCells` is the loss from the portal to the cells. Each way is
 * given up on the cheapest bound that shows it cannot win: length from below, then free space, then the bend.
 */
function tryPortal(
  scene: Scene,
  j: number,
  portal: Portal,
  job: DetourJob,
  layer: Layer,
  toCells: CastLoss,
): void {
  const arrivals = job.arrivals[j]!;
  const ways = packed(portal, arrivals);
  const portals = portalsOf(scene);
  const { wall, slab } = portal;
  const { x: px, y: py, z: pz } = portal.at;
  const [to0, to1, to2] = toCells;
  const [best0, best1, best2] = job.best;
  const { cells, xs, ys, levelM } = layer;
  const [free0, free1, free2] = FREE_1M as [number, number, number];
  const { lengthM: shortest, lossDb } = leastOf(arrivals);
  const least0 = lossDb[0] + free0 + LEAST_TURN_DB;
  const least1 = lossDb[1] + free1 + LEAST_TURN_DB;
  const least2 = lossDb[2] + free2 + LEAST_TURN_DB;
  // A way must change sides at a wall or floor; round a corner it need not.
  const sideX = wall ? -(wall.by - wall.ay) : 0;
  const sideY = wall ? wall.bx - wall.ax : 0;
  const side0 = wall ? -sideX * wall.ax - sideY * wall.ay : 0;
  const above = slab ? levelM > slab.levelM : false;
  const dz = levelM - pz;
  const p: Spot3 = { x: 0.5, y: 0.5, z: levelM };
  const table = LENGTH_DB;
  const beyond = table.length - 1;
  const bySide = wall !== null || slab !== null;
  const count = ways.length;
  for (let i = 0; i < cells.length; i++) {
    const cell = cells[i]!;
    const x = xs[i]!;
    const y = ys[i]!;
    const dx = x - px;
    const dy = y - py;
    const on = Math.sqrt(dx * dx + dy * dy + dz * dz);
    let at = ((shortest + on) * STEPS_PER_M) | 0;
    const nearest = table[at < beyond ? at : beyond]!;
    const from0 = to0[cell]! + free0;
    const from1 = to1[cell]! + free1;
    const from2 = to2[cell]! + free2;
    let most0 = best0[cell]!;
    let most1 = best1[cell]!;
    let most2 = best2[cell]!;
    if (
      least0 + to0[cell]! + nearest >= most0 &&
      least1 + to1[cell]! + nearest >= most1 &&
      least2 + to2[cell]! + nearest >= most2
    )
      continue;
    const left = wall ? sideX * x + sideY * y + side0 > 0 : above;
    for (let w = 0; w < count; w += FIELDS) {
      if (bySide && left === (ways[w + 7] === 1)) continue;
      const known0 = ways[w + 1]! + from0;
      const known1 = ways[w + 2]! + from1;
      const known2 = ways[w + 3]! + from2;
      const length = ways[w]! + on;
      at = (length * STEPS_PER_M) | 0;
      const bound = LEAST_TURN_DB + table[at < beyond ? at : beyond]!;
      if (known0 + bound >= most0 && known1 + bound >= most1 && known2 + bound >= most2) continue;
      const cosine = on === 0 ? 1 : (ways[w + 4]! * dx + ways[w + 5]! * dy + ways[w + 6]! * dz) / on;
      const more = 20 * Math.log10(Math.max(NEAREST_M, length)) + turnDb(cosine);
      if (known0 + more >= most0 && known1 + more >= most1 && known2 + more >= most2) continue;
      p.x = x;
      p.y = y;
      const { via } = arrivals[w / FIELDS]!;
      if (onStraightWay(portal, job.unit, p) || (via !== null && onStraightWay(portals[via]!, job.unit, p)))
        continue;
      most0 = Math.min(most0, known0 + more);
      most1 = Math.min(most1, known1 + more);
      most2 = Math.min(most2, known2 + more);
    }
    best0[cell] = most0;
    best1[cell] = most1;
    best2[cell] = most2;
  }
}

/**
 * The strongest detour of every unit to every cell: each portal casts its field once and serves all units from it, then
 * is forgotten, so that memory does not grow with the portals.
 */
export function findDetours(
  scene: Scene,
  losses: CastLosses,
  jobs: readonly DetourJob[],
  grid: Grid,
  layers: readonly Layer[],
  space: CastSpace,
  scratch: CastLoss,
): void {
  const portals = portalsOf(scene);
  for (const j of strongestFirst(jobs.map((job) => job.arrivals))) {
    const portal = portals[j]!;
    const skip = skipOf(portal);
    for (const layer of layers) {
      const reached = jobs.filter((job) => canReach(job, j, portal, grid, layer));
      if (reached.length === 0) continue;
      cast(scene, losses, portal.at, grid, layer, space, scratch, skip);
      for (const job of reached) tryPortal(scene, j, portal, job, layer, scratch);
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
  byPortal: Map<number, CastLoss>;
}

/** Most fields kept: as many as one unit follows, and some for what the hand comes to. */
const MOST_KEPT = MOST_BENDS + 100;

/** Loss from a portal to the cells. */
function keptField(kept: PortalFields, j: number): CastLoss {
  const { scene, grid, byPortal } = kept;
  let field = byPortal.get(j);
  if (!field) {
    const size = grid.columns * grid.rows;
    field = [new Float32Array(size), new Float32Array(size), new Float32Array(size)];
    const portal = portalsOf(scene)[j]!;
    for (const layer of kept.layers)
      cast(scene, kept.losses, portal.at, grid, layer, kept.space, field, skipOf(portal));
    if (byPortal.size >= MOST_KEPT) byPortal.delete(byPortal.keys().next().value!);
  } else byPortal.delete(j);
  byPortal.set(j, field);
  return field;
}

/** Detours of one moved unit from kept portal fields. */
export function detoursFromKept(kept: PortalFields, job: DetourJob): void {
  const { scene, grid, layers } = kept;
  const portals = portalsOf(scene);
  for (const j of strongestFirst([job.arrivals]))
    for (const layer of layers)
      if (canReach(job, j, portals[j]!, grid, layer))
        tryPortal(scene, j, portals[j]!, job, layer, keptField(kept, j));
}
