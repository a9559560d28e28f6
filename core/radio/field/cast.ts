import { BANDS, BAND_MHZ, type PerBand } from '../bands';
import {
  MEETS_WALL,
  barrierHit,
  insideFlat,
  lengthInPrismM,
  signedArea2,
  slabCrossed,
  type Skip,
  type Spot3,
} from '../crossings';
import { correctedLossDb, floorWeight, foliageDb, type LossCorrection } from '../pathLoss';
import type { Barrier, Scene, Slab } from '../scene';
import { cellX, cellY, type Grid, type Layer } from './layers';
import { eachPolygonSpan, eachSpan, flipped, type HalfPlane } from './spans';

/** Loss of everything but free space from one point to every cell of a layer, by band; indexed as the grid. */
export type CastLoss = readonly [Float32Array, Float32Array, Float32Array];

/** Working memory of a cast, kept between casts of one grid size. */
export interface CastSpace {
  /** Changes of loss along rows, by band: running sums give the loss. */
  steps: [Float64Array, Float64Array, Float64Array];
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
    floorSteps: new Int32Array(size),
    indoor: make(),
    leaf: make(),
    bare: make(),
  };
}

/** Kinds of floor and roof a cast can tell apart: four bits each in 32. */
const MOST_FLOOR_KINDS = 7;

/** Loss of a scene's constructions under a correction, by number and band. */
export interface CastLosses {
  byConstruction: PerBand[];
  clutterDbPerM: number;
  floorKinds: number[];
  floorSums: Map<number, PerBand>;
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
    clutterDbPerM: Math.max(0, scene.clutterDbPerM + (correction?.clutterDbPerM ?? 0)),
    floorKinds,
    floorSums: new Map(),
  };
}

/** Loss of a set of floors given as counts by kind, by falling loss with the weights of COST 231. */
function floorsDb(losses: CastLosses, packed: number): PerBand {
  const known = losses.floorSums.get(packed);
  if (known) return known;
  const sums = BANDS.map((_, b) => {
    const list: number[] = [];
    losses.floorKinds.forEach((kind, k) => {
      for (let n = (packed >>> (4 * k)) & 15; n > 0; n--) list.push(losses.byConstruction[kind]![b]!);
    });
    return list.sort((x, y) => y - x).reduce((sum, db, n) => sum + db * floorWeight(n), 0);
  }) as unknown as PerBand;
  losses.floorSums.set(packed, sums);
  return sums;
}

const line = (ax: number, ay: number, bx: number, by: number): HalfPlane => ({
  gx: -(by - ay),
  gy: bx - ax,
  g0: (by - ay) * ax - (bx - ax) * ay,
});

/** Half plane of points p for which cross(p − u, a − u) > 0. */
const seenFrom = (u: Spot3, ax: number, ay: number): HalfPlane => ({
  gx: ay - u.y,
  gy: -(ax - u.x),
  g0: -u.x * (ay - u.y) + u.y * (ax - u.x),
});

/** Everything a wall's shadow needs, worked out once for a source and a level. */
interface Shadow {
  region: HalfPlane[];
  /** Cross product of the source with the wall's line. */
  cu: number;
  /** The wall's line as a half plane: positive where p lies on its left. */
  side: HalfPlane;
}

/** The region behind a stretch of wall seen from u; null where u stands in its very line. */
function shadowOf(w: Barrier, u: Spot3, s0: number, s1: number): Shadow | null {
  const wx = w.bx - w.ax;
  const wy = w.by - w.ay;
  const side = line(w.ax, w.ay, w.bx, w.by);
  const cu = side.gx * u.x + side.gy * u.y + side.g0;
  if (Math.abs(cu) < 1e-9 * Math.hypot(wx, wy)) return null;
  const a = seenFrom(u, w.ax + s0 * wx, w.ay + s0 * wy);
  const b = seenFrom(u, w.ax + s1 * wx, w.ay + s1 * wy);
  const middleX = w.ax + 0.5 * (s0 + s1) * wx;
  const middleY = w.ay + 0.5 * (s0 + s1) * wy;
  const left = a.gx * middleX + a.gy * middleY + a.g0 > 0;
  return { cu, side, region: [cu > 0 ? flipped(side) : side, left ? a : flipped(a), left ? flipped(b) : b] };
}

