import { polygonCentroid } from 'd3-polygon';
import polylabel from 'polylabel';
import RBush from 'rbush';
import type { Point, Room, Site, Wall } from '../model/schema';
import { inside } from '../model/levels';

/** Ends of walls nearer than this meet, m. */
export const MEET_M = 0.03;
/** Farthest at which a loose end is told how far the next wall is, m. */
const LOOK_M = 1;
/** Smallest space that counts as a room, m²: less is a gap between two walls. */
const SMALLEST_ROOM_M2 = 0.3;

/** A space closed in by walls on all sides. */
export interface FoundRoom {
  /** Corners in order, without the first again at the end. */
  outline: Point[];
  /** Between the middle lines of its walls, m². */
  areaM2: number;
  /** A point well inside, where its name can stand. */
  middle: Point;
  /** What the job says about it; null where nobody has named it. */
  named: Room | null;
}

/** Signed area of an outline, m²; positive clockwise on the sheet, where y points down. */
export function signedAreaM2(outline: readonly Point[]): number {
  let twice = 0;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++)
    twice += outline[j]!.xM * outline[i]!.yM - outline[i]!.xM * outline[j]!.yM;
  return twice / 2;
}

/** Corners where walls meet or cross, and the stretches between them. */
interface Graph {
  points: Point[];
  /** Neighbours of each corner. */
  next: Set<number>[];
}

const CELL_M = MEET_M * 4;

/** Gives each place its corner; places nearer than `MEET_M` share one. */
class Corners {
  readonly points: Point[] = [];
  private readonly cells = new Map<string, number[]>();

  at(p: Point): number {
    const cx = Math.floor(p.xM / CELL_M);
    const cy = Math.floor(p.yM / CELL_M);
    for (let x = cx - 1; x <= cx + 1; x++)
      for (let y = cy - 1; y <= cy + 1; y++)
        for (const i of this.cells.get(`${x},${y}`) ?? []) {
          const q = this.points[i]!;
          if (Math.hypot(q.xM - p.xM, q.yM - p.yM) <= MEET_M) return i;
        }
    const i = this.points.push(p) - 1;
    const key = `${cx},${cy}`;
    const cell = this.cells.get(key);
    if (cell) cell.push(i);
    else this.cells.set(key, [i]);
    return i;
  }
}

/** Where along `w` (0 to 1) another wall touches or crosses it. */
function cutsOf(w: Wall, other: Wall): number[] {
  const wx = w.b.xM - w.a.xM;
  const wy = w.b.yM - w.a.yM;
  const length = Math.hypot(wx, wy);
  const cuts: number[] = [];
  for (const end of [other.a, other.b]) {
    const t = ((end.xM - w.a.xM) * wx + (end.yM - w.a.yM) * wy) / (length * length);
    const off = Math.abs((end.xM - w.a.xM) * wy - (end.yM - w.a.yM) * wx) / length;
    if (off <= MEET_M && t >= -MEET_M / length && t <= 1 + MEET_M / length) cuts.push(t);
  }
  const ox = other.b.xM - other.a.xM;
  const oy = other.b.yM - other.a.yM;
  const cross = wx * oy - wy * ox;
  if (Math.abs(cross) > 1e-9) {
    const t = ((other.a.xM - w.a.xM) * oy - (other.a.yM - w.a.yM) * ox) / cross;
    const s = ((other.a.xM - w.a.xM) * wy - (other.a.yM - w.a.yM) * wx) / cross;
    if (t > 0 && t < 1 && s > 0 && s < 1) cuts.push(t);
  }
  return cuts;
}

/** Most pairs of walls near each other on a storey in which rooms are looked for: a house of 600 walls has some 3000. */
const MOST_PAIRS = 60_000;

/** Of walls that lie on each other, the first: drawn twice they close in nothing more. */
function once(walls: readonly Wall[]): Wall[] {
  const grid = (m: number) => Math.round(m / (MEET_M / 3));
  const kept = new Map<string, Wall>();
  for (const w of walls) {
    const key = [w.a, w.b]
      .map((p) => `${grid(p.xM)},${grid(p.yM)}`)
      .sort()
      .join();
    if (!kept.has(key)) kept.set(key, w);
  }
  return [...kept.values()];
}

interface WallBox {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
  i: number;
}

