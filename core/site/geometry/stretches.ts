import { MEET_M } from './rooms';
import { SHORTEST_WALL_M, type Point } from '../model/schema';
import { apartM } from './apart';

/** A straight stretch from one point to another. */
export interface Stretch {
  a: Point;
  b: Point;
}

/** The sides of an outline, corner to corner. */
export const sidesOf = (outline: readonly Point[]): Stretch[] =>
  outline.map((a, i) => ({ a, b: outline[(i + 1) % outline.length]! }));

/** The point of a stretch at a share of its length. */
export const pointAt = ({ a, b }: Stretch, t: number): Point => ({
  xM: a.xM + t * (b.xM - a.xM),
  yM: a.yM + t * (b.yM - a.yM),
});

/** Stretches of a–b, as parts of its length, that others lying along it already cover. */
function coveredParts(a: Point, b: Point, others: readonly Stretch[]): [number, number][] {
  const dx = b.xM - a.xM;
  const dy = b.yM - a.yM;
  const length = Math.hypot(dx, dy);
  const spans: [number, number][] = [];
  for (const w of others) {
    const off = (p: Point) => Math.abs((p.xM - a.xM) * dy - (p.yM - a.yM) * dx) / length;
    if (off(w.a) > MEET_M || off(w.b) > MEET_M) continue;
    const part = (p: Point) => ((p.xM - a.xM) * dx + (p.yM - a.yM) * dy) / (length * length);
    const [from, to] = [part(w.a), part(w.b)].sort((x, y) => x - y) as [number, number];
    if (to > 0 && from < 1) spans.push([Math.max(0, from), Math.min(1, to)]);
  }
  return spans.sort((x, y) => x[0] - y[0]);
}

/** What is left of a–b beside the stretches that lie along it, each long enough for a wall. */
export function uncovered({ a, b }: Stretch, others: readonly Stretch[]): Stretch[] {
  const length = apartM(a, b);
  const at = (t: number) => pointAt({ a, b }, t);
  const left: Stretch[] = [];
  let from = 0;
  for (const [start, end] of [...coveredParts(a, b, others), [1, 1] as const]) {
    if ((start - from) * length >= SHORTEST_WALL_M)
      left.push({ a: from === 0 ? a : at(from), b: start === 1 ? b : at(start) });
    from = Math.max(from, end);
  }
  return left;
}

/** What of a–b lies along another stretch; null where they share none. */
export function sharedStretch({ a, b }: Stretch, other: Stretch): Stretch | null {
  const [span] = coveredParts(a, b, [other]);
  if (!span || (span[1] - span[0]) * apartM(a, b) < SHORTEST_WALL_M) return null;
  return { a: pointAt({ a, b }, span[0]), b: pointAt({ a, b }, span[1]) };
}
