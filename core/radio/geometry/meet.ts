import type { Barrier, Slab, Slope } from './solids';

export interface Spot3 {
  x: number;
  y: number;
  z: number;
}

/**
 * Nearer than this a point lies on a line, m. What only touches counts half, whichever side it is on: so nothing depends on
 * how a plot is turned or mirrored, nor on rounding.
 */
export const TOUCH_M = 1e-9;

/** Lengths inside an obstacle below this only touch it, m. */
export const TOUCHED_M = 1e-6;

/**
 * Side of a line a point lies on: 1, −1, or 0 on it. `cross` is its distance times the line's length, m²; `spanM` that length
 * by right angles, which costs no root.
 */
const side = (cross: number, spanM: number): -1 | 0 | 1 =>
  cross > TOUCH_M * spanM ? 1 : cross < -TOUCH_M * spanM ? -1 : 0;

/** How a way crosses an edge, seen in plan. */
interface EdgeCrossing {
  /** 1, or less where the way only touches it. */
  weight: number;
  /** Part of the way to it, 0 to 1. */
  part: number;
}

/** What a way meets of a barrier. */
export interface BarrierHit {
  /** The opening it goes through, by its index; null where it meets the wall itself. */
  opening: number | null;
  /** 1, or less where the way only touches it. */
  weight: number;
}

/** How a way u→p crosses an edge a→b, seen in plan; null where it does not. */
export function crosses(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  u: { x: number; y: number },
  p: { x: number; y: number },
): EdgeCrossing | null {
  const ex = bx - ax;
  const ey = by - ay;
  const cu = ex * (u.y - ay) - ey * (u.x - ax);
  const cp = ex * (p.y - ay) - ey * (p.x - ax);
  const spanM = (ex < 0 ? -ex : ex) + (ey < 0 ? -ey : ey);
  const across = side(cp, spanM) - side(cu, spanM);
  if (across === 0) return null;
  const dx = p.x - u.x;
  const dy = p.y - u.y;
  const ca = dx * (ay - u.y) - dy * (ax - u.x);
  const cb = dx * (by - u.y) - dy * (bx - u.x);
  const wayM = (dx < 0 ? -dx : dx) + (dy < 0 ? -dy : dy);
  const along = side(ca, wayM) - side(cb, wayM);
  if (along === 0) return null;
  const both = across * along;
  return { weight: (both < 0 ? -both : both) / 4, part: cu / (cu - cp) };
}

/** What a line u→p meets at a barrier; null where it passes beside, over or under it. */
export function barrierHit(w: Barrier, u: Spot3, p: Spot3): BarrierHit | null {
  const crossing = crosses(w.ax, w.ay, w.bx, w.by, u, p);
  if (!crossing) return null;
  const { part: t, weight } = crossing;
  const z = u.z + t * (p.z - u.z) + TOUCH_M;
  if (z < w.baseM || z >= w.topM) return null;
  if (w.openings.length > 0) {
    const wx = w.bx - w.ax;
    const wy = w.by - w.ay;
    const hx = u.x + t * (p.x - u.x) - w.ax;
    const hy = u.y + t * (p.y - u.y) - w.ay;
    const s = (hx * wx + hy * wy) / (w.lengthM * w.lengthM);
    const rim = TOUCH_M / w.lengthM;
    for (let i = 0; i < w.openings.length; i++) {
      const o = w.openings[i]!;
      if (o.s1 > o.s0 && s >= o.s0 - rim && s <= o.s1 + rim && z >= o.sillM && z < o.headM)
        return { opening: i, weight };
    }
  }
  return { opening: null, weight };
}

/**
 * Share of an opening's width that is open to a way u→p: 1 − thickness · tan θ / width, θ from the wall's normal in plan. The
 * reveal hides the rest.
 */
export function openShare(w: Barrier, index: number, u: Spot3, p: Spot3): number {
  const o = w.openings[index]!;
  const wx = w.bx - w.ax;
  const wy = w.by - w.ay;
  const dx = p.x - u.x;
  const dy = p.y - u.y;
  const along = Math.abs(dx * wx + dy * wy);
  const across = Math.abs(dx * wy - dy * wx);
  const widthM = (o.s1 - o.s0) * w.lengthM;
  // A line straight up in an opening sees all of it.
  if (across === 0 && along === 0) return 1;
  const hidden = w.thicknessM * along;
  return hidden >= widthM * across ? 0 : 1 - hidden / (widthM * across);
}

