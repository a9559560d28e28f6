import { kitById } from '../../kit/catalogue/catalogue';
import type { PlanContext } from '../../plan/network/context';
import { evaluate, type Evaluation } from '../../plan/evaluate/evaluate';
import { predictOption } from '../../plan/predict/predict';
import { gatewayOf } from '../../plan/option/graph';
import { withoutUnit } from '../../plan/option/placing';
import type { Option } from '../../plan/option/schema';
import { beginning, meshOf, ROOT_ID } from '../choices/beginning';
import { isOf } from './atHand';
import { chanceOf, type Chance } from './chance';
import { gatewaysOf } from '../choices/gateways';
import { fits, placesFor } from '../choices/places';
import { cheapestPacking } from '../../kit/model/materialItems';
import { priceFactor } from '../../kit/catalogue/priceFactor';
import { narrowerOf, type Policy } from '../choices/policies';
import { linkTable } from './linkTable';
import { Placed } from './placed';
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

/** With more places than this for its kits a way of working is begun with the narrower ones it contains. */
const MANY_UNITS = 40;
const isManyUnits = (context: PlanContext, { kits }: Policy): boolean => {
  const items = kits.map((id) => kitById(id, context.ownKit)!);
  return (
    placesFor(context, items).reduce((n, c) => n + items.filter((k) => fits(k, c)).length, 0) > MANY_UNITS
  );
};

/** The networks a search begins with: what is locked, and the ways with the router a policy allows, each kit of a gateway apart. */
function beginnings(context: PlanContext, ask: SearchAsk, today: Option): Option[] {
  const { policy, locked } = ask;
  const ways = policy.router === 'any' ? (['replace', 'behind'] as const) : [policy.router];
  const mesh = meshOf(context, policy.kits);
  return ways.flatMap((way) => {
    const base = beginning(context, policy, way, today, locked);
    if (!base) return [];
    if (way === 'behind') {
      // With plug-in units alone the box serves as it is; a mesh hangs on it by a lead.
      const plug = { ...policy, kits: policy.kits.filter((k) => !mesh.includes(k)) };
      const bare = plug.kits.length > 0 ? beginning(context, plug, way, today, locked) : null;
      const roots = mesh.map((kitId) => ({
        ...base,
        units: base.units.map((u) => (u.id === ROOT_ID ? { ...u, kitId } : u)),
      }));
      return bare && mesh.length > 0 ? [bare, ...roots] : [base];
    }
    const gateway = gatewayOf(base)!;
    if (locked.some((u) => u.id === gateway.id)) return [base];
    const kits = mesh.length > 0 ? mesh : [gateway.kitId];
    return kits
      .filter((id) => kitById(id, context.ownKit))
      .map((kitId) => ({
        ...base,
        units: base.units.map((u) => (u.id === gateway.id ? { ...u, kitId } : u)),
      }));
  });
}

/** The same with the gateway moved, where it is not locked: the cheapest way of the line to it first. */
function movedStarts(
  context: PlanContext,
  { policy, locked }: SearchAsk,
  today: Option,
  starts: readonly Option[],
): Option[] {
  return starts
    .filter((base) => !locked.some((l) => l.id === gatewayOf(base)!.id))
    .flatMap((base) => gatewaysOf(context, policy, base))
    .map((base) => ({ base, minor: evaluate(context, base, today).price.totalMinor }))
    .sort((a, b) => a.minor - b.minor)
    .map(({ base }) => base);
}

/** The least units of a way of working add to a network, minor units: the item as its boxes come cheapest, and the minutes of joining it. */
function leastAddedMinor(
  context: PlanContext,
  { policy: { kits }, most }: SearchAsk,
  base: Option,
  today: Option,
): number {
  const { labourMinorPerHour, catalogueRate, allowed } = context.brief;
  const has = (o: Option, kitId: string) => o.units.filter((u) => u.kitId === kitId).length;
  const least = kits.map((id) => {
    const kit = kitById(id, context.ownKit)!;
    const wanted = has(base, id) - (allowed.reuseOldGear ? has(today, id) : 0);
    const packed = (n: number) => cheapestPacking(Math.max(0, n), kit.costMinor, kit.packs).costMinor;
    const more = Array.from({ length: most }, (_, k) => packed(wanted + k + 1) - packed(wanted));
    return Math.min(...more) * priceFactor(kit, catalogueRate) + (kit.handsMin / 60) * labourMinorPerHour;
  });
  return Math.min(Infinity, ...least);
}

