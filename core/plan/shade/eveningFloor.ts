import { cellX, cellY, type Grid, type Layer } from '../../radio/coverage/layers';
import { apartM } from '../../site/geometry/apart';
import { roomsOn } from '../../site/geometry/rooms';
import { inside } from '../../site/model/levels';
import type { Site, Spot } from '../../site/model/schema';
import { standIn, type Pipes, type StandIn } from '../links/busyHour';
import { houseOf } from '../links/house';
import { mediaOf } from '../links/media';
import type { PlanContext } from '../network/context';
import type { Option } from '../option/schema';
import { TABLE_LOW_DBM, TABLE_STEPS_PER_DB, type ShadeNeeds, type ShadeRadio } from './shadeTable';

/** Which spot each cell of a sheet stands in for: its number in the order of the spots, counted from 1; 0 for none. */
export type Seats = Uint16Array;

/** The nearest of some spots to a point, as its number among all, counted from 1; 0 where there is none. */
function nearest(of: readonly { spot: Spot; seat: number }[], xM: number, yM: number): number {
  let best = { seat: 0, m: Infinity };
  for (const { spot, seat } of of) {
    const m = apartM(spot.place, { xM, yM });
    if (m < best.m) best = { seat, m };
  }
  return best.seat;
}

/** A cell stands in for the nearest spot of its room, one outdoors for the nearest spot outdoors. */
export function seatsOf(
  site: Site,
  storeyIds: readonly string[],
  { columns, rows, ...rest }: Grid,
  layers: readonly Layer[],
): Seats {
  const grid = { columns, rows, ...rest };
  const seats = new Uint16Array(columns * rows);
  const spots = [...site.spots].sort((a, b) => a.number - b.number).map((spot, i) => ({ spot, seat: i + 1 }));
  const rooms = storeyIds.flatMap((storeyId) =>
    roomsOn(site, storeyId).flatMap(({ outline }) => {
      const own = spots.filter(
        ({ spot: { place } }) => place.storeyId === storeyId && inside(outline, place.xM, place.yM),
      );
      return own.length > 0 ? [{ outline, own }] : [];
    }),
  );
  const outside = spots.filter(({ spot }) => spot.place.storeyId === null);
  for (const layer of layers)
    for (const cell of layer.cells) {
      const [x, y] = [cellX(grid, cell % columns), cellY(grid, Math.floor(cell / columns))];
      const own = layer.storeyId === null ? outside : rooms.find((r) => inside(r.outline, x, y))?.own;
      if (own) seats[cell] = nearest(own, x, y);
    }
  return seats;
}

/** From which level on a device in the place of a spot holds at the busy hour over a radio, dBm. */
export interface EveningFloor {
  seats: Seats;
  dbm(radio: ShadeRadio, outdoors: boolean, seat: number): number;
}

/** The least level of a table from which on something holds that holds at all levels above one; Infinity where it never does. */
function leastHeld(table: Uint8Array, holds: (dbm: number) => boolean): number {
  const dbm = (step: number) => TABLE_LOW_DBM + step / TABLE_STEPS_PER_DB;
  // Below the first level that works alone nothing is asked; mostly it holds there already.
  let low = table.indexOf(0);
  let high = table.length - 1;
  if (low < 0 || !holds(dbm(high))) return Infinity;
  if (holds(dbm(low))) return -Infinity;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (holds(dbm(middle))) high = middle;
    else low = middle;
  }
  return dbm(high);
}

/** What devices at the cells of a sheet hold at the busy hour of a network, beside all others of the house with their pipes. */
export function eveningFloor(
  context: PlanContext,
  option: Option,
  pipes: Pipes,
  needs: ShadeNeeds,
  seats: Seats,
): EveningFloor {
  let holds: StandIn | null = null;
  const known = new Map<string, number>();
  return {
    seats,
    dbm(radio, outdoors, seat) {
      const key = `${radio.unit.id} ${radio.band} ${outdoors} ${seat}`;
      let floor = known.get(key);
      if (floor === undefined) {
        holds ??= standIn(houseOf(context), mediaOf(context, option), pipes);
        const need = outdoors ? needs.outdoors : needs.indoors;
        const table = outdoors ? radio.outdoors : radio.indoors;
        floor = leastHeld(table, (dbm) => holds!(seat === 0 ? null : seat - 1, radio.pipeAt(dbm), need));
        known.set(key, floor);
      }
      return floor;
    },
  };
}
