import type { KitItem } from '../../kit/model/schema';
import { headroomOf } from '../../plan/compare/facts';
import type { PlanContext } from '../../plan/network/context';
import { roomNameAt } from '../../site/geometry/roomName';
import { feedTo, nextLetter } from '../../plan/option/placing';
import { gatewayOf } from '../../plan/option/graph';
import type { Option, Unit } from '../../plan/option/schema';
import type { Place } from '../../site/model/schema';
import type { Candidate } from './places';
import type { Prediction } from '../../plan/predict/prediction';

/** How much a network does for the spots: each counts to its full need and no further. */
export const goodOf = (predictions: readonly Prediction[]): number =>
  predictions.reduce((sum, p) => sum + Math.min(1, headroomOf(p)), 0);

/** A unit of a kit at a place, by air from the parent that hears it best, which is asked by trying. */
export function unitAt(context: PlanContext, option: Option, kit: KitItem, place: Place, id = 'tried'): Unit {
  const gateway = gatewayOf(option);
  const kind = kit.feeds.includes('wireless')
    ? 'wireless'
    : (kit.feeds.find((f) => f !== 'line') ?? kit.feeds[0]!);
  return {
    id,
    letter: nextLetter(option),
    kitId: kit.id,
    name: roomNameAt(context.site, place),
    place,
    feed: feedTo(context.site, kind, gateway, place),
    radios: {},
  };
}

/** The same at a candidate place; one outdoors bears the name of its place, since it lies in no room. */
export function unitOn(context: PlanContext, option: Option, kit: KitItem, at: Candidate, id?: string): Unit {
  const unit = unitAt(context, option, kit, at.place, id);
  return at.place.storeyId === null ? { ...unit, name: at.name.slice(0, 80) } : unit;
}
