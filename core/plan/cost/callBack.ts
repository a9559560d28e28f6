import type { Brief } from '../../brief/brief';
import { percentText as percent } from '../../stats/percent';
import { moneyText } from './money';

/** What a call-back is priced by. */
type Prices = Pick<Brief, 'labourMinorPerHour' | 'currency' | 'offer'>;

/** A second visit takes so long: to find what fails, and to move or add a unit, h (estimate). */
const SECOND_VISIT_H = 1.5;

/** What coming a second time costs, minor units: as the brief says, else travel and an hour and a half at the job's rate. */
export const secondVisitMinor = ({ labourMinorPerHour, offer }: Prices): number =>
  offer.secondVisitMinor ?? offer.travelMinor + Math.round(SECOND_VISIT_H * labourMinorPerHour);

/** What it costs on average that a plan may fail, minor units: the chance that not every spot works, times a second visit. */
export const failureMinor = (chance: number, prices: Prices): number =>
  Math.round((1 - chance) * secondVisitMinor(prices));

interface Priced {
  priceMinor: number;
  /** Chance that every spot works, 0 to 1. */
  chance: number;
}

/** What a plan's failure costs, in words. */
export const failureWords = (chance: number, prices: Prices): string =>
  `That it may fail costs ${moneyText(failureMinor(chance, prices), prices.currency)} on average: ${percent(1 - chance)} of a second visit at ${moneyText(secondVisitMinor(prices), prices.currency)}.`;

/** Plans that are surer than the taken one, each with what that costs more, in words. */
export const surerPlans = <P extends Priced>(
  taken: Priced,
  others: readonly P[],
  prices: Prices,
): { plan: P; words: string }[] =>
  others
    .filter((o) => o.chance > taken.chance && percent(o.chance) !== percent(taken.chance))
    .map((plan) => ({ plan, words: surerWords(taken, plan, prices) }));

/** What it costs to be surer, held against the call-backs that saves, in words. */
function surerWords(from: Priced, to: Priced, prices: Prices): string {
  const money = (minor: number) => moneyText(minor, prices.currency);
  const moreMinor = to.priceMinor - from.priceMinor;
  const savedMinor = failureMinor(from.chance, prices) - failureMinor(to.chance, prices);
  const netMinor = moreMinor - savedMinor;
  const held =
    netMinor === 0
      ? 'as much as the call-backs it saves'
      : `${money(Math.abs(netMinor))} ${netMinor < 0 ? 'less' : 'more'} than the call-backs it saves`;
  return `Sure to ${percent(to.chance)}: ${money(moreMinor)} more, ${held}`;
}
