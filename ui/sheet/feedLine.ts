import type { FeedKind } from '@/core/kit/model/schema';

export interface FeedStyle {
  color: string;
  width: number;
  dash?: string;
  /** A thinner line on top in the sheet's colour makes it double. */
  core?: number;
}

/** Feeds by line, not only by colour: copper solid, fibre double, coax beaded, powerline zigzag, air dotted. */
export const FEED_STYLE: Record<FeedKind, FeedStyle> = {
  line: { color: 'var(--ink)', width: 2 },
  ethernet: { color: 'var(--fibre)', width: 2.4 },
  fibre: { color: 'var(--fibre)', width: 5, core: 2 },
  coax: { color: 'var(--coax)', width: 4.5, dash: '0.1 7' },
  powerline: { color: 'var(--mains)', width: 1.8 },
  bridge: { color: 'var(--air)', width: 2.2, dash: '9 5' },
  wireless: { color: 'var(--air)', width: 2.2, dash: '2 5' },
};

type P = readonly [number, number];

/** Path of a feed between two points in px: air straight, mains in a zigzag, cables in a gentle sag. */
export function feedPath(kind: FeedKind, a: P, b: P): string {
  const dx = b[0] - a[0];
  const dy = b[1] - a[1];
  const length = Math.hypot(dx, dy);
  if (length < 1) return '';
  if (kind === 'wireless' || kind === 'bridge') return `M${a}L${b}`;
  const nx = -dy / length;
  const ny = dx / length;
  if (kind === 'powerline') {
    const count = Math.max(2, Math.round(length / 8));
    const points = Array.from({ length: count - 1 }, (_, i) => {
      const t = (i + 1) / count;
      const side = i % 2 === 0 ? 4 : -4;
      return `${(a[0] + dx * t + nx * side).toFixed(1)},${(a[1] + dy * t + ny * side).toFixed(1)}`;
    });
    return `M${a}L${points.join('L')}L${b}`;
  }
  const bow = Math.min(36, length * 0.14);
  const middle = [(a[0] + b[0]) / 2 + nx * bow, (a[1] + b[1]) / 2 + ny * bow];
  return `M${a}Q${middle.map((v) => v.toFixed(1))} ${b}`;
}
