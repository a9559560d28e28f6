import { apartM, onto } from '../geometry/apart';
import type { Point, Site, Wall } from '../model/schema';

/** Whether the middle of a line lies within a ring, as of one from corner to corner; on its side counts as outside. */
export function passesThrough(corners: readonly Point[], a: Point, b: Point): boolean {
  const p = { xM: (a.xM + b.xM) / 2, yM: (a.yM + b.yM) / 2 };
  let odd = false;
  for (let i = 0, j = corners.length - 1; i < corners.length; j = i++) {
    const [c, d] = [corners[i]!, corners[j]!];
    if (onto(c, d, p).offM < 0.01) return false;
    if (c.yM > p.yM !== d.yM > p.yM && p.xM < ((d.xM - c.xM) * (p.yM - c.yM)) / (d.yM - c.yM) + c.xM)
      odd = !odd;
  }
  return odd;
}

/** Whether a point of a wall lies in an opening that has no door or pane. */
export function isOpenAt(site: Pick<Site, 'openings'>, wall: Wall | undefined, p: Point): boolean {
  if (!wall) return false;
  const alongM = apartM(wall.a, p);
  return site.openings.some(
    (o) =>
      o.wallId === wall.id &&
      o.kind === 'opening' &&
      o.sillM <= 0.05 &&
      alongM >= o.offsetM &&
      alongM <= o.offsetM + o.widthM,
  );
}
