import { framesOf, placeToday, type Frame } from '../../site/geometry/frames';
import type { Place, Site } from '../../site/model/schema';
import type { Option, Plan } from './schema';

/** Every unit of a plan with its place changed; options in which nothing moves stay as they are. */
function withPlaces(plan: Plan, change: (place: Place) => Place): Plan {
  const moved = (option: Option): Option => {
    const units = option.units.map((u) => {
      const place = change(u.place);
      return place === u.place ? u : { ...u, place };
    });
    return units.some((u, i) => u !== option.units[i]) ? { ...option, units } : option;
  };
  return { ...plan, today: moved(plan.today), options: plan.options.map(moved) };
}

/** The plan after buildings were moved: units go with the building they are in. */
export function planAfterMove(plan: Plan, before: Site, now: Site): Plan {
  const then: Record<string, Frame> = framesOf(before);
  return withPlaces(plan, (place) => placeToday(now, place, then));
}

/** The plan after two spots were made one: what was wired to the one that is gone is wired to the one that stays. */
export function planAfterMerge(plan: Plan, keepId: string, goneId: string): Plan {
  const moved = (option: Option): Option => {
    const gone = option.wiredSpots.find((w) => w.spotId === goneId);
    if (!gone) return option;
    const rest = option.wiredSpots.filter((w) => w !== gone);
    const has = rest.some((w) => w.spotId === keepId);
    return { ...option, wiredSpots: has ? rest : [...rest, { ...gone, spotId: keepId }] };
  };
  return { ...plan, today: moved(plan.today), options: plan.options.map(moved) };
}
