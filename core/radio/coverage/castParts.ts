import {
  TOUCHED_M,
  TOUCH_M,
  crosses,
  insidePart,
  insideShare,
  lengthInPrismM,
  signedArea2,
  slabCrossed,
  slopeCrossed,
  type Spot3,
} from '../geometry/meet';
import type { Slab } from '../geometry/solids';
import type { ScenePart } from '../geometry/sceneParts';
import type { CastLosses, CastSpace } from './castSpace';
import { line, seenFrom, type Move } from './castWalls';
import { cellX, cellY, isInWindow, type Grid, type Layer } from './layers';
import { eachPolygonSpan, eachSpan, flipped, type HalfPlane } from './spans';

/** Outlines thrown farther than this many times are asked cell by cell: rounding would be thrown as far. */
const MOST_SCALE = 1000;

/** Floors and roofs between the source's level and the layer's, as counts by kind. */
export function castFloors(
  part: ScenePart,
  losses: CastLosses,
  u: Spot3,
  grid: Grid,
  layer: Layer,
  floorSteps: Int32Array,
  width: number,
  move: Move,
  skipped: readonly Slab[] | undefined,
): void {
  for (const slab of part.slabs) {
    if (skipped?.includes(slab) || u.z > slab.levelM === layer.levelM > slab.levelM) continue;
    const scale = (layer.levelM - u.z) / (slab.levelM - u.z);
    const one = 1 << (4 * losses.floorKinds.indexOf(slab.construction));
    const mark = (by: number) => (row: number, from: number, to: number) => {
      floorSteps[row * width + from]! += by;
      floorSteps[row * width + to + 1]! -= by;
    };
    // A source on the very level reaches everything through one point, and a wing's roof ends under the storey above: ask.
    if (!Number.isFinite(scale) || scale > MOST_SCALE || slab.under.length > 0) {
      for (const cell of layer.cells) {
        const column = cell % grid.columns;
        const row = (cell - column) / grid.columns;
        if (!isInWindow(layer, row, column)) continue;
        if (slabCrossed(slab, u, move(cellX(grid, column), cellY(grid, row)))) mark(one)(row, column, column);
      }
      continue;
    }
    const inOutline = (outline: Float64Array) => (x: number, y: number) => {
      const t = (slab.levelM - u.z) / (layer.levelM - u.z);
      return insideShare(outline, u.x + t * (x - u.x), u.y + t * (y - u.y)) > 0 ? 1 : 0;
    };
    eachPolygonSpan(grid, layer, slab.outline, u, scale, inOutline(slab.outline), mark(one));
    // Holes lie inside the outline and apart from each other.
    for (const hole of slab.holes) eachPolygonSpan(grid, layer, hole, u, scale, inOutline(hole), mark(-one));
  }
}

/**
 * Cells on a rim are asked a hair beside themselves: the part inside changes by as little, and all edges agree on which side
 * they are.
 */
const BESIDE_X_M = 0.731e-7;
const BESIDE_Y_M = 0.682e-7;

