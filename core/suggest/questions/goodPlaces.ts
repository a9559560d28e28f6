import type { KitItem } from '../../kit/model/schema';
import type { PlanContext } from '../../plan/network/context';
import { predictOption } from '../../plan/predict/predict';
import type { Option } from '../../plan/option/schema';
import { isTaken, placesFor, type Candidate } from '../choices/places';
import { servedOf } from '../../site/model/verdict';
import { goodOf, unitOn } from '../choices/addedUnit';

/** What one unit more would do at a place. */
export interface GoodPlace {
  candidate: Candidate;
  /** Spots it would newly serve. */
  serves: readonly number[];
  /** How much of all needs it would fill, in spots. */
  gain: number;
}

/**
 * What a unit of a kit would do at each place it could stand, the best first. Places that are taken are left out; `pause` is
 * awaited between them.
 */
export async function goodPlacesOf(
  context: PlanContext,
  option: Option,
  kit: KitItem,
  pause: () => Promise<void>,
): Promise<GoodPlace[]> {
  const now = predictOption(context, option);
  const served = new Set(servedOf(now).map((p) => p.spotId));
  const good = goodOf(now);
  const found: GoodPlace[] = [];
  for (const candidate of placesFor(context, [kit])) {
    if (isTaken(option, candidate.place)) continue;
    await pause();
    const tried: Option = {
      ...option,
      units: [...option.units, unitOn(context, option, kit, candidate)],
    };
    const then = predictOption(context, tried);
    found.push({
      candidate,
      serves: then.filter((p) => p.verdict === 'works' && !served.has(p.spotId)).map((p) => p.number),
      gain: goodOf(then) - good,
    });
  }
  return found.sort((a, b) => b.serves.length - a.serves.length || b.gain - a.gain);
}
