import type { PlanContext } from '../plan/evaluate/context';
import type { Option } from '../plan/option/schema';
import { areWithin } from '../site/geometry/apart';
import { roomNameAt } from '../site/geometry/roomName';
import { roomsOn } from '../site/geometry/rooms';
import { inside } from '../site/model/levels';
import type { Place } from '../site/model/schema';

/** A place a unit could stand at, with what is there for it. */
export interface Candidate {
  id: string;
  name: string;
  place: Place;
  /** The outlet beside it; null where none is. */
  outletId: string | null;
}

/** Height of a unit on a shelf above its outlet, and of one outdoors, m. */
const SHELF_M = 1.2;
/** Two candidates nearer to each other than this are one, m. */
const APART_M = 1.2;
/** Most candidates looked at: the plot is thinned evenly beyond. */
const MOST = 90;

/** A place this near to a unit is that unit's own, m. */
const TAKEN_M = 0.8;

/** Whether a unit of an option stands at a place already. */
export const isTaken = (option: Option, place: Place): boolean =>
  option.units.some((u) => areWithin(u.place, place, TAKEN_M));

/** The named room a place lies in. */
function roomIdAt(context: PlanContext, place: Place): string | null {
  return (
    roomsOn(context.site, place.storeyId).find((r) => inside(r.outline, place.xM, place.yM))?.named?.id ??
    null
  );
}

/**
 * Places a unit could stand at: outlets with a socket left, ends of runs, jacks, coax outlets, in no room that is kept out.
 * A house without surveyed outlets offers the middle of each room.
 */
export function candidatePlaces(context: PlanContext): Candidate[] {
  const kept = allPlaces(context);
  if (kept.length <= MOST) return kept;
  return kept.filter(
    (_, i) => Math.floor((i * MOST) / kept.length) !== Math.floor(((i - 1) * MOST) / kept.length),
  );
}

/** Whether a plot has more candidate places than are looked at. */
export const areThinned = (context: PlanContext): boolean => allPlaces(context).length > MOST;

/** All candidate places of a plot. */
function allPlaces(context: PlanContext): Candidate[] {
  const { site } = context;
  const found: Candidate[] = [
    ...site.outlets
      .filter((o) => o.freeSockets > 0 && !o.strip)
      .map((o) => ({ id: o.id, name: o.name, place: { ...o.place, heightM: SHELF_M }, outletId: o.id })),
    ...site.dataRuns.flatMap((r) =>
      [r.from, r.to].map((p, i) => ({
        id: `${r.id}-${i}`,
        name: `${roomNameAt(site, p)}, at ${r.name}`,
        place: { ...p, heightM: SHELF_M },
        outletId: null,
      })),
    ),
    ...site.coax.outlets.map((o) => ({
      id: o.id,
      name: o.name,
      place: { ...o.place, heightM: SHELF_M },
      outletId: null,
    })),
    ...site.jacks.map((j) => ({
      id: j.id,
      name: j.name,
      place: { ...j.place, heightM: SHELF_M },
      outletId: null,
    })),
  ];
  if (site.outlets.length === 0)
    for (const b of site.buildings)
      for (const s of b.storeys)
        roomsOn(site, s.id).forEach((r, i) =>
          found.push({
            id: `${s.id}-room-${i}`,
            name: r.named?.name ?? s.name,
            place: { storeyId: s.id, ...r.middle, heightM: SHELF_M },
            outletId: null,
          }),
        );
  const kept: Candidate[] = [];
  for (const c of found) {
    const room = roomIdAt(context, c.place);
    if (room && context.keptOut.includes(room)) continue;
    if (!kept.some((k) => areWithin(k.place, c.place, APART_M))) kept.push(c);
  }
  return kept;
}
