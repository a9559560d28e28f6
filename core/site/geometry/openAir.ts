import { inside } from '../model/levels';
import type { Place, Room, Site } from '../model/schema';
import { roomsOn } from './rooms';

/** Whether a room has no roof over it, as a roof terrace or a balcony: the weather gets at what stands there. */
export const isOpenAir = (room: Pick<Room, 'conditions'> | null): boolean =>
  room?.conditions?.includes('weather') ?? false;

/** Whether a place is outdoors: in the yard, or in a room without a roof. */
export const isOutdoors = (
  site: Pick<Site, 'walls' | 'rooms'>,
  { storeyId, xM, yM }: Pick<Place, 'storeyId' | 'xM' | 'yM'>,
): boolean =>
  storeyId === null || roomsOn(site, storeyId).some((r) => isOpenAir(r.named) && inside(r.outline, xM, yM));
