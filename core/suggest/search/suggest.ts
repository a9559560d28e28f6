import { optionPriceMinor } from '../../plan/cost/optionPrice';
import type { PlanContext } from '../../plan/network/context';
import type { Evaluation } from '../../plan/evaluate/evaluate';
import { predictOption } from '../../plan/predict/predict';
import { withoutUnit } from '../../plan/option/placing';
import type { Option } from '../../plan/option/schema';
import { isOf } from './atHand';
import { chanceOf, isRoughAll, wholeOf, type Chance } from './chance';
import { narrowerOf, type Policy } from '../choices/policies';
import { linkTable } from './linkTable';
import { Placed } from './placed';
import { beginnings, firstPlaces, isManyUnits, moveGateway, unheldMinor } from './starts';
import type { Solve } from './solver';
import { aboutMinor, gapOf } from './worth';
import { Search, shareOf, type SearchAsk, type Found } from './judged';
import { servedOf } from '../../site/model/verdict';
import { budgetWords, unmetOf, type Unmet } from './unmet';
import type { Proposal } from '../choices/added';

/** What proves a plan, or what of it is open. Values in minor units. */
export interface Proof {
  /** Whether nothing better is left among the places, kits and backhauls of the tables. */
  isProven: boolean;
  /** Whether every place and way was in the tables; else some were left out, and nothing is proven. */
  isWhole: boolean;
  /** Whether it is as sure as was asked; true where nothing was. */
  isAsSure: boolean;
  /** Least any plan of these places, kits and feeds can be worth. */
  boundMinor: number;
  /** What the cheapest plan that serves as much is worth: the surest of those about as cheap is taken. */
  cheapestMinor: number;
  /** How much less a plan could still cost, as a share; 0 where it is proven. */
  gap: number;
  /** Programs solved and networks judged. */
  solved: number;
  judged: number;
  places: number;
  columns: number;
}

/** A plan that was found, with its proof and its chance. */
export interface Suggestion extends Proposal {
  proof: Proof;
  chance: Chance;
  evaluation: Evaluation;
  /** The chance that every spot serves with nothing done. */
  todayChance: number;
  /** What it costs and what its spots weigh, minor units. */
  valueMinor: number;
  /** Plans that were judged and served as much, none dearer and less sure than another. */
  others: readonly OtherPlan[];
  /** Why each unit is there: spots that would be served no longer without it. */
  reasons: readonly Reason[];
  /** What will not do about units that are locked: the search may not mend it. */
  lockStops: readonly string[];
  /** Spots it does not serve, and what would have to give for each. */
  unmet: readonly Unmet[];
  /** Said where the budget is under the first unit. */
  overBudget: string | null;
}

/** A plan beside the one that was taken, for a look at what more money would make surer. */
export interface OtherPlan extends Proposal {
  priceMinor: number;
  chance: number;
}

export interface Reason {
  unitId: string;
  letter: string;
  spots: readonly number[];
}

/** Judged plans that serve as much as the one that was taken, by price; each is surer than all that are cheaper. */
function othersOf(
  context: PlanContext,
  judgedPlans: readonly Found[],
  taken: Found,
  propose: (o: Option) => Proposal,
): OtherPlan[] {
  const served = (f: Found) => servedOf(f.evaluation.predictions).length;
  // That every spot works is no question where the best that was found leaves one out.
  const isAll = served(taken) === taken.evaluation.predictions.length;
  const as = isAll ? judgedPlans.filter((f) => served(f) >= served(taken)) : [taken];
  as.sort((a, b) => a.evaluation.price.totalMinor - b.evaluation.price.totalMinor);
  let surest = -1;
  const surer = as.filter((f) => f.whole.isAbove(surest) && (surest = f.whole.chance()) >= 0);
  const out: OtherPlan[] = [];
  // Told as exactly as on its card: what is no surer then is not told.
  for (const { option, evaluation, whole } of surer) {
    const exact = isRoughAll(context) ? whole : wholeOf(context, option, evaluation.predictions);
    const chance = exact.chance();
    if (chance > (out.at(-1)?.chance ?? -1))
      out.push({ ...propose(option), priceMinor: evaluation.price.totalMinor, chance });
  }
  return out;
}

