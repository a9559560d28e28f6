import type { Scene } from './scene';
import type { Barrier, Slab } from './solids';
import { passesOver } from './sceneParts';

export interface Spot3 {
  x: number;
  y: number;
  z: number;
}

/** Straight distance, m. A plain root: `Math.hypot` costs ten times as much and this is asked for every cell. */
export function distanceBetweenM(a: Spot3, b: Spot3): number {
  const x = b.x - a.x;
  const y = b.y - a.y;
  const z = b.z - a.z;
  return Math.sqrt(x * x + y * y + z * z);
}

/** What a straight line between two points meets. */
export interface Crossings {
  distanceM: number;
  /** Construction number of each wall, opening or obstacle passed. */
  walls: number[];
  /** Construction number of each floor and roof passed. */
  floors: number[];
  indoorM: number;
  /** Length inside foliage in leaf and inside bare foliage, m. */
  leafM: number;
  bareM: number;
}

/** Where a line u→p meets a barrier's plane as the part t of its way, or −1 where it does not pass between its ends. */
export function wallPart(w: Barrier, u: Spot3, p: Spot3): number {
  const wx = w.bx - w.ax;
  const wy = w.by - w.ay;
  const cu = wx * (u.y - w.ay) - wy * (u.x - w.ax);
  const cp = wx * (p.y - w.ay) - wy * (p.x - w.ax);
  if (cu > 0 === cp > 0) return -1;
  const dx = p.x - u.x;
  const dy = p.y - u.y;
  const ca = dx * (w.ay - u.y) - dy * (w.ax - u.x);
  const cb = dx * (w.by - u.y) - dy * (w.bx - u.x);
  if (ca > 0 === cb > 0) return -1;
  return cu / (cu - cp);
}

/** What a line meets at a barrier: the wall itself, or the opening of that index. */
export const MISSES = -2;
export const MEETS_WALL = -1;

/** What a line u→p meets at a barrier: `MISSES`, `MEETS_WALL`, or the index of the opening it goes through. */
export function barrierHit(w: Barrier, u: Spot3, p: Spot3): number {
  const t = wallPart(w, u, p);
  if (t < 0) return MISSES;
  const z = u.z + t * (p.z - u.z);
  if (z < w.baseM || z >= w.topM) return MISSES;
  if (w.openings.length > 0) {
    const wx = w.bx - w.ax;
    const wy = w.by - w.ay;
    const hx = u.x + t * (p.x - u.x) - w.ax;
    const hy = u.y + t * (p.y - u.y) - w.ay;
    const s = (hx * wx + hy * wy) / (wx * wx + wy * wy);
    for (let i = 0; i < w.openings.length; i++) {
      const o = w.openings[i]!;
      if (s >= o.s0 && s < o.s1 && z >= o.sillM && z < o.headM) return i;
    }
  }
  return MEETS_WALL;
}

/** Whether a point lies inside a flat outline (even-odd, half-open). */
export function insideFlat(outline: Float64Array, x: number, y: number): boolean {
  let isIn = false;
  const n = outline.length;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
    const xi = outline[i]!;
    const yi = outline[i + 1]!;
    const xj = outline[j]!;
    const yj = outline[j + 1]!;
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) isIn = !isIn;
  }
  return isIn;
}

/** Whether a line passes a slab's level inside its outline and not through one of its holes. */
export function slabCrossed(s: Slab, u: Spot3, p: Spot3): boolean {
  if (u.z > s.levelM === p.z > s.levelM) return false;
  const t = (s.levelM - u.z) / (p.z - u.z);
  const x = u.x + t * (p.x - u.x);
  const y = u.y + t * (p.y - u.y);
  if (!insideFlat(s.outline, x, y)) return false;
  return !s.holes.some((h) => insideFlat(h, x, y));
}

/** Where the way u→p enters and leaves outlines; reused, since this is asked for many cells. */
const cuts = new Float64Array(256);

/**
 * Parts of the way u→p that lie inside an outline in plan, as alternating entry and exit values in `cuts`; answers how
 * many there are.
 */
function cutInside(outline: Float64Array, u: Spot3, p: Spot3): number {
  let count = 0;
  const dx = p.x - u.x;
  const dy = p.y - u.y;
  const n = outline.length;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
    const ax = outline[j]!;
    const ay = outline[j + 1]!;
    const ex = outline[i]! - ax;
    const ey = outline[i + 1]! - ay;
    const cu = ex * (u.y - ay) - ey * (u.x - ax);
    const cp = ex * (p.y - ay) - ey * (p.x - ax);
    if (cu > 0 === cp > 0) continue;
    const ca = dx * (ay - u.y) - dy * (ax - u.x);
    const cb = dx * (ay + ey - u.y) - dy * (ax + ex - u.x);
    if (ca > 0 === cb > 0) continue;
    cuts[count++] = cu / (cu - cp);
  }
  if (insideFlat(outline, u.x, u.y)) cuts[count++] = 0;
  if (count % 2 === 1) cuts[count++] = 1;
  if (count > 2) cuts.subarray(0, count).sort();
  else if (count === 2 && cuts[0]! > cuts[1]!) {
    const first = cuts[0]!;
    cuts[0] = cuts[1]!;
    cuts[1] = first;
  }
  return count;
}

