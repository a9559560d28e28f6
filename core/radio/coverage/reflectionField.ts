import type { Spot3 } from '../geometry/crossings';
import { TOUCH_M } from '../geometry/meet';
import { REFLECTION_REACH_M, imagesOf, inFront, type Image, reflectedFrom } from '../propagation/mirrors';
import { FREE_1M_DB, NEAREST_M, lengthDbFrom } from '../propagation/pathLoss';
import { boxOf, type ScenePart } from '../geometry/sceneParts';
import type { Scene } from '../geometry/scene';
import { COSINE_STEPS } from '../materials/slant';
import type { CellBlock } from './cellBlocks';
import type { CastLoss } from './cast';
import { castBlocks } from './castBlocks';
import { MOST_FLOORS_OF_A_KIND, type CastLosses, type CastSpace } from './castSpace';
import type { Grid, Layer } from './layers';
import { reflectedParts } from './mirrored';
import { weigh, type StrongestSoFar } from './strongest';

/** One unit's field while the strongest way that a face reflects is being found. */
export interface ReflectionJob extends StrongestSoFar {
  unit: Spot3;
}

/** The constructions whose faces a mirror has. */
function facesOf(scene: Scene, { mirror: { wall, slab } }: Image): Float64Array[] {
  const numbers = wall
    ? [wall.construction, ...wall.openings.map((o) => o.construction)]
    : [slab!.construction];
  return [...new Set(numbers)].flatMap((c) => scene.reflectionLossDb[c] ?? []);
}

/** The least that any of some faces takes of a way that meets it no steeper than by a cosine, dB, for each step of it. */
function leastTakenDb(faces: readonly Float64Array[]): Float64Array {
  const least = new Float64Array(faces[0]!.length);
  let sofar = Infinity;
  for (let i = least.length - 1; i >= 0; i--) {
    for (const face of faces) sofar = Math.min(sofar, face[i]!);
    least[i] = sofar;
  }
  return least;
}

/** Whether a block lies beside what an image shows through its wall, seen in plan. */
function isBeside({ mirror: { wall }, at }: Image, block: CellBlock): boolean {
  if (!wall) return false;
  const [ax, ay, bx, by] = [wall.ax - at.x, wall.ay - at.y, wall.bx - at.x, wall.by - at.y];
  const turn = ax * by - ay * bx > 0 ? 1 : -1;
  let [beyondA, beyondB] = [true, true];
  for (let corner = 0; corner < 4; corner++) {
    const x = (corner & 1 ? block.maxX : block.minX) - at.x;
    const y = (corner & 2 ? block.maxY : block.minY) - at.y;
    if (turn * (ax * y - ay * x) >= -TOUCH_M) beyondA = false;
    if (turn * (bx * y - by * x) <= TOUCH_M) beyondB = false;
  }
  return beyondA || beyondB;
}

/** Whether the ways from an image to a block meet its mirror's plane above or below its wall, or beside its floor. */
function isPast(
  { mirror: { wall, slab }, at }: Image,
  block: CellBlock,
  levelM: number,
  parts: readonly [number, number],
): boolean {
  if (wall) {
    const [a, b] = parts.map((t) => at.z + t * (levelM - at.z)) as [number, number];
    return Math.max(a, b) < wall.baseM - TOUCH_M || Math.min(a, b) > wall.topM + TOUCH_M;
  }
  const [t] = parts;
  const box = boxOf(slab!.outline);
  return (
    at.x + t * (block.maxX - at.x) < box.minX - TOUCH_M ||
    at.x + t * (block.minX - at.x) > box.maxX + TOUCH_M ||
    at.y + t * (block.maxY - at.y) < box.minY - TOUCH_M ||
    at.y + t * (block.minY - at.y) > box.maxY + TOUCH_M
  );
}

/** Blocks of a layer in which a way off a mirror may be the strongest somewhere, by the least it can lose to their rectangles. */
function blocksReached(job: ReflectionJob, image: Image, least: Float64Array, layer: Layer): CellBlock[] {
  const { mirror, at, side } = image;
  const weakest = job.weakest.get(layer)!;
  const behind = -side * inFront(mirror, at);
  const dz = layer.levelM - at.z;
  return (job.blocks.get(layer) ?? []).filter((block) => {
    let [nearest, farthest, most] = [Infinity, -Infinity, 0];
    for (let corner = 0; corner < 4; corner++) {
      const x = corner & 1 ? block.maxX : block.minX;
      const y = corner & 2 ? block.maxY : block.minY;
      const off = side * inFront(mirror, { x, y, z: layer.levelM });
      nearest = Math.min(nearest, off);
      farthest = Math.max(farthest, off);
      most = Math.max(most, (x - at.x) ** 2 + (y - at.y) ** 2 + dz * dz);
    }
    if (farthest <= TOUCH_M || nearest > REFLECTION_REACH_M || isBeside(image, block)) return false;
    const before = Math.max(0, nearest);
    const across = [behind / (behind + farthest), behind / (behind + before)] as const;
    if (isPast(image, block, layer.levelM, across)) return false;
    const dx = Math.max(0, block.minX - at.x, at.x - block.maxX);
    const dy = Math.max(0, block.minY - at.y, at.y - block.maxY);
    const length = Math.sqrt(dx * dx + dy * dy + dz * dz);
    const cosine = Math.min(1, (behind + before) / Math.sqrt(most));
    const db = lengthDbFrom(length) + least[(cosine * COSINE_STEPS) | 0]!;
    for (let b = 0; b < 3; b++) if (db + FREE_1M_DB[b]! < weakest[3 * block.index + b]!) return true;
    return false;
  });
}