/** Why each unit is there: spots that would be served no longer without it. */
function reasonsOf(context: PlanContext, { option, evaluation }: Found): Reason[] {
  const served = servedOf(evaluation.predictions).map((p) => p.number);
  return option.units
    .filter((u) => u.feed.kind !== 'line')
    .map((u) => {
      const without = predictOption(context, withoutUnit(option, u.id));
      const still = new Set(servedOf(without).map((p) => p.number));
      return { unitId: u.id, letter: u.letter, spots: served.filter((n) => !still.has(n)) };
    });
}

/**
 * The plan that is worth most among the candidate places, kits and backhauls of a way of working: the choices of each link table are
 * judged by the full model, the least first, until none that is left can be worth less (then it is proven); a table too wide to be
 * listed is searched by exchanges, and what is open is said. A table only ever says too much, never too little.
 * Null where nothing can stand on the line.
 */
export async function suggest(
  context: PlanContext,
  today: Option,
  ask: SearchAsk,
  solve: Solve,
): Promise<Suggestion | null> {
  const reachable = new Set<string>();
  const placed = new Placed();
  // The cheapest beginning first: what it leads to cuts the search of the others short.
  const starts = beginnings(context, ask, today)
    .map((base) => ({ base, minor: optionPriceMinor(context, base, today) }))
    .sort((a, b) => a.minor - b.minor);
  const search = new Search(context, today, ask, solve);
  if (ask.from && ask.from.units.length > 0) await search.around(ask.from);
  const tableOf = (policy: Policy, base: Option, most?: number) =>
    linkTable(context, today, policy, base, ask.pause, { placed, share: shareOf(ask.chance), most });
  const few = firstPlaces(context, ask.policy);
  // One of any backhaul is as wide as this one.
  const narrower = isManyUnits(context, ask.policy)
    ? narrowerOf(ask.policy).filter((p) => p.feeds !== 'any')
    : [];
  let [places, columns] = [0, 0];
  for (const [i, { base, minor }] of starts.entries()) {
    search.tell(`Places and links, ${i + 1} of ${starts.length}`, null);
    // Whatever is added costs more still: not worth a look where that alone is past what is about as cheap.
    if (i > 0 && search.held && minor + unheldMinor(context) > aboutMinor(search.held)) continue;
    // A large plot is told whole in minutes: some of its places give a first answer.
    if (i === 0 && few !== null) await search.part(await tableOf(ask.policy, base, few));
    for (const part of narrower)
      if (isOf(context, part, base, ask.locked)) await search.part(await tableOf(part, base));
    const table = await tableOf(ask.policy, base);
    places = Math.max(places, new Set(table.columns.map((c) => c.place)).size);
    columns += table.columns.length;
    for (const c of table.columns)
      c.spots.forEach((l, s) => {
        if (l.verdict === 'works') reachable.add(table.spots[s]!.id);
      });
    await search.through(table);
  }
  await moveGateway(context, today, ask, {
    search,
    tableOf,
    starts: starts.map((s) => s.base),
  });
  await search.finish();
  const { held: cheapest, alike, boundMinor, isWhole, solved, judged } = search;
  if (!cheapest) return null;
  const least = Math.min(boundMinor, cheapest.valueMinor);
  // What is less sure than asked was not searched to its end: the search goes by what it costs.
  const isProven =
    isWhole && boundMinor >= cheapest.valueMinor && (ask.chance === undefined || search.best !== null);
  const found =
    search.best === null || ask.chance === undefined
      ? alike
          .filter((f) => f.valueMinor <= aboutMinor(cheapest))
          .sort((a, b) => a.valueMinor - b.valueMinor)
          .reduce((surest, f) => (f.whole.isAbove(surest.whole.chance()) ? f : surest))
      : cheapest;
  const chance = chanceOf(context, found.option, {}, found.evaluation.predictions);
  return {
    ...search.propose(found.option),
    evaluation: found.evaluation,
    chance,
    valueMinor: found.valueMinor,
    proof: {
      isProven,
      isWhole,
      isAsSure: ask.chance === undefined || chance.whole >= ask.chance,
      boundMinor: least,
      cheapestMinor: cheapest.valueMinor,
      gap: isProven ? 0 : gapOf(cheapest, least),
      solved,
      judged,
      places,
      columns,
    },
    todayChance: today.units.length > 0 ? chanceOf(context, today).whole : 0,
    others: othersOf(context, alike, found, search.propose),
    lockStops: found.evaluation.notices.flatMap((n) => (n.severity === 'blocks' ? [n.words] : [])),
    reasons: reasonsOf(context, found),
    unmet: unmetOf(context, found.evaluation, { most: ask.most, reachable }),
    overBudget: budgetWords(context, found.evaluation),
  };
}
