import { inside } from '../model/levels';
import { roomsOn } from '../geometry/rooms';
import type { Point, Site } from '../model/schema';

/** A spot worth having that is not there yet. */
export interface SpotSuggestion {
  key: string;
  name: string;
  storeyId: string;
  at: Point;
  /** Why, in words. */
  because: string;
}

/** Rooms too small to be worth a spot of their own, m². */
const SMALL_ROOM_M2 = 2.5;

/** One spot for every found room of a storey that has none and is worth one. */
export function suggestSpots(site: Site): SpotSuggestion[] {
  const out: SpotSuggestion[] = [];
  for (const building of site.buildings)
    for (const storey of building.storeys) {
      roomsOn(site, storey.id).forEach((room, i) => {
        const has = site.spots.some(
          (s) => s.place.storeyId === storey.id && inside(room.outline, s.place.xM, s.place.yM),
        );
        if (has || room.areaM2 < SMALL_ROOM_M2) return;
        out.push({
          key: `${storey.id}-${i}`,
          name: room.named?.name ?? `${storey.name}, room ${i + 1}`,
          storeyId: storey.id,
          at: room.middle,
          because: `${building.name}, ${storey.name}: ${room.named ? 'no spot in it yet' : 'a room without a spot'}`,
        });
      });
    }
  return out;
}
