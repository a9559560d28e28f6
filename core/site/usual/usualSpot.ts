import { addSpot, changeSpot } from '../edit/plot';
import type { Place, Site } from '../model/schema';
import { livedInAs } from './roomKinds';

/** Adds a spot of a room with the need and the device of its kind; a room where nobody stays gets a plain one. */
export function addUsualSpot(site: Site, id: string, place: Place, name: string, roomName: string): Site {
  const made = addSpot(site, id, place, name);
  const use = livedInAs(roomName);
  if (!use) return made;
  const activities = use.activities.map((activity) => ({ activity, count: 1 }));
  return changeSpot(made, id, { activities, client: use.client, deviceName: use.deviceName });
}
