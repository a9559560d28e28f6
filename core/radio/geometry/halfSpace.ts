import { TOUCH_M } from './meet';
import type { Barrier } from './solids';

/** A plane: its points have nx·x + ny·y + nz·z = d, with a normal of length 1 that is upright or level. */
export interface Plane {
  nx: number;
  ny: number;
  nz: number;
  d: number;
}

/** One side of a plane. */
export interface HalfSpace<P extends Plane = Plane> {
  mirror: P;
  side: 1 | -1;
}

/** How far a point of the plan lies on the side of an upright plane that is kept, m. */
export const depth = ({ mirror, side }: HalfSpace, x: number, y: number): number =>
  side * (mirror.nx * x + mirror.ny * y - mirror.d);

/** What of some heights lies on the kept side of a level plane. */
export function keptHeights(
  { mirror, side }: HalfSpace,
  baseM: number,
  topM: number,
): [number, number] | null {
  const low = side > 0 ? Math.max(baseM, mirror.d) : baseM;
  const high = side > 0 ? topM : Math.min(topM, mirror.d);
  return high - low > TOUCH_M ? [low, high] : null;
}

/** What of a wall lies on the kept side of a plane; the wall itself where all of it does. */
export function keptWall(half: HalfSpace, w: Barrier): Barrier | null {
  if (half.mirror.nz !== 0) {
    const heights = keptHeights(half, w.baseM, w.topM);
    if (!heights) return null;
    const [baseM, topM] = heights;
    return baseM === w.baseM && topM === w.topM ? w : { ...w, baseM, topM };
  }
  const [a, b] = [depth(half, w.ax, w.ay), depth(half, w.bx, w.by)];
  if (a <= TOUCH_M && b <= TOUCH_M) return null;
  if (a >= -TOUCH_M && b >= -TOUCH_M) return w;
  const t = a / (a - b);
  const [from, to] = a > 0 ? [0, t] : [t, 1];
  const at = (s: number) => Math.max(0, Math.min(1, (s - from) / (to - from)));
  return {
    ...w,
    ax: w.ax + from * (w.bx - w.ax),
    ay: w.ay + from * (w.by - w.ay),
    bx: w.ax + to * (w.bx - w.ax),
    by: w.ay + to * (w.by - w.ay),
    lengthM: (to - from) * w.lengthM,
    openings: w.openings.map((o) => ({ ...o, s0: at(o.s0), s1: at(o.s1) })),
  };
}

/** What of an outline lies on the kept side of an upright plane; nothing where no area is left. */
export function keptOutline(half: HalfSpace, outline: Float64Array): Float64Array | null {
  const out: number[] = [];
  for (let i = 0, j = outline.length - 2; i < outline.length; j = i, i += 2) {
    const [ax, ay, bx, by] = [outline[j]!, outline[j + 1]!, outline[i]!, outline[i + 1]!];
    const [a, b] = [depth(half, ax, ay), depth(half, bx, by)];
    if (a > 0 !== b > 0) {
      const t = a / (a - b);
      out.push(ax + t * (bx - ax), ay + t * (by - ay));
    }
    if (b > 0) out.push(bx, by);
  }
  return out.length >= 6 ? Float64Array.from(out) : null;
}