/** Part of the way that lies inside footprints, seen in plan. */
export function castIndoors(
  part: ScenePart,
  u: Spot3,
  grid: Grid,
  layer: Layer,
  indoor: Float64Array,
  width: number,
  move: Move,
): void {
  const beside = (x: number, y: number) => move(x + BESIDE_X_M, y + BESIDE_Y_M);
  for (const outline of part.footprints) {
    const n = outline.length;
    const area = signedArea2(outline);
    const putRight = new Set<number>();
    for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
      const edge = { ax: outline[j]!, ay: outline[j + 1]!, bx: outline[i]!, by: outline[i + 1]! };
      const lengthM = Math.sqrt((edge.bx - edge.ax) ** 2 + (edge.by - edge.ay) ** 2);
      const side = line(edge.ax, edge.ay, edge.bx, edge.by);
      const cu = side.gx * u.x + side.gy * u.y + side.g0;
      if (Math.abs(cu) <= TOUCH_M * lengthM) {
        // The way to cells in the line of an edge runs along it, and counts half: what the cells beside get is put right.
        for (const cell of layer.cells) {
          const column = cell % grid.columns;
          const row = (cell - column) / grid.columns;
          if (!isInWindow(layer, row, column)) continue;
          const [x, y] = [cellX(grid, column), cellY(grid, row)];
          if (Math.abs(side.gx * x + side.gy * y + side.g0) > TOUCH_M * lengthM || putRight.has(cell))
            continue;
          putRight.add(cell);
          const got = insidePart(outline, u, beside(x, y));
          indoor[row * width + column]! += insidePart(outline, u, move(x, y)) - got;
        }
        // From the very line of an edge the part up to it is nothing.
        continue;
      }
      const a = seenFrom(u, edge.ax, edge.ay);
      const b = seenFrom(u, edge.bx, edge.by);
      const left = a.gx * 0.5 * (edge.ax + edge.bx) + a.gy * 0.5 * (edge.ay + edge.by) + a.g0 > 0;
      // Leaving adds the part of the way to the edge, entering takes it off.
      const sign = cu > 0 === area > 0 ? 1 : -1;
      const weigh = (x: number, y: number): number =>
        crosses(edge.ax, edge.ay, edge.bx, edge.by, u, beside(x, y))?.weight ?? 0;
      eachSpan(
        grid,
        layer,
        [cu > 0 ? flipped(side) : side, left ? a : flipped(a), left ? flipped(b) : b],
        weigh,
        (row, from, to, weight) => {
          const rest = side.gy * cellY(grid, row) + side.g0;
          for (let c = from; c <= to; c++)
            indoor[row * width + c]! += (weight * sign * cu) / (cu - side.gx * cellX(grid, c) - rest);
        },
      );
    }
    const inOutline = (x: number, y: number) => {
      const p = beside(x, y);
      return insideShare(outline, p.x, p.y);
    };
    eachPolygonSpan(grid, layer, outline, u, 1, inOutline, (row, from, to, weight) => {
      for (let c = from; c <= to; c++) indoor[row * width + c]! += weight;
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
    // Nothing before it is behind it.
    {
      gx: Math.cos(angle),
      gy: Math.sin(angle),
      g0: -Math.cos(angle) * u.x - Math.sin(angle) * u.y - (distance - radius * 1.01),
    },
  ];
}

/** Slopes of roofs, obstacles and foliage: few and small, so their cells are asked one by one. */
export function castPrisms(
  part: ScenePart,
  losses: CastLosses,
  u: Spot3,
  grid: Grid,
  layer: Layer,
  space: CastSpace,
  width: number,
  move: Move,
): void {
  const always = () => 1;
  const solids = [
    ...part.slopes.map((s) => ({ ...s, isMet: (p: Spot3) => slopeCrossed(s, u, p) })),
    ...part.volumes.map((v) => ({ ...v, isMet: (p: Spot3) => lengthInPrismM(v, u, p) > TOUCHED_M })),
  ];
  for (const { construction, outline, isMet } of solids) {
    const loss = losses.byConstruction[construction]!;
    eachSpan(grid, layer, wedgeOf(outline, u), always, (row, from, to) => {
      const y = cellY(grid, row);
      for (let c = from; c <= to; c++) {
        if (!isMet(move(cellX(grid, c), y))) continue;
        for (let b = 0; b < 3; b++) {
          space.steps[b]![row * width + c]! += loss[b]!;
          space.steps[b]![row * width + c + 1]! -= loss[b]!;
        }
      }
    });
  }
  for (const l of part.leaves) {
    const into = l.inLeaf ? space.leaf : space.bare;
    eachSpan(grid, layer, wedgeOf(l.outline, u), always, (row, from, to) => {
      const y = cellY(grid, row);
      for (let c = from; c <= to; c++)
        into[row * width + c]! += lengthInPrismM(l, u, move(cellX(grid, c), y));
    });
  }
}