/** Twice the signed area of a flat outline; its sign tells which way round the corners go. */
export function signedArea2(outline: Float64Array): number {
  const n = outline.length;
  let area = 0;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2)
    area += outline[j]! * outline[i + 1]! - outline[i]! * outline[j + 1]!;
  return area;
}

/**
 * Part of the way u→p inside an outline, seen in plan, 0 to 1: where it leaves less where it enters, plus all of it where
 * it ends inside. So a point on the very edge counts neither way.
 */
export function insidePart(outline: Float64Array, u: Spot3, p: Spot3): number {
  const turns = signedArea2(outline) > 0;
  const dx = p.x - u.x;
  const dy = p.y - u.y;
  const n = outline.length;
  let part = insideFlat(outline, p.x, p.y) ? 1 : 0;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
    const ax = outline[j]!;
    const ay = outline[j + 1]!;
    const ex = outline[i]! - ax;
    const ey = outline[i + 1]! - ay;
    const cu = ex * (u.y - ay) - ey * (u.x - ax);
    const cp = ex * (p.y - ay) - ey * (p.x - ax);
    if (cu > 0 === cp > 0) continue;
    const ca = dx * (ay - u.y) - dy * (ax - u.x);
    const cb = dx * (ay + ey - u.y) - dy * (ax + ex - u.x);
    if (ca > 0 === cb > 0) continue;
    part += (cu > 0 === turns ? 1 : -1) * (cu / (cu - cp));
  }
  return part;
}

/** Length of the way u→p inside a prism, m. */
export function lengthInPrismM(
  prism: { outline: Float64Array; topM: number; baseM?: number },
  u: Spot3,
  p: Spot3,
): number {
  const base = prism.baseM ?? 0;
  const dz = p.z - u.z;
  let low = 0;
  let high = 1;
  if (dz === 0) {
    if (u.z < base || u.z >= prism.topM) return 0;
  } else {
    const t0 = (base - u.z) / dz;
    const t1 = (prism.topM - u.z) / dz;
    low = Math.max(0, Math.min(t0, t1));
    high = Math.min(1, Math.max(t0, t1));
    if (low >= high) return 0;
  }
  const count = cutInside(prism.outline, u, p);
  let part = 0;
  for (let i = 0; i + 1 < count; i += 2)
    part += Math.max(0, Math.min(high, cuts[i + 1]!) - Math.max(low, cuts[i]!));
  if (part === 0) return 0;
  return part * distanceBetweenM(u, p);
}

/** Things a leg of a bent path ends on, which it therefore does not cross. */
export interface Skip {
  barriers: readonly Barrier[];
  slabs: readonly Slab[];
}

/** Everything a straight line from u to p meets in a scene, less what is skipped. */
export function crossingsBetween(scene: Scene, u: Spot3, p: Spot3, skip?: Skip): Crossings {
  const distanceM = distanceBetweenM(u, p);
  const walls: number[] = [];
  const floors: number[] = [];
  let indoorM = 0;
  let leafM = 0;
  let bareM = 0;
  const lowM = Math.min(u.z, p.z);
  const highM = Math.max(u.z, p.z);
  for (const part of scene.parts) {
    if (!passesOver(part, u, p)) continue;
    for (const w of part.barriers) {
      // A wall of another storey, passed over or under.
      if (w.topM <= lowM || w.baseM > highM) continue;
      if (skip?.barriers.includes(w)) continue;
      const hit = barrierHit(w, u, p);
      if (hit === MEETS_WALL) walls.push(w.construction);
      else if (hit >= 0) walls.push(w.openings[hit]!.construction);
    }
    for (const s of part.slabs)
      if (!skip?.slabs.includes(s) && slabCrossed(s, u, p)) floors.push(s.construction);
    for (const v of part.volumes) if (lengthInPrismM(v, u, p) > 0) walls.push(v.construction);
    for (const f of part.footprints) indoorM += insidePart(f, u, p) * distanceM;
    for (const l of part.leaves) {
      const m = lengthInPrismM(l, u, p);
      if (l.inLeaf) leafM += m;
      else bareM += m;
    }
  }
  return { distanceM, walls, floors, indoorM, leafM, bareM };
}
