import type { PlanBox } from '../geometry/sceneParts';
import { cellX, cellY, type Grid, type Layer } from './layers';
import { flipped, type HalfPlane } from './spans';
import { seenFrom } from './castWalls';

/** Everything that can lie between a source and the cells of a layer, in plan: a rectangle, and the wedge seen from outside. */
export interface Between extends PlanBox {
  wedge: readonly HalfPlane[];
}

type Corner = readonly [number, number];
const cornersOf = (b: PlanBox): readonly [Corner, Corner, Corner, Corner] => [
  [b.minX, b.minY],
  [b.maxX, b.minY],
  [b.maxX, b.maxY],
  [b.minX, b.maxY],
];

/** The region between a source and a layer's rectangle. */
export function betweenOf(u: { x: number; y: number }, grid: Grid, layer: Layer): Between {
  const rect = {
    minX: cellX(grid, layer.column0),
    maxX: cellX(grid, layer.column1 - 1),
    minY: cellY(grid, layer.row0),
    maxY: cellY(grid, layer.row1 - 1),
  };
  const wedge: HalfPlane[] = [];
  const corners = cornersOf(rect);
  // A rim of the wedge is a line through the source and a corner with the whole rectangle on one side of it.
  for (const [x, y] of corners) {
    const h = seenFrom({ ...u, z: 0 }, x, y);
    const sides = corners.map(([cx, cy]) => h.gx * cx + h.gy * cy + h.g0);
    if (h.gx === 0 && h.gy === 0) continue;
    if (sides.every((s) => s >= 0)) wedge.push(h);
    else if (sides.every((s) => s <= 0)) wedge.push(flipped(h));
  }
  return {
    minX: Math.min(u.x, rect.minX),
    maxX: Math.max(u.x, rect.maxX),
    minY: Math.min(u.y, rect.minY),
    maxY: Math.max(u.y, rect.maxY),
    wedge,
  };
}

/** Whether nothing inside a rectangle can lie between a source and a layer. */
export function outOfTheWay(between: Between, box: PlanBox): boolean {
  if (box.minX > between.maxX || box.maxX < between.minX) return true;
  if (box.minY > between.maxY || box.maxY < between.minY) return true;
  for (const { gx, gy, g0 } of between.wedge) {
    // The corner of the rectangle that lies farthest into the half plane.
    const x = gx > 0 ? box.maxX : box.minX;
    const y = gy > 0 ? box.maxY : box.minY;
    if (gx * x + gy * y + g0 < 0) return true;
  }
  return false;
}