/** Half planes that keep the crossing between two heights; null where it never lies there. */
function heightRegion(
  shadow: Shadow,
  u: Spot3,
  levelM: number,
  low: number,
  high: number,
): HalfPlane[] | null {
  const rise = levelM - u.z;
  if (Math.abs(rise) < 1e-12) return u.z >= low && u.z < high ? [] : null;
  // The crossing lies at t = cu / (cu − cp) of the way; t falls as p moves away from the wall.
  const tAt = (z: number) => (z - u.z) / rise;
  const t0 = Math.max(0, Math.min(tAt(low), tAt(high)));
  const t1 = Math.min(1, Math.max(tAt(low), tAt(high)));
  if (t0 >= t1) return null;
  const { cu, side } = shadow;
  const sign = cu > 0 ? 1 : -1;
  const out: HalfPlane[] = [];
  // With |cp| = |cu|·(1/t − 1): t ≥ t0 bounds it from above, t ≤ t1 from below. −sign·side is |cp| behind the wall.
  if (t0 > 0)
    out.push({ gx: sign * side.gx, gy: sign * side.gy, g0: sign * side.g0 + Math.abs(cu) * (1 / t0 - 1) });
  if (t1 < 1)
    out.push({ gx: -sign * side.gx, gy: -sign * side.gy, g0: -sign * side.g0 - Math.abs(cu) * (1 / t1 - 1) });
  return out;
}

/**
 * Loss of everything but free space from a point to the cells of a layer, written into `out`. The shadow of each wall,
 * opening and floor is filled row by row, so the work grows with walls × rows + cells, not with cells × walls; what lies
 * in a shadow is decided by the same tests as a single line, so both give the same.
 */
export function cast(
  scene: Scene,
  losses: CastLosses,
  u: Spot3,
  grid: Grid,
  layer: Layer,
  space: CastSpace,
  out: CastLoss,
  skip?: Skip,
): void {
  const width = grid.columns + 1;
  const { steps, floorSteps, indoor, leaf, bare } = space;
  for (let row = layer.row0; row < layer.row1; row++) {
    const from = row * width + layer.column0;
    const to = row * width + layer.column1 + 1;
    for (const s of steps) s.fill(0, from, to);
    floorSteps.fill(0, from, to);
    indoor.fill(0, from, to);
    leaf.fill(0, from, to);
    bare.fill(0, from, to);
  }
  const p: Spot3 = { x: 0, y: 0, z: layer.levelM };
  const add = (loss: PerBand, minus: PerBand | null) => (row: number, from: number, to: number) => {
    const i = row * width + from;
    const j = row * width + to + 1;
    for (let b = 0; b < 3; b++) {
      const db = minus ? loss[b]! - minus[b]! : loss[b]!;
      const band = steps[b]!;
      band[i]! += db;
      band[j]! -= db;
    }
  };
  const move = (x: number, y: number) => {
    p.x = x;
    p.y = y;
    return p;
  };

  for (const w of scene.barriers) {
    if (skip?.barriers.includes(w)) continue;
    castBarrier(w, losses, u, grid, layer, add, move);
  }
  castFloors(scene, losses, u, grid, layer, floorSteps, width, move, skip?.slabs);
  castIndoors(scene, u, grid, layer, indoor, width, move);
  castPrisms(scene, losses, u, grid, layer, space, width, move);

  gather(losses, u, grid, layer, space, out);
}

/** Running sums along each row turn the marks of all shadows into the loss of each cell. */
function gather(
  losses: CastLosses,
  u: Spot3,
  grid: Grid,
  layer: Layer,
  space: CastSpace,
  out: CastLoss,
): void {
  const { floorSteps, indoor, leaf, bare } = space;
  const [steps0, steps1, steps2] = space.steps;
  const [out0, out1, out2] = out;
  const { mask, levelM } = layer;
  const { clutterDbPerM } = losses;
  const dz = levelM - u.z;
  const ghz = BAND_MHZ.map((mhz) => mhz / 1000);
  for (let row = layer.row0; row < layer.row1; row++) {
    let sum0 = 0;
    let sum1 = 0;
    let sum2 = 0;
    let packed = 0;
    const dy = cellY(grid, row) - u.y;
    const rest = dy * dy + dz * dz;
    let i = row * (grid.columns + 1) + layer.column0;
    let cell = row * grid.columns + layer.column0;
    for (let column = layer.column0; column < layer.column1; column++, i++, cell++) {
      sum0 += steps0[i]!;
      sum1 += steps1[i]!;
      sum2 += steps2[i]!;
      packed = (packed + floorSteps[i]!) | 0;
      if (mask[cell] === 0) continue;
      let db0 = sum0;
      let db1 = sum1;
      let db2 = sum2;
      if (packed !== 0) {
        const floors = floorsDb(losses, packed);
        db0 += floors[0];
        db1 += floors[1];
        db2 += floors[2];
      }
      if (indoor[i] !== 0) {
        const dx = cellX(grid, column) - u.x;
        const clutter = clutterDbPerM * indoor[i]! * Math.sqrt(dx * dx + rest);
        db0 += clutter;
        db1 += clutter;
        db2 += clutter;
      }
      if (leaf[i] !== 0 || bare[i] !== 0) {
        db0 += foliageDb(leaf[i]!, ghz[0]!, true) + foliageDb(bare[i]!, ghz[0]!, false);
        db1 += foliageDb(leaf[i]!, ghz[1]!, true) + foliageDb(bare[i]!, ghz[1]!, false);
        db2 += foliageDb(leaf[i]!, ghz[2]!, true) + foliageDb(bare[i]!, ghz[2]!, false);
      }
      out0[cell] = db0;
      out1[cell] = db1;
      out2[cell] = db2;
    }
  }
}

