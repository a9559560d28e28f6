interface Placed {
  place: { xM: number; yM: number };
}

/** Going aside costs this much more than going ahead. */
const ASIDE = 2;

/** The mark one comes to from another in a direction (unit vector, y down): ahead, near, and little aside; null where none is ahead. */
export function nextMark<M extends Placed>(
  marks: readonly M[],
  from: M,
  [dx, dy]: readonly [number, number],
): M | null {
  let best: M | null = null;
  let least = Infinity;
  for (const mark of marks) {
    if (mark === from) continue;
    const [x, y] = [mark.place.xM - from.place.xM, mark.place.yM - from.place.yM];
    const ahead = x * dx + y * dy;
    const aside = Math.abs(x * dy - y * dx);
    if (ahead <= 0 || aside > ASIDE * ahead) continue;
    const cost = ahead + ASIDE * aside;
    if (cost < least) [best, least] = [mark, cost];
  }
  return best;
}