/** How much of a point lies inside a flat outline: 1, 0, or ½ on its very edge. */
export function insideShare(outline: Float64Array, x: number, y: number): number {
  let isIn = false;
  const n = outline.length;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
    const xi = outline[i]!;
    const yi = outline[i + 1]!;
    const xj = outline[j]!;
    const yj = outline[j + 1]!;
    const low = (yi < yj ? yi : yj) - TOUCH_M;
    const high = (yi < yj ? yj : yi) + TOUCH_M;
    if (y < low || y > high) continue;
    if (x >= (xi < xj ? xi : xj) - TOUCH_M && x <= (xi < xj ? xj : xi) + TOUCH_M) {
      const cross = (xj - xi) * (y - yi) - (yj - yi) * (x - xi);
      const length2 = (xj - xi) ** 2 + (yj - yi) ** 2;
      if (cross * cross <= TOUCH_M * TOUCH_M * length2) return 0.5;
    }
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) isIn = !isIn;
  }
  return isIn ? 1 : 0;
}

/** Whether a line passes a slab's level inside its outline, not through one of its holes and not under a storey above. */
export function slabCrossed(s: Slab, u: Spot3, p: Spot3): boolean {
  if (u.z > s.levelM === p.z > s.levelM) return false;
  const t = (s.levelM - u.z) / (p.z - u.z);
  const x = u.x + t * (p.x - u.x);
  const y = u.y + t * (p.y - u.y);
  if (insideShare(s.outline, x, y) === 0) return false;
  if (s.holes.some((h) => insideShare(h, x, y) > 0)) return false;
  return !s.under.some((o) => insideShare(o, x, y) > 0);
}

/** Whether a line passes a slope inside its outline. */
export function slopeCrossed(s: Slope, u: Spot3, p: Spot3): boolean {
  const from = u.z - s.levelM - s.gx * u.x - s.gy * u.y;
  const to = p.z - s.levelM - s.gx * p.x - s.gy * p.y;
  if (from > 0 === to > 0) return false;
  const t = from / (from - to);
  return insideShare(s.outline, u.x + t * (p.x - u.x), u.y + t * (p.y - u.y)) > 0;
}

/** Twice the signed area of a flat outline; its sign tells which way round the corners go. */
export function signedArea2(outline: Float64Array): number {
  const n = outline.length;
  let area = 0;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2)
    area += outline[j]! * outline[i + 1]! - outline[i]! * outline[j + 1]!;
  return area;
}

/** Where a way may enter or leave an outline, in order: reused, since this is asked for many cells. An outline has 200 corners. */
const cuts = new Float64Array(512);

/** Part of a way u→p inside an outline between two parts of it, seen in plan; what runs along an edge counts half. */
function partInside(outline: Float64Array, u: Spot3, p: Spot3, low: number, high: number): number {
  let count = 0;
  // Whether the way runs through a corner or along an edge: then sides are not told by counting.
  let touches = false;
  // Edges passed before the first part: from there on sides change at each.
  let before = 0;
  cuts[count++] = low;
  for (let i = 0, j = outline.length - 2; i < outline.length; j = i, i += 2) {
    const ax = outline[j]!;
    const ay = outline[j + 1]!;
    const bx = outline[i]!;
    const by = outline[i + 1]!;
    const crossing = crosses(ax, ay, bx, by, u, p);
    if (!crossing) continue;
    const at = crossing.part;
    touches ||= crossing.weight !== 1;
    if (at <= low) before++;
    if (at <= low || at >= high) continue;
    // Few and nearly in order: put in its place.
    let k = count++;
    for (; cuts[k - 1]! > at; k--) cuts[k] = cuts[k - 1]!;
    cuts[k] = at;
  }
  cuts[count++] = high;
  let part = 0;
  const start = insideShare(outline, u.x, u.y);
  if (!touches && start !== 0.5) {
    let isIn = (start === 1) !== (before % 2 === 1);
    for (let i = 0; i + 1 < count; i++, isIn = !isIn) if (isIn) part += cuts[i + 1]! - cuts[i]!;
    return part;
  }
  for (let i = 0; i + 1 < count; i++) {
    const from = cuts[i]!;
    const to = cuts[i + 1]!;
    const middle = (from + to) / 2;
    part += insideShare(outline, u.x + middle * (p.x - u.x), u.y + middle * (p.y - u.y)) * (to - from);
  }
  return part;
}

/** Part of the way u→p inside an outline, seen in plan, 0 to 1; a way along an edge counts half. */
export const insidePart = (outline: Float64Array, u: Spot3, p: Spot3): number =>
  partInside(outline, u, p, 0, 1);

/** Length of the way u→p inside a prism, m. */
export function lengthInPrismM(
  prism: { outline: Float64Array; topM: number; baseM?: number },
  u: Spot3,
  p: Spot3,
): number {
  const base = prism.baseM ?? 0;
  const dx = p.x - u.x;
  const dy = p.y - u.y;
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
  return partInside(prism.outline, u, p, low, high) * Math.sqrt(dx * dx + dy * dy + dz * dz);
}