type AddSpan = (loss: PerBand, minus: PerBand | null) => (row: number, from: number, to: number) => void;
type Move = (x: number, y: number) => Spot3;

function castBarrier(
  w: Barrier,
  losses: CastLosses,
  u: Spot3,
  grid: Grid,
  layer: Layer,
  add: AddSpan,
  move: Move,
): void {
  const own = losses.byConstruction[w.construction]!;
  const whole = shadowOf(w, u, 0, 1);
  if (!whole) {
    // The source stands in the line of the wall: no wedge to fill, so each cell is asked.
    for (const cell of layer.cells) {
      const column = cell % grid.columns;
      const row = (cell - column) / grid.columns;
      const hit = barrierHit(w, u, move(cellX(grid, column), cellY(grid, row)));
      if (hit === MEETS_WALL) add(own, null)(row, column, column);
      else if (hit >= 0)
        add(losses.byConstruction[w.openings[hit]!.construction]!, null)(row, column, column);
    }
    return;
  }
  const heights = heightRegion(whole, u, layer.levelM, w.baseM, w.topM);
  if (!heights) return;
  const test = (x: number, y: number) => barrierHit(w, u, move(x, y)) >= MEETS_WALL;
  eachSpan(grid, layer, [...whole.region, ...heights], test, add(own, null));
  w.openings.forEach((o, i) => {
    const shadow = o.s1 > o.s0 ? shadowOf(w, u, o.s0, o.s1) : null;
    const region = shadow && heightRegion(shadow, u, layer.levelM, o.sillM, o.headM);
    if (!shadow || !region) return;
    const through = (x: number, y: number) => barrierHit(w, u, move(x, y)) === i;
    eachSpan(
      grid,
      layer,
      [...shadow.region, ...region],
      through,
      add(losses.byConstruction[o.construction]!, own),
    );
  });
}

function castFloors(
  scene: Scene,
  losses: CastLosses,
  u: Spot3,
  grid: Grid,
  layer: Layer,
  floorSteps: Int32Array,
  width: number,
  move: Move,
  skipped: readonly Slab[] | undefined,
): void {
  for (const slab of scene.slabs) {
    if (skipped?.includes(slab) || u.z > slab.levelM === layer.levelM > slab.levelM) continue;
    const scale = (layer.levelM - u.z) / (slab.levelM - u.z);
    const one = 1 << (4 * losses.floorKinds.indexOf(slab.construction));
    const mark = (by: number) => (row: number, from: number, to: number) => {
      floorSteps[row * width + from]! += by;
      floorSteps[row * width + to + 1]! -= by;
    };
    // A source on the very level reaches everything through one point: ask each cell.
    if (!Number.isFinite(scale) || scale > 1e6) {
      for (const cell of layer.cells) {
        const column = cell % grid.columns;
        const row = (cell - column) / grid.columns;
        if (slabCrossed(slab, u, move(cellX(grid, column), cellY(grid, row)))) mark(one)(row, column, column);
      }
      continue;
    }
    const inOutline = (outline: Float64Array) => (x: number, y: number) => {
      const t = (slab.levelM - u.z) / (layer.levelM - u.z);
      return insideFlat(outline, u.x + t * (x - u.x), u.y + t * (y - u.y));
    };
    eachPolygonSpan(grid, layer, slab.outline, u, scale, inOutline(slab.outline), mark(one));
    // Holes lie inside the outline and apart from each other.
    for (const hole of slab.holes) eachPolygonSpan(grid, layer, hole, u, scale, inOutline(hole), mark(-one));
  }
}