/** Judged plans that serve as much as the one that was taken, by price; each is surer than all that are cheaper. */
function othersOf(
  judgedPlans: readonly Found[],
  taken: Found,
  propose: (o: Option) => Proposal,
): OtherPlan[] {
  const served = (f: Found) => servedOf(f.evaluation.predictions).length;
  // That every spot works is no question where the best that was found leaves one out.
  const isAll = served(taken) === taken.evaluation.predictions.length;
  const as = isAll ? judgedPlans.filter((f) => served(f) >= served(taken)) : [taken];
  as.sort((a, b) => a.evaluation.price.totalMinor - b.evaluation.price.totalMinor);
  const out: OtherPlan[] = [];
  for (const f of as) {
    const last = out[out.length - 1];
    if (!last || f.whole() > last.chance)
      out.push({ ...propose(f.option), priceMinor: f.evaluation.price.totalMinor, chance: f.whole() });
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
    .map((base) => ({ base, minor: evaluate(context, base, today).price.totalMinor }))
    .sort((a, b) => a.minor - b.minor)
    .map(({ base }) => base);
  const search = new Search(context, today, ask, solve);
  if (ask.from && ask.from.units.length > 0) await search.around(ask.from);
  let [places, columns] = [0, 0];
  for (const [i, base] of starts.entries()) {
    search.tell(`Places and links, ${i + 1} of ${starts.length}`, null);
    for (const narrower of isManyUnits(context, ask.policy) ? narrowerOf(ask.policy) : []) {
      // One of any backhaul is as wide as this one.
      if (narrower.feeds === 'any' || !isOf(context, narrower, base, ask.locked)) continue;
      await search.part(
        await linkTable(context, today, narrower, base, ask.pause, placed, shareOf(ask.chance)),
      );
    }
    const table = await linkTable(context, today, ask.policy, base, ask.pause, placed, shareOf(ask.chance));
    places = Math.max(places, new Set(table.columns.map((c) => c.place)).size);
    columns += table.columns.length;
    for (const c of table.columns)
      c.spots.forEach((l, s) => {
        if (l.verdict === 'works') reachable.add(table.spots[s]!.id);
      });
    await search.through(table);
  }
  for (const base of movedStarts(context, ask, today, starts)) {
    const { held } = search;
    const baseMinor = evaluate(context, base, today).price.totalMinor;
    // Whatever is added costs more still.
    if (held && baseMinor >= held.valueMinor) continue;
    // Where choices are not listed the gateway moves as everything else does: change by change.
    if (!search.isListed) {
      search.leaveOpen(baseMinor);
      break;
    }
    await ask.pause();
    search.alone(base);
    if (search.held && baseMinor + leastAddedMinor(context, ask, base, today) >= search.held.valueMinor)
      continue;
    await search.through(
      await linkTable(context, today, ask.policy, base, ask.pause, placed, shareOf(ask.chance)),
    );
  }
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
          .sort((a, b) => b.whole() - a.whole() || a.valueMinor - b.valueMinor)[0]!
      : cheapest;
  return {
    ...search.propose(found.option),
    evaluation: found.evaluation,
    chance: found.chance(),
    valueMinor: found.valueMinor,
    proof: {
      isProven,
      isWhole,
      isAsSure: ask.chance === undefined || found.chance().whole >= ask.chance,
      boundMinor: least,
      cheapestMinor: cheapest.valueMinor,
      gap: isProven ? 0 : gapOf(cheapest, least),
      solved,
      judged,
      places,
      columns,
    },
    todayChance: today.units.length > 0 ? chanceOf(context, today).whole : 0,
    others: othersOf(alike, found, search.propose),
    lockStops: found.evaluation.notices.flatMap((n) => (n.severity === 'blocks' ? [n.words] : [])),
    reasons: reasonsOf(context, found),
    unmet: unmetOf(context, found.evaluation, { most: ask.most, reachable }),
    overBudget: budgetWords(context, found.evaluation),
  };
}
