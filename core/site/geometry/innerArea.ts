import { wallThicknessM, type CustomConstruction } from '../model/constructions';
import type { Point, Wall } from '../model/schema';
import { MEET_M, distanceToWallM, signedAreaM2, type FoundRoom } from './rooms';

/** Half the thickness of the wall an edge of a room runs along, m; 0 where none is found. */
export function halfAlong(
  a: Point,
  b: Point,
  walls: readonly Wall[],
  custom: readonly CustomConstruction[],
): number {
  const middle = { xM: (a.xM + b.xM) / 2, yM: (a.yM + b.yM) / 2 };
  const wall = walls.find((w) => [a, b, middle].every((p) => distanceToWallM(p, w) <= MEET_M));
  return wall ? wallThicknessM(wall, custom) / 2 : 0;
}

/**
 * Area of a room between the inner faces of its walls, m²: each edge is moved inwards by half the thickness of its wall and
 * cut with the next. Where two edges lie in one line but their walls are of different thickness there is a small step; where
 * the walls are thicker than the room the area between their middle lines stands.
 */
export function innerAreaM2(
  room: Pick<FoundRoom, 'outline' | 'areaM2'>,
  walls: readonly Wall[],
  custom: readonly CustomConstruction[],
): number {
  const { outline } = room;
  // The outline of a room runs clockwise on the sheet: its inside lies to the right of each edge.
  const edges = outline.map((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const [dx, dy] = [b.xM - a.xM, b.yM - a.yM];
    const length = Math.hypot(dx, dy);
    const half = halfAlong(a, b, walls, custom);
    const [nx, ny] = [(-dy / length) * half, (dx / length) * half];
    return {
      from: { xM: a.xM + nx, yM: a.yM + ny },
      to: { xM: b.xM + nx, yM: b.yM + ny },
      dx: dx / length,
      dy: dy / length,
    };
  });
  const inner = edges.flatMap((e, i): Point[] => {
    const before = edges[(i - 1 + edges.length) % edges.length]!;
    const cross = before.dx * e.dy - before.dy * e.dx;
    if (Math.abs(cross) < 1e-6) return [before.to, e.from];
    const t = ((e.from.xM - before.from.xM) * e.dy - (e.from.yM - before.from.yM) * e.dx) / cross;
    return [{ xM: before.from.xM + t * before.dx, yM: before.from.yM + t * before.dy }];
  });
  const areaM2 = signedAreaM2(inner);
  return areaM2 > 0 && areaM2 <= room.areaM2 ? areaM2 : room.areaM2;
}
