import type { Brief, Policies } from '../brief/brief';
import { totalMin } from '../fit/schedule';
import { runSheet } from '../fit/runSheet';
import { partsOf } from '../plan/cost/parts';
import { priceOf } from '../plan/cost/price';
import { workOf } from '../plan/cost/work';
import type { PlanContext } from '../plan/network/context';
import type { Option } from '../plan/option/schema';

/** Ways of working that leave the units of a plan where they are: what they cost is told of the very plan. */
const PRICED = {
  names: ['one', 'two'],
  key: ['new', 'keep'],
  bands: ['one', 'perBand'],
  joining: ['bench', 'inPlace'],
  adapters: ['group', 'pairs'],
  cables: ['sockets', 'plugs', 'leads'],
  crew: ['one', 'two'],
} as const satisfies { readonly [K in keyof Policies]?: readonly Policies[K][] };
export type PricedWay = keyof typeof PRICED;

/** What a plan costs and how long its day is, done in one way: minor units, min. */
export interface WayPrice {
  totalMinor: number;
  dayMin: number;
}
/** For each way of working that can be priced, what each of its choices would make of the plan. */
export type PricedWays = Readonly<Record<PricedWay, Readonly<Record<string, WayPrice>>>>;

/** Prices every choice of the ways of working for a plan as it stands, all else as the brief says. */
export function waysPriced(context: PlanContext, option: Option, today: Option, brief: Brief): PricedWays {
  const priced = (policies: Policies): WayPrice => {
    const within = { ...context, brief: { ...brief, policies } };
    return {
      totalMinor: priceOf(partsOf(within, option, today), workOf(within, option, today), within.brief)
        .totalMinor,
      dayMin: totalMin(runSheet(within, option, today)),
    };
  };
  const now = priced(brief.policies);
  const of = (way: PricedWay) =>
    Object.fromEntries(
      PRICED[way].map((value) => [
        value,
        value === brief.policies[way] ? now : priced({ ...brief.policies, [way]: value }),
      ]),
    );
  return {
    names: of('names'),
    key: of('key'),
    bands: of('bands'),
    joining: of('joining'),
    adapters: of('adapters'),
    cables: of('cables'),
    crew: of('crew'),
  };
}