/** Numbers of the walls whose boxes come within `LOOK_M` of each wall's; null where there are more than are looked at. */
function nearPairs(walls: readonly Wall[]): number[][] | null {
  const boxes = walls.map((w, i): WallBox => ({
    minX: Math.min(w.a.xM, w.b.xM) - LOOK_M / 2,
    maxX: Math.max(w.a.xM, w.b.xM) + LOOK_M / 2,
    minY: Math.min(w.a.yM, w.b.yM) - LOOK_M / 2,
    maxY: Math.max(w.a.yM, w.b.yM) + LOOK_M / 2,
    i,
  }));
  const tree = new RBush<WallBox>().load(boxes);
  const near: number[][] = [];
  let pairs = 0;
  for (const box of boxes) {
    const own = tree.search(box).flatMap((other) => (other.i === box.i ? [] : [other.i]));
    pairs += own.length / 2;
    if (pairs > MOST_PAIRS) return null;
    near.push(own);
  }
  return near;
}

/** Whether the walls of a storey cross each other so often that neither rooms nor loose ends are looked for. */
export const isTangled = (walls: readonly Wall[]): boolean => nearPairs(once(walls)) === null;

/** The walls as a graph; null where they are tangled. */
function graphOf(all: readonly Wall[]): Graph | null {
  const corners = new Corners();
  const walls = once(all);
  const near = nearPairs(walls);
  if (!near) return null;
  const edges: [number, number][] = [];
  walls.forEach((w, i) => {
    const along = [0, 1, ...near[i]!.flatMap((j) => cutsOf(w, walls[j]!))]
      .map((t) => Math.max(0, Math.min(1, t)))
      .sort((a, b) => a - b);
    const stops = along.map((t) =>
      corners.at({
        xM: w.a.xM + t * (w.b.xM - w.a.xM),
        yM: w.a.yM + t * (w.b.yM - w.a.yM),
      }),
    );
    for (let k = 1; k < stops.length; k++)
      if (stops[k] !== stops[k - 1]) edges.push([stops[k - 1]!, stops[k]!]);
  });
  const next: Set<number>[] = corners.points.map(() => new Set());
  for (const [a, b] of edges) {
    next[a]!.add(b);
    next[b]!.add(a);
  }
  return { points: corners.points, next };
}

/** Takes away corners where only one wall ends, again and again: they close nothing in. */
function prune({ next }: Graph): void {
  const queue = next.map((_, i) => i).filter((i) => next[i]!.size === 1);
  while (queue.length > 0) {
    const i = queue.pop()!;
    if (next[i]!.size !== 1) continue;
    const [other] = next[i]!;
    next[i]!.clear();
    next[other!]!.delete(i);
    if (next[other!]!.size === 1) queue.push(other!);
  }
}

/** Walks round every face once, always taking the sharpest turn; the face outside comes out the other way round. */
function facesOf({ points, next }: Graph): Point[][] {
  const angle = (a: number, b: number) =>
    Math.atan2(points[b]!.yM - points[a]!.yM, points[b]!.xM - points[a]!.xM);
  const around = next.map((set, i) => [...set].sort((a, b) => angle(i, a) - angle(i, b)));
  const seen = new Set<string>();
  const faces: Point[][] = [];
  around.forEach((list, start) => {
    for (const first of list) {
      if (seen.has(`${start},${first}`)) continue;
      const face: Point[] = [];
      let [from, to] = [start, first];
      while (!seen.has(`${from},${to}`)) {
        seen.add(`${from},${to}`);
        face.push(points[from]!);
        const turns = around[to]!;
        const after = turns[(turns.indexOf(from) - 1 + turns.length) % turns.length]!;
        [from, to] = [to, after];
      }
      faces.push(face);
    }
  });
  return faces;
}

/** Precision of the deepest point of an outline, m. */
const DEEPEST_TO_M = 0.05;

/** A point well inside an outline: its centre of area, or where that lies outside or near a wall the deepest point. */
export function middleOf(outline: readonly Point[]): Point {
  const ring = outline.map((p): [number, number] => [p.xM, p.yM]);
  const [xM, yM] = polygonCentroid(ring);
  // Good enough where the centre lies at half the depth a square of that area would have.
  const enoughM = Math.sqrt(Math.abs(signedAreaM2(outline))) / 4;
  const deep = outline.every(
    (a, i) => distanceToWallM({ xM, yM }, { a, b: outline[(i + 1) % outline.length]! }) > enoughM,
  );
  if (deep && inside(outline, xM, yM)) return { xM, yM };
  const deepest = polylabel([ring], DEEPEST_TO_M);
  return { xM: deepest[0]!, yM: deepest[1]! };
}