/** Whether a straight line through some parts might pass more floors of a kind than a cast can count: such a way is never the strongest. */
const tooMany = (parts: readonly ScenePart[], from: number, to: number): boolean =>
  parts.some(({ slabs }) => {
    const counts = new Map<number, number>();
    for (const s of slabs)
      if (from > s.levelM !== to > s.levelM)
        counts.set(s.construction, (counts.get(s.construction) ?? 0) + 1);
    return Math.max(0, ...counts.values()) > MOST_FLOORS_OF_A_KIND;
  });

/** Tries the way off one mirror for the cells of a block; `crossed` is what it meets beside the mirror, which takes `leastDb` at least. */
function tryImage(
  scene: Scene,
  image: Image,
  leastDb: number,
  job: ReflectionJob,
  layer: Layer,
  block: CellBlock,
  crossed: CastLoss,
): void {
  const { cells, xs, ys, levelM } = layer;
  const { places } = block;
  const [crossed0, crossed1, crossed2] = crossed;
  const [best0, best1, best2] = job.best;
  const [one0, one1, one2] = FREE_1M_DB;
  const { at } = image;
  const dz = levelM - at.z;
  const p: Spot3 = { x: 0.5, y: 0.5, z: levelM };
  let isBetter = false;
  for (let n = 0; n < places.length; n++) {
    const i = places[n]!;
    const cell = cells[i]!;
    const dx = xs[i]! - at.x;
    const dy = ys[i]! - at.y;
    const from = lengthDbFrom(Math.sqrt(dx * dx + dy * dy + dz * dz)) + leastDb;
    if (
      from + one0 + crossed0[cell]! >= best0[cell]! &&
      from + one1 + crossed1[cell]! >= best1[cell]! &&
      from + one2 + crossed2[cell]! >= best2[cell]!
    )
      continue;
    p.x = xs[i]!;
    p.y = ys[i]!;
    const reflected = reflectedFrom(scene, image, p);
    if (!reflected) continue;
    const spread = 20 * Math.log10(Math.max(NEAREST_M, reflected.lengthM)) + reflected.lossDb;
    const db0 = crossed0[cell]! + spread + one0;
    const db1 = crossed1[cell]! + spread + one1;
    const db2 = crossed2[cell]! + spread + one2;
    if (db0 < best0[cell]!) best0[cell] = db0;
    if (db1 < best1[cell]!) best1[cell] = db1;
    if (db2 < best2[cell]!) best2[cell] = db2;
    isBetter = true;
  }
  if (isBetter) weigh(job, layer, block, job.weakest.get(layer)!);
}

/**
 * The strongest way off a wall, floor or roof from every unit to every cell: a straight line from the unit's image in what stands
 * before the mirror and its reflection. It comes step by step, a mirror at a time.
 */
export function* findReflections(
  scene: Scene,
  losses: CastLosses,
  jobs: readonly ReflectionJob[],
  grid: Grid,
  layers: readonly Layer[],
  space: CastSpace,
  scratch: CastLoss,
): Generator<void> {
  const wanted = new Uint8Array(grid.columns * grid.rows);
  for (const job of jobs)
    for (const image of imagesOf(scene, job.unit)) {
      const faces = facesOf(scene, image);
      if (faces.length === 0) continue;
      const least = leastTakenDb(faces);
      let parts: ScenePart[] | null = null;
      for (const layer of layers) {
        const blocks = blocksReached(job, image, least, layer);
        if (blocks.length === 0) continue;
        parts ??= reflectedParts(scene.parts, image.mirror, image.side);
        if (tooMany(parts, image.at.z, layer.levelM)) continue;
        castBlocks({ parts }, losses, image.at, grid, layer, blocks, space, scratch, wanted);
        for (const block of blocks) tryImage(scene, image, least[0]!, job, layer, block, scratch);
      }
      yield;
    }
}
