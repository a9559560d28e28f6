import equal from 'fast-deep-equal';
import { parentIdOf } from './feeds';
import type { Option, Unit } from './schema';

/** What of a unit decides which channels a network should have: its kit, what it hangs on and what was set by hand. */
const decides = ({ kitId, feed, role, byHand, radios }: Unit) => [
  kitId,
  feed.kind,
  parentIdOf(feed),
  feed.kind === 'line' ? feed.entry : null,
  role,
  byHand?.map((key) => [key, radios[key]]),
];

/**
 * Whether the channels of an option have to be planned anew after a change: a unit came or went, is another, hangs
 * elsewhere, or was set by hand. A unit that was only moved keeps its channel. A new option wants them where a unit has none
 * that was `there` in no network before: what is read today is read on the channels it has.
 */
export function channelsAreDue(
  before: Option | undefined,
  after: Option,
  there: ReadonlySet<string> = new Set(),
): boolean {
  if (before === after) return false;
  if (!before) return after.units.some((u) => Object.keys(u.radios).length === 0 && !there.has(u.id));
  return !equal(
    before.units.map((u) => [u.id, decides(u)]),
    after.units.map((u) => [u.id, decides(u)]),
  );
}

/** An option with the channels of another state of it, but for some units; the very same where none differs. */
export function withRadiosOf(option: Option, planned: Option): Option {
  const radios = new Map(planned.units.map((u) => [u.id, u.radios]));
  const units = option.units.map((u) => {
    const next = radios.get(u.id);
    return next === undefined || equal(next, u.radios) ? u : { ...u, radios: next };
  });
  return units.every((u, i) => u === option.units[i]) ? option : { ...option, units };
}
