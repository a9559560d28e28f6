import { adapterOutlets } from '../../feed/powerline';
import { roomNameAt } from '../../site/geometry/roomName';
import type { Place, Site } from '../../site/model/schema';
import { runsBetween } from './surroundings';
import { parentIdOf } from '../option/feeds';
import { nearestCoax } from '../option/placing';
import type { Feed, Option } from '../option/schema';

/** The feed of a unit after one of its ends was moved: outlet, coax outlet and run are those of the new place. */
function feedAfterMove(site: Site, feed: Feed, parent: Place, place: Place, moved: 'unit' | 'parent'): Feed {
  const end = moved === 'unit' ? place : parent;
  switch (feed.kind) {
    case 'powerline': {
      const [near, far] = adapterOutlets(site, parent, place);
      return moved === 'unit'
        ? { ...feed, farOutletId: far?.id ?? null }
        : { ...feed, nearOutletId: near?.id ?? null };
    }
    case 'coax': {
      const coaxId = nearestCoax(site, end);
      return moved === 'unit' ? { ...feed, farCoaxId: coaxId } : { ...feed, nearCoaxId: coaxId };
    }
    case 'ethernet':
    case 'fibre': {
      if (feed.dataRunId === null) return feed;
      const runs = runsBetween(site, parent, place);
      if (runs.some((r) => r.id === feed.dataRunId)) return feed;
      return { ...feed, dataRunId: runs[0]?.id ?? null };
    }
    default:
      return feed;
  }
}

/**
 * An option after a unit was moved: it takes outlet, coax outlet and jack of its new place, what it feeds takes those near
 * it, and it is named after its new room where nobody named it otherwise. A measured link was measured where it stood.
 */
export function withMoved(site: Site, option: Option, unitId: string, place: Place): Option {
  const old = option.units.find((u) => u.id === unitId);
  if (!old) return option;
  const named = (name: string, at: Place) =>
    [roomNameAt(site, at), `${roomNameAt(site, at)}, at the line`].indexOf(name);
  const form = named(old.name, old.place);
  const name =
    form < 0
      ? old.name
      : form === 0
        ? roomNameAt(site, place)
        : `${roomNameAt(site, place)}, at the line`.slice(0, 80);
  const placeOf = (id: string | null) =>
    id === unitId ? place : option.units.find((u) => u.id === id)?.place;
  return {
    ...option,
    units: option.units.map((u) => {
      const parent = placeOf(parentIdOf(u.feed));
      if (u.id === unitId)
        return {
          ...u,
          place,
          name,
          feed: parent ? feedAfterMove(site, u.feed, parent, place, 'unit') : u.feed,
        };
      if (parentIdOf(u.feed) !== unitId || !parent) return u;
      return { ...u, feed: feedAfterMove(site, u.feed, parent, u.place, 'parent') };
    }),
  };
}
