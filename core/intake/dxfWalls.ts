import { SHORTEST_WALL_M, type Point } from '../site/model/schema';

/** A straight stretch of a drawing, in drawing units, y up as drawings have it. */
export interface DrawnLine {
  layer: string;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}

export interface DrawnLayer {
  name: string;
  lines: number;
  /** Sum of their lengths, drawing units. */
  length: number;
}

/** Most lines of a drawing that are brought in as walls. */
export const DRAWING_WALLS_LIMIT = 1500;

/** Metres in one drawing unit by the number a drawing states (DXF $INSUNITS); 0 is not stated. */
export const UNIT_M: Record<number, number> = { 1: 0.0254, 2: 0.3048, 4: 0.001, 5: 0.01, 6: 1, 14: 0.1 };

/** Layers of a drawing with what is on them, the most drawn first. */
export function layersOf(lines: readonly DrawnLine[]): DrawnLayer[] {
  const layers = new Map<string, DrawnLayer>();
  for (const l of lines) {
    const layer = layers.get(l.layer) ?? { name: l.layer, lines: 0, length: 0 };
    layer.lines++;
    layer.length += Math.hypot(l.x2 - l.x1, l.y2 - l.y1);
    layers.set(l.layer, layer);
  }
  return [...layers.values()].sort((a, b) => b.length - a.length);
}

/** The unit a drawing most likely has where it states none: the one that makes its extent that of a house, 3 to 120 m. */
export function likelyUnitM(lines: readonly DrawnLine[]): number {
  const xs = lines.flatMap((l) => [l.x1, l.x2]);
  const extent =
    xs.reduce((m, x) => Math.max(m, x), -Infinity) - xs.reduce((m, x) => Math.min(m, x), Infinity);
  return [1, 0.001, 0.01, 0.3048, 0.0254].find((u) => extent * u >= 3 && extent * u <= 120) ?? 1;
}

export type DrawingWalls =
  { ok: true; walls: { a: Point; b: Point }[]; dropped: number } | { ok: false; message: string };

/**
 * Lines of chosen layers as walls in metres, y turned down, with the top left corner of all of them at `at`. Lines too
 * short to be walls and lines drawn twice are dropped and counted; too many, or none, are refused.
 */
export function wallsFromDrawing(
  lines: readonly DrawnLine[],
  layers: ReadonlySet<string>,
  unitM: number,
  at: Point,
): DrawingWalls {
  const chosen = lines.filter((l) => layers.has(l.layer));
  const minX = chosen.reduce((m, l) => Math.min(m, l.x1, l.x2), Infinity);
  const maxY = chosen.reduce((m, l) => Math.max(m, l.y1, l.y2), -Infinity);
  const round = (m: number) => Math.round(m * 1e4) / 1e4;
  const place = (x: number, y: number): Point => ({
    xM: round(at.xM + (x - minX) * unitM),
    yM: round(at.yM + (maxY - y) * unitM),
  });
  const seen = new Set<string>();
  const walls: { a: Point; b: Point }[] = [];
  for (const l of chosen) {
    const [a, b] = [place(l.x1, l.y1), place(l.x2, l.y2)];
    if (!(Math.hypot(b.xM - a.xM, b.yM - a.yM) >= SHORTEST_WALL_M)) continue;
    const key = [`${a.xM},${a.yM}`, `${b.xM},${b.yM}`].sort().join(' ');
    if (seen.has(key)) continue;
    seen.add(key);
    walls.push({ a, b });
  }
  if (walls.length === 0)
    return {
      ok: false,
      message: 'Nothing on these layers is long enough to be a wall: choose others, or another unit.',
    };
  if (walls.length > DRAWING_WALLS_LIMIT)
    return {
      ok: false,
      message: `These layers hold ${walls.length} lines; at most ${DRAWING_WALLS_LIMIT} become walls. Choose only the layers of the walls.`,
    };
  const far = walls.some((w) => [w.a, w.b].some((p) => Math.abs(p.xM) > 1500 || Math.abs(p.yM) > 1500));
  if (far) return { ok: false, message: 'The drawing would be more than 1.5 km wide: choose another unit.' };
  return { ok: true, walls, dropped: chosen.length - walls.length };
}
