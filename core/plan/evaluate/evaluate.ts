import { laidCables, type LaidCable } from '../cost/cables';
import { partsOf, type PartLine } from '../cost/parts';
import { priceOf, type OptionPrice } from '../cost/price';
import { workOf, type WorkItem } from '../cost/work';
import type { Option } from '../option/schema';
import { ruleNotices } from '../rules/rules';
import type { RuleNotice } from '../rules/ruleNotice';
import type { PlanContext } from '../network/context';
import { atBusyHour } from '../predict/evening';
import type { BusyHour } from '../links/busyHour';
import { rangeOf, type Part, type RatesRange } from '../links/part';
import { linksOf } from '../links/pipe';
import { reckonSpots, withRead } from '../predict/predict';
import type { Prediction } from '../predict/prediction';

/** Everything that is computed of one option, as plain data. */
export interface Evaluation {
  predictions: readonly Prediction[];
  /** What each unit's feed gives, with its range, by unit; the gateway has none. */
  feeds: Readonly<Record<string, Part & RatesRange>>;
  busyHour: BusyHour;
  notices: readonly RuleNotice[];
  parts: readonly PartLine[];
  work: readonly WorkItem[];
  price: OptionPrice;
  /** Every cable that is laid, with the way it lies. */
  cables: readonly LaidCable[];
}

/** Evaluates an option once: what every spot gets, what is shared, objected to, bought and done, and what it costs. */
export function evaluate(context: PlanContext, option: Option, today: Option): Evaluation {
  const links = linksOf(context, option);
  const alone = withRead(context, reckonSpots(context, option, links));
  const { predictions, busyHour } = atBusyHour(context, option, alone);
  const parts = partsOf(context, option, today);
  const work = workOf(context, option, today);
  return {
    predictions,
    feeds: Object.fromEntries([...links.hops].map(([id, hop]) => [id, { ...hop.part, ...rangeOf(hop) }])),
    busyHour,
    notices: ruleNotices(context, option, today),
    parts,
    work,
    price: priceOf(parts, work, context.brief),
    cables: laidCables(context, option, today),
  };
}