/**
 * Rooms of one storey: every space its walls close in, with its area between the middle lines of the walls. A space within
 * another, such as a column, is not taken off it. Walls that end freely close nothing in and are passed over. Of tangled
 * walls (`isTangled`) there are none.
 */
export function findRooms(walls: readonly Wall[], rooms: readonly Room[]): FoundRoom[] {
  if (walls.length < 3) return [];
  const graph = graphOf(walls);
  if (!graph) return [];
  prune(graph);
  const found = facesOf(graph)
    .map((outline) => ({ outline, areaM2: signedAreaM2(outline) }))
    // Walked this way round, the inside of a face comes out positive and the outside of a group of walls negative.
    .filter((f) => f.areaM2 >= SMALLEST_ROOM_M2)
    .sort((a, b) => a.areaM2 - b.areaM2);
  const taken = new Set<Room>();
  return found
    .map(({ outline, areaM2 }): FoundRoom => {
      const named = rooms.find((r) => !taken.has(r) && inside(outline, r.at.xM, r.at.yM)) ?? null;
      if (named) taken.add(named);
      return { outline, areaM2, middle: middleOf(outline), named };
    })
    .sort((a, b) => a.middle.yM - b.middle.yM || a.middle.xM - b.middle.xM);
}

const roomsKnown = new WeakMap<readonly Wall[], Map<string, { of: readonly Room[]; found: FoundRoom[] }>>();

/** The rooms of a storey of a site, worked out once for all who ask: a changed site has new lists. */
export function roomsOn(site: Pick<Site, 'walls' | 'rooms'>, storeyId: string | null): readonly FoundRoom[] {
  let known = roomsKnown.get(site.walls);
  if (!known) roomsKnown.set(site.walls, (known = new Map()));
  const key = storeyId ?? '';
  const last = known.get(key);
  if (last?.of === site.rooms) return last.found;
  const found = findRooms(
    site.walls.filter((w) => w.storeyId === storeyId),
    site.rooms.filter((r) => r.storeyId === storeyId),
  );
  known.set(key, { of: site.rooms, found });
  return found;
}

/** Corners at which an outline really turns. */
function turning(outline: readonly Point[]): Point[] {
  return outline.filter((p, i) => {
    const a = outline[(i - 1 + outline.length) % outline.length]!;
    const b = outline[(i + 1) % outline.length]!;
    const [ax, ay, bx, by] = [p.xM - a.xM, p.yM - a.yM, b.xM - p.xM, b.yM - p.yM];
    return Math.abs(ax * by - ay * bx) > 1e-3 * Math.hypot(ax, ay) * Math.hypot(bx, by);
  });
}

/**
 * The outline around everything the walls of one storey close in, corner by corner; null where they close in nothing. Of
 * several groups of walls that do not touch, the one around the most.
 */
export function outlineOfWalls(walls: readonly Wall[]): Point[] | null {
  if (walls.length < 3) return null;
  const graph = graphOf(walls);
  if (!graph) return null;
  prune(graph);
  let best: Point[] | null = null;
  let mostM2 = SMALLEST_ROOM_M2;
  for (const face of facesOf(graph)) {
    // The outside of a group of walls comes out negative.
    const areaM2 = -signedAreaM2(face);
    if (areaM2 > mostM2) [best, mostM2] = [face, areaM2];
  }
  return best && turning([...best].reverse());
}

/** Ends of walls that close nothing: places where a wall of a storey ends in the open. */
export function looseEnds(all: readonly Wall[]): { wall: Wall; at: Point; gapM: number }[] {
  const walls = once(all);
  const near = nearPairs(walls);
  if (!near) return [];
  const out: { wall: Wall; at: Point; gapM: number }[] = [];
  walls.forEach((w, i) => {
    for (const at of [w.a, w.b]) {
      const gapM = Math.min(Infinity, ...near[i]!.map((j) => distanceToWallM(at, walls[j]!)));
      if (gapM > MEET_M) out.push({ wall: w, at, gapM });
    }
  });
  return out;
}

/** Distance of a point from a wall, m. */
export function distanceToWallM(p: Point, w: Pick<Wall, 'a' | 'b'>): number {
  const dx = w.b.xM - w.a.xM;
  const dy = w.b.yM - w.a.yM;
  const t = Math.max(0, Math.min(1, ((p.xM - w.a.xM) * dx + (p.yM - w.a.yM) * dy) / (dx * dx + dy * dy)));
  return Math.hypot(p.xM - w.a.xM - t * dx, p.yM - w.a.yM - t * dy);
}
