import { hearing } from '../plan/links/access';
import type { PlanContext } from '../plan/network/context';
import type { Option } from '../plan/option/schema';
import { covarianceDb2, withEnds } from '../radio/learning/beliefs';
import type { Spot } from '../site/model/schema';
import type { Prediction } from '../plan/predict/prediction';

/** The spot to read next, and what that is worth. */
export interface NextSpot {
  spotId: string;
  /** How unsure the levels of all spots that are not read are now, and would be, dB (root of the mean square). */
  nowDb: number;
  thenDb: number;
}

/** What a level read at a spot scatters by that says nothing about elsewhere: shadowing and noise, dB (estimate). */
const OWN_DB = 4;
/** Spots weighed at most: a walk is never longer than this before it is asked again. */
const MOST = 60;

/**
 * Which spot not read yet to read next: the one whose reading narrows most what is believed of the levels of all that are
 * not read (greatest fall of their summed variance, Gaussian update; covariances by polarisation from the beliefs' spreads).
 * Null where at most one is left, or none hears anything.
 */
export function nextSpot(
  context: PlanContext,
  option: Option,
  predictions: readonly Prediction[],
  isRead: (spot: Spot) => boolean,
): NextSpot | null {
  const by = new Map(predictions.map((p) => [p.spotId, p]));
  const { beliefs } = context;
  const open = context.site.spots
    .filter((s) => !isRead(s))
    .slice(0, MOST)
    .flatMap((spot) => {
      const p = by.get(spot.id);
      const unit = option.units.find((u) => u.id === p?.unitId) ?? option.units[0];
      const heard = unit && hearing(context, unit, spot, p?.band ?? '2.4');
      if (!unit || !heard) return [];
      return [{ spot, features: withEnds(heard.path.features, unit.id, spot.client, heard.end.band) }];
    });
  if (open.length < 2) return null;
  const own = open.map((o) => beliefs.sigmaDb(o.features) ** 2);
  const all = own.reduce((s, v) => s + v + OWN_DB ** 2, 0);
  let best: { i: number; fall: number } | null = null;
  for (let i = 0; i < open.length; i++) {
    // What is read is known whole; of the others what they share with it.
    let fall = own[i]! + OWN_DB ** 2;
    for (let k = 0; k < open.length; k++) {
      if (k === i) continue;
      const covariance = covarianceDb2(beliefs, open[i]!.features, open[k]!.features);
      fall += covariance ** 2 / (own[i]! + OWN_DB ** 2);
    }
    if (!best || fall > best.fall + 1e-9) best = { i, fall };
  }
  const rms = (sumOf: number) => Math.sqrt(Math.max(0, sumOf) / open.length);
  return { spotId: open[best!.i]!.spot.id, nowDb: rms(all), thenDb: rms(all - best!.fall) };
}
