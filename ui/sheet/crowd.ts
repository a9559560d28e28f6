import type { SheetMark } from './marks';

/** Side of the box of a spot with its border, px. */
const SPOT_PX = 22;
/** Smallest share of its size a spot is drawn at: its number can still be read. */
const LEAST = 0.55;
/** Sizes go in steps, so that a step of the zoom does not draw every spot anew. */
const STEPS = 20;

/**
 * The size of each spot among those near to it, as a share of its own, by id: as large as fits beside the nearest other one, and no
 * smaller than can be read. Spots of full size are left out.
 *
 * @param k px per m
 */
export function crowdedSpots(marks: readonly SheetMark[], k: number): ReadonlyMap<string, number> {
  const spots = marks
    .filter((m) => m.kind === 'spot')
    .map((m) => ({ id: m.id, x: m.place.xM * k, y: m.place.yM * k, nearPx: SPOT_PX }))
    .sort((a, b) => a.x - b.x);
  spots.forEach((a, i) => {
    for (let j = i + 1; j < spots.length && spots[j]!.x - a.x < SPOT_PX; j++) {
      const b = spots[j]!;
      // Boxes touch along their sides: the longer way counts.
      const px = Math.max(b.x - a.x, Math.abs(b.y - a.y));
      a.nearPx = Math.min(a.nearPx, px);
      b.nearPx = Math.min(b.nearPx, px);
    }
  });
  return new Map(
    spots
      .filter((s) => s.nearPx < SPOT_PX)
      .map((s) => [s.id, Math.max(LEAST, Math.floor((STEPS * s.nearPx) / SPOT_PX) / STEPS)]),
  );
}
