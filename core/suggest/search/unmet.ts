import { moneyText } from '../../plan/cost/money';
import type { Evaluation } from '../../plan/evaluate/evaluate';
import type { PlanContext } from '../../plan/network/context';
import { eveningWords } from '../../plan/predict/eveningWords';
import type { Prediction } from '../../plan/predict/prediction';
import { mayDrill } from '../../plan/rules/buildRules';
import { CLIENT_TYPES } from '../../radio/link/clients';
import { VERDICT_WORDS } from '../../site/model/verdict';

/** A spot a plan does not serve, with the true reason and the smallest thing that would have to give. */
export interface Unmet {
  spotId: string;
  number: number;
  name: string;
  words: string;
}

/** What bounds a search beside the house. */
interface Bounds {
  /** New units at most. */
  most: number;
  /** Spots that some place, kit and backhaul of the way of working would serve. */
  reachable: ReadonlySet<string>;
}

function reasonOf(context: PlanContext, e: Evaluation, p: Prediction, { most, reachable }: Bounds): string {
  const { site, brief } = context;
  const { lineShort, people } = e.busyHour;
  if (lineShort.alone.includes(p.spotId))
    return 'the line carries less than it needs: a faster line mends it, nothing that is built';
  if (lineShort.evening.includes(p.spotId))
    return `in the evening, with ${people} at home, the line does not hold it: a faster line mends it, nothing that is built`;
  const client = site.spots.find((s) => s.id === p.spotId)?.client;
  const ceilingMbps = client ? CLIENT_TYPES[client].ceilingMbps : Infinity;
  if (Math.max(p.need.downMbps, p.need.upMbps) > ceilingMbps)
    return `its device moves ${ceilingMbps} Mb/s at most: another device, or less of a need`;
  const evening = eveningWords(p, site.spots);
  const bounds = [
    ...(brief.allowed.budgetMinor === null
      ? []
      : [`the budget of ${moneyText(brief.allowed.budgetMinor, brief.currency)}`]),
    `${most} new ${most === 1 ? 'unit' : 'units'} at most`,
    ...(mayDrill(brief) ? [] : ['nothing drilled']),
  ].join(', ');
  if (evening)
    return `${evening.replace(/\.$/, '')}; within ${bounds} nothing holds it: allow more of one of them`;
  if (reachable.has(p.spotId))
    return `a unit could serve it, but not within ${bounds}: allow more of one of them`;
  return mayDrill(brief)
    ? 'no place with an outlet, kit and backhaul of this way of working serves it surely: an outlet nearer to it, a wire to its device, or less of a need'
    : 'nothing may be drilled, and what is left does not reach it surely: allow a cable, an outlet nearer to it, or less of a need';
}

/** What a plan does not serve, each with the true reason and what would have to give. */
export const unmetOf = (context: PlanContext, evaluation: Evaluation, bounds: Bounds): Unmet[] =>
  evaluation.predictions
    .filter((p) => p.verdict !== 'works')
    .map((p) => ({
      spotId: p.spotId,
      number: p.number,
      name: p.name,
      words: `${VERDICT_WORDS[p.verdict]}: ${reasonOf(context, evaluation, p, bounds)}.`,
    }));

/** Said where a budget is less than the first unit costs; null where it is not. */
export function budgetWords({ brief }: PlanContext, { price }: Evaluation): string | null {
  const { budgetMinor } = brief.allowed;
  if (budgetMinor === null || price.totalMinor <= budgetMinor) return null;
  return `The budget of ${moneyText(budgetMinor, brief.currency)} is less than what has to stand on the line costs with the readings before and after: ${moneyText(price.totalMinor, brief.currency)}.`;
}