function castIndoors(
  scene: Scene,
  u: Spot3,
  grid: Grid,
  layer: Layer,
  indoor: Float64Array,
  width: number,
  move: Move,
): void {
  for (const outline of scene.footprints) {
    const n = outline.length;
    const area = signedArea2(outline);
    for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
      const edge = { ax: outline[j]!, ay: outline[j + 1]!, bx: outline[i]!, by: outline[i + 1]! };
      const side = line(edge.ax, edge.ay, edge.bx, edge.by);
      const cu = side.gx * u.x + side.gy * u.y + side.g0;
      const a = seenFrom(u, edge.ax, edge.ay);
      const b = seenFrom(u, edge.bx, edge.by);
      const left = a.gx * 0.5 * (edge.ax + edge.bx) + a.gy * 0.5 * (edge.ay + edge.by) + a.g0 > 0;
      // Leaving adds the part of the way to the edge, entering takes it off.
      const sign = cu > 0 === area > 0 ? 1 : -1;
      if (cu === 0) continue;
      const crossed = (x: number, y: number): boolean => {
        const p = move(x, y);
        const cp = side.gx * p.x + side.gy * p.y + side.g0;
        return cu > 0 !== cp > 0 && a.gx * x + a.gy * y + a.g0 > 0 !== b.gx * x + b.gy * y + b.g0 > 0;
      };
      eachSpan(
        grid,
        layer,
        [cu > 0 ? flipped(side) : side, left ? a : flipped(a), left ? flipped(b) : b],
        crossed,
        (row, from, to) => {
          const rest = side.gy * cellY(grid, row) + side.g0;
          for (let c = from; c <= to; c++)
            indoor[row * width + c]! += (sign * cu) / (cu - side.gx * cellX(grid, c) - rest);
        },
      );
    }
    const inOutline = (x: number, y: number) => insideFlat(outline, x, y);
    eachPolygonSpan(grid, layer, outline, u, 1, inOutline, (row, from, to) => {
      for (let c = from; c <= to; c++) indoor[row * width + c]! += 1;
    });
  }
}

/** The wedge in which an outline is seen from u; nothing where u stands inside its circle, so all cells are asked. */
function wedgeOf(outline: Float64Array, u: Spot3): HalfPlane[] {
  let cx = 0;
  let cy = 0;
  const n = outline.length / 2;
  for (let i = 0; i < n; i++) {
    cx += outline[2 * i]! / n;
    cy += outline[2 * i + 1]! / n;
  }
  let radius = 0;
  for (let i = 0; i < n; i++)
    radius = Math.max(radius, Math.hypot(outline[2 * i]! - cx, outline[2 * i + 1]! - cy));
  const distance = Math.hypot(cx - u.x, cy - u.y);
  if (distance <= radius * 1.01) return [];
  const half = Math.asin(Math.min(1, (radius * 1.005) / distance));
  const angle = Math.atan2(cy - u.y, cx - u.x);
  const edge = (a: number) => seenFrom(u, u.x + Math.cos(a), u.y + Math.sin(a));
  // Points left of the right edge and right of the left edge, in front of u.
  const right = flipped(edge(angle - half));
  const left = edge(angle + half);
  return [
    left,
    right,
    { gx: Math.cos(angle), gy: Math.sin(angle), g0: -Math.cos(angle) * u.x - Math.sin(angle) * u.y },
  ];
}

function castPrisms(
  scene: Scene,
  losses: CastLosses,
  u: Spot3,
  grid: Grid,
  layer: Layer,
  space: CastSpace,
  width: number,
  move: Move,
): void {
  const always = () => true;
  for (const v of scene.volumes) {
    const loss = losses.byConstruction[v.construction]!;
    eachSpan(grid, layer, wedgeOf(v.outline, u), always, (row, from, to) => {
      const y = cellY(grid, row);
      for (let c = from; c <= to; c++) {
        if (lengthInPrismM(v, u, move(cellX(grid, c), y)) <= 0) continue;
        for (let b = 0; b < 3; b++) {
          space.steps[b]![row * width + c]! += loss[b]!;
          space.steps[b]![row * width + c + 1]! -= loss[b]!;
        }
      }
    });
  }
  for (const l of scene.leaves) {
    const into = l.inLeaf ? space.leaf : space.bare;
    eachSpan(grid, layer, wedgeOf(l.outline, u), always, (row, from, to) => {
      const y = cellY(grid, row);
      for (let c = from; c <= to; c++)
        into[row * width + c]! += lengthInPrismM(l, u, move(cellX(grid, c), y));
    });
  }
}
