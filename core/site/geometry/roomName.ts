import { least } from 'd3-array';
import { inside } from '../model/levels';
import type { Place, Site } from '../model/schema';
import { roomsOn } from './rooms';

/**
 * Name for a thing at a place: the room whose walls close it in; where that has no name or no walls are closed around it,
 * the nearest room label that lies in no closed room either, else the storey, else the yard.
 */
export function roomNameAt(site: Site, place: Place): string {
  if (!place.storeyId) return 'Yard';
  const found = roomsOn(site, place.storeyId);
  const around = found.find((r) => inside(r.outline, place.xM, place.yM));
  if (around?.named) return around.named.name;
  const closed = new Set(found.map((r) => r.named?.id));
  const near = around
    ? undefined
    : least(
        site.rooms.filter((r) => r.storeyId === place.storeyId && !closed.has(r.id)),
        (r) => Math.hypot(r.at.xM - place.xM, r.at.yM - place.yM),
      );
  return (
    near?.name ??
    site.buildings.flatMap((b) => b.storeys).find((s) => s.id === place.storeyId)?.name ??
    'Inside'
  );
}
