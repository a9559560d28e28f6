import type { KitItem } from '@/core/kit/model/schema';
import { gatewayOf } from '@/core/plan/option/graph';
import { newUnit } from '@/core/plan/option/placing';
import type { Option, Unit } from '@/core/plan/option/schema';
import type { Place } from '@/core/site/model/schema';
import type { JobState } from '@/ui/job/store';

const EMPTY: Option = { id: '', name: 'First', units: [], wiredSpots: [] };

/**
 * The option a unit is added to: the one at hand, a new one where there is none. Kit that cannot stand on the line begins an empty
 * one with what is there today: an extender goes beside the router that is there.
 */
export function begun({ plan }: Pick<JobState, 'plan'>, option: Option | null, kit: KitItem): Option {
  const own = option ?? EMPTY;
  if (own.units.length > 0 || kit.feeds.includes('line') || !gatewayOf(plan.today)) return own;
  const { units, wiredSpots } = plan.today;
  return { ...own, units, wiredSpots };
}

/** A unit of a kit at a place in an option: just there where that is exact, else at the nearest free outlet; the first goes on the line. */
export function unitAdded(
  state: Pick<JobState, 'site' | 'brief'>,
  option: Option,
  kit: KitItem,
  at: Place,
  id: string,
  isExact = true,
): Unit {
  const made = newUnit(state.site, state.brief, option, kit, at, id);
  return isExact && option.units.length > 0 ? { ...made, place: at } : made;
}

/** An option with one unit more. */
export const withUnit = (option: Option, unit: Unit): Option => ({
  ...option,
  units: [...option.units, unit],
});
