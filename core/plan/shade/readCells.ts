import { cellX, cellY, type Grid, type Layer } from '../../radio/coverage/layers';
import { apartM } from '../../site/geometry/apart';
import { VERDICTS } from '../../site/model/verdict';
import { predictedVerdict, type Outcome } from '../links/judge';
import type { Seats } from './eveningFloor';
import type { ShadeNeeds } from './shadeTable';

/** A place where the way that is planned was read, with what the device there gets. */
export interface ReadPlace {
  /** Number of its spot in the order of the spots, counted from 1. */
  seat: number;
  xM: number;
  yM: number;
  middle: Outcome;
  low: Outcome;
  /** Whether it holds at the busy hour. */
  holds: boolean;
}

/** So far around a place that was read its figure stands on the sheet, m: a step to the side (estimate). */
const READ_REACH_M = 1.5;

/** Writes what was read into the cells around where it was: sheet, area and list say the same there. */
export function markRead(
  verdicts: Uint8Array,
  places: readonly ReadPlace[],
  { needs, seats, grid, layers }: { needs: ShadeNeeds; seats: Seats; grid: Grid; layers: readonly Layer[] },
): void {
  if (places.length === 0) return;
  for (const layer of layers) {
    const need = layer.outdoors ? needs.outdoors : needs.indoors;
    const known = places.map((p) => {
      const alone = predictedVerdict(p.middle, p.low, need);
      return VERDICTS.indexOf(alone === 'works' && !p.holds ? 'tight' : alone);
    });
    for (const cell of layer.cells) {
      const at = { xM: cellX(grid, cell % grid.columns), yM: cellY(grid, Math.floor(cell / grid.columns)) };
      places.forEach((p, i) => {
        if (seats[cell] === p.seat && apartM(p, at) <= READ_REACH_M) verdicts[cell] = known[i]!;
      });
    }
  }
}
