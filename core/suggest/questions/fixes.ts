import { kitById } from '../../kit/catalogue/catalogue';
import type { PlanContext } from '../../plan/network/context';
import { evaluate } from '../../plan/evaluate/evaluate';
import { predictOption } from '../../plan/predict/predict';
import type { Prediction } from '../../plan/predict/prediction';
import { gatewayOf } from '../../plan/option/graph';
import type { Option } from '../../plan/option/schema';
import { fits, isTaken, placesFor } from '../choices/places';
import { compareFeeds } from './backhauls';
import { POLICIES } from '../choices/policies';
import { feedsFor } from '../choices/beginning';
import { FEED_LABEL } from '../../plan/option/placing';
import { unitOn } from '../choices/addedUnit';
import { gatewayChoices } from './gatewayPlaces';
import { type Proposal, proposed } from '../choices/added';

/** One change that would serve a spot, with what the whole option then does and takes. */
export interface Fix extends Proposal {
  label: string;
  /** Spots the whole option serves then, what it costs in all, and more than now; minor units. */
  served: number;
  totalMinor: number;
  moreMinor: number;
  hours: number;
  /** Hours of work more than now; less than none where it takes less. */
  moreHours: number;
  /** What the spot itself gets then, Mb/s. */
  downMbps: number;
  upMbps: number;
}

/** Changes that are told at most. */
const MOST = 6;

/**
 * What one change would serve a spot: a unit more at any place, another feed of the unit that serves it, the gateway elsewhere, or a wire
 * to its device. Each is judged by the full model with what was read kept; those that mend the most first, then the cheapest; none
 * where nothing does, as where the line is too small for it. By `alone` the evening is left out: what runs read at a spot is held against.
 */
export async function fixesOf(
  context: PlanContext,
  today: Option,
  option: Option,
  spotId: string,
  pause: () => Promise<void>,
  by: 'verdict' | 'alone' = 'verdict',
  /** The unit whose backhaul is tried otherwise; by itself the one that serves the spot. */
  unitId: string | null = null,
): Promise<Fix[]> {
  const gateway = gatewayOf(option);
  const spot = context.site.spots.find((s) => s.id === spotId);
  if (!gateway || !spot) return [];
  const now = evaluate(context, option, today);
  // What only a faster line mends no unit mends.
  const { alone, evening } = now.busyHour.lineShort;
  if (alone.includes(spotId) || (by === 'verdict' && evening.includes(spotId))) return [];
  const nowMinor = now.price.totalMinor;
  const served = (list: readonly Prediction[]) => list.filter((p) => p[by] === 'works').length;
  const servedNow = served(now.predictions);
  const found: Fix[] = [];
  const tryIt = (label: string, tried: Option) => {
    const then = predictOption(context, tried);
    // It has to mend this spot, and not at the price of another.
    const own = then.find((p) => p.spotId === spotId);
    if (own?.[by] !== 'works') return;
    if (served(then) <= servedNow) return;
    const e = evaluate(context, tried, today);
    if (e.notices.some((n) => n.severity === 'blocks')) return;
    found.push({
      label,
      ...proposed(tried, [option]),
      served: served(e.predictions),
      totalMinor: e.price.totalMinor,
      moreMinor: e.price.totalMinor - nowMinor,
      hours: e.price.hours,
      moreHours: e.price.hours - now.price.hours,
      downMbps: own.downMbps,
      upMbps: own.upMbps,
    });
  };
  const serving = unitId ?? now.predictions.find((p) => p.spotId === spotId)?.unitId;
  for (const c of serving ? (await compareFeeds(context, option, today, serving, pause)).choices : [])
    if (!c.isNow && c.stops.length === 0)
      tryIt(`${option.units.find((u) => u.id === serving)!.letter} by ${c.label}`, {
        ...option,
        units: option.units.map((u) => (u.id === serving ? { ...u, feed: c.feed } : u)),
      });
  for (const unit of option.units)
    tryIt(`${spot.name}: its device on a wire from ${unit.letter}`, {
      ...option,
      wiredSpots: [...option.wiredSpots.filter((w) => w.spotId !== spotId), { spotId, unitId: unit.id }],
    });
  for (const c of (await gatewayChoices(context, option, today, pause)).slice(2)) tryIt(c.label, c.option);
  const free = POLICIES[0]!;
  const mesh = option.units.some((u) => kitById(u.kitId, context.ownKit)?.family);
  const kits = free.kits
    .map((id) => kitById(id, context.ownKit)!)
    .filter((k) => !mesh || k.family || k.mount === 'ceiling');
  for (const place of placesFor(context, kits)) {
    await pause();
    if (isTaken(option, place.place)) continue;
    for (const kit of kits) {
      if (!fits(kit, place)) continue;
      const plain = unitOn(context, option, kit, place, 'fix');
      for (const feed of feedsFor(context, free, option, plain, kit))
        tryIt(`${kit.label} at ${place.name}, by ${FEED_LABEL[feed.kind]}`, {
          ...option,
          units: [...option.units, { ...plain, feed }],
        });
    }
  }
  found.sort((a, b) => b.served - a.served || a.moreMinor - b.moreMinor);
  // Of changes that read alike the cheapest.
  return found.filter((f, i) => found.findIndex((o) => o.label === f.label) === i).slice(0, MOST);
}
