import type { Barrier, Scene, Slab } from './scene';

export interface Spot3 {
  x: number;
  y: number;
  z: number;
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

/** The construction a line meets at a barrier: −1 none, otherwise the wall's own or that of the opening it goes through. */
export function barrierCrossing(w: Barrier, u: Spot3, p: Spot3): number {
  const t = wallPart(w, u, p);
  if (t < 0) return -1;
  const z = u.z + t * (p.z - u.z);
  if (z < w.baseM || z >= w.topM) return -1;
  if (w.openings.length > 0) {
    const wx = w.bx - w.ax;
    const wy = w.by - w.ay;
    const hx = u.x + t * (p.x - u.x) - w.ax;
    const hy = u.y + t * (p.y - u.y) - w.ay;
    const s = (hx * wx + hy * wy) / (wx * wx + wy * wy);
    for (const o of w.openings)
      if (s >= o.s0 && s < o.s1 && z >= o.sillM && z < o.headM) return o.construction;
  }
  return w.construction;
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

/** Parts [from, to] of the way u→p that lie inside an outline in plan, as alternating entry and exit values. */
function partsInside(outline: Float64Array, u: Spot3, p: Spot3): number[] {
  const cuts: number[] = [];
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
    cuts.push(cu / (cu - cp));
  }
  cuts.sort((a, b) => a - b);
  if (insideFlat(outline, u.x, u.y)) cuts.unshift(0);
  if (cuts.length % 2 === 1) cuts.push(1);
  return cuts;
}

/** Part of the way u→p inside an outline, seen in plan, 0 to 1. */
export function insidePart(outline: Float64Array, u: Spot3, p: Spot3): number {
  const cuts = partsInside(outline, u, p);
  let sum = 0;
  for (let i = 0; i + 1 < cuts.length; i += 2) sum += cuts[i + 1]! - cuts[i]!;
  return sum;
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
  const cuts = partsInside(prism.outline, u, p);
  let part = 0;
  for (let i = 0; i + 1 < cuts.length; i += 2)
    part += Math.max(0, Math.min(high, cuts[i + 1]!) - Math.max(low, cuts[i]!));
  return part * Math.hypot(p.x - u.x, p.y - u.y, dz);
}

/** Everything a straight line from u to p meets in a scene. O(walls). */
export function crossingsBetween(scene: Scene, u: Spot3, p: Spot3): Crossings {
  const distanceM = Math.hypot(p.x - u.x, p.y - u.y, p.z - u.z);
  const walls: number[] = [];
  for (const w of scene.barriers) {
    const c = barrierCrossing(w, u, p);
    if (c >= 0) walls.push(c);
  }
  const floors: number[] = [];
  for (const s of scene.slabs) if (slabCrossed(s, u, p)) floors.push(s.construction);
  for (const v of scene.volumes) if (lengthInPrismM(v, u, p) > 0) walls.push(v.construction);
  let indoorM = 0;
  for (const f of scene.footprints) indoorM += insidePart(f, u, p) * distanceM;
  let leafM = 0;
  let bareM = 0;
  for (const l of scene.leaves) {
    const m = lengthInPrismM(l, u, p);
    if (l.inLeaf) leafM += m;
    else bareM += m;
  }
  return { distanceM, walls, floors, indoorM, leafM, bareM };
}
