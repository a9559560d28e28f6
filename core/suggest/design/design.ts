import { servedOf } from '../../plan/evaluate/judge';
import { MESH, type School } from '../schoolList';
import { beginning } from '../schoolNetwork';
import { kitById } from '../../kit/catalogue/catalogue';
import { withChannels } from '../../plan/channels/channelPlan';
import type { PlanContext } from '../../plan/evaluate/context';
import { evaluate, type Evaluation } from '../../plan/evaluate/evaluate';
import { predictOption } from '../../plan/evaluate/predict';
import { gatewayOf } from '../../plan/option/graph';
import { withoutUnit } from '../../plan/option/placing';
import type { Option, Unit } from '../../plan/option/schema';
import { chanceOf, type Chance } from './chance';
import { linkTable, optionOf, type Column, type LinkTable } from './columns';
import { PENALTY_MINOR } from './penalty';
import { isOn, minorOf, programOf, type Solve } from './program';

/** How far a search has come. */
export interface DesignProgress {
  words: string;
  /** Value of the best so far and the least there can be, minor units with penalties; null before any. */
  bestMinor: number | null;
  boundMinor: number | null;
}

/** A plan that was found, with its proof. */
export interface Design {
  option: Option;
  evaluation: Evaluation;
  chance: Chance;
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
  /** Least any plan of these places, kits and feeds can be worth, minor units. */
  boundMinor: number;
  /** Whether nothing better is left among them. */
  isProven: boolean;
  /** What the cheapest plan that serves as much is worth, minor units: the surest of those about as cheap is taken. */
  cheapestMinor: number;
  /** Whether every place and way was in the tables; else some were left out, and nothing is proven. */
  isWhole: boolean;
  /** How much less a plan could still cost, as a share; 0 where it is proven. */
  gap: number;
  /** Programs solved and networks judged. */
  solved: number;
  judged: number;
  places: number;
  columns: number;
}

/** A plan beside the one that was taken, for a look at what more money would make surer. */
export interface OtherPlan {
  option: Option;
  priceMinor: number;
  chance: number;
}

export interface Reason {
  unitId: string;
  letter: string;
  spots: readonly number[];
}

export interface Unmet {
  spotId: string;
  number: number;
  name: string;
  words: string;
}

export interface DesignAsk {
  school: School;
  /** Units beside what is there from the start, at most. */
  most: number;
  locked: readonly Unit[];
  /** Least chance that the whole plan serves; absent takes the surest among those that cost about the least. */
  chance?: number;
  /** Programs solved at most for one way with the router: the gap says what is left open. */
  mostSolves?: number;
  pause: () => Promise<void>;
  progress?: (p: DesignProgress) => void;
}

const MOST_SOLVES = 25;
/** What sums of rounded numbers may be off by, minor units. */
const ROUNDING = 0.05;
/** Among plans that cost no more than this above the least, the surest is taken (estimate). */
const ABOUT = 0.03;
/** Further plans looked at for that, once the least is known. */
const MOST_ALIKE = 6;

const NONE: ReadonlySet<string> = new Set();

/** What an evaluated plan is worth: its price, and what its spots weigh that are not served; a plan that will not do is worth nothing. */
export function valueOf(e: Evaluation, locked: ReadonlySet<string> = NONE): number {
  // What is wrong with a unit that is locked is nothing the search may mend.
  if (e.notices.some((n) => n.weight === 'stop' && !(n.unitId !== null && locked.has(n.unitId))))
    return Infinity;
  return e.price.totalMinor + e.predictions.reduce((sum, p) => sum + PENALTY_MINOR[p.verdict], 0);
}

/** The networks a search begins with: what is locked, and the ways with the router a school allows, each kit of a gateway apart. */
function beginnings(context: PlanContext, ask: DesignAsk, today: Option): Option[] {
  const { school, locked } = ask;
  const ways = school.router === 'any' ? (['replace', 'behind'] as const) : [school.router];
  const mesh = school.kits.filter((k) => (MESH as readonly string[]).includes(k));
  return ways.flatMap((way) => {
    const base = beginning(context, school, way, today, locked);
    if (!base) return [];
    if (way === 'behind') {
      // With plug-in units alone the box serves as it is; a mesh hangs on it by a lead.
      const plug = { ...school, kits: school.kits.filter((k) => !mesh.includes(k)) };
      const bare = plug.kits.length > 0 ? beginning(context, plug, way, today, locked) : null;
      return bare && mesh.length > 0 ? [bare, base] : [base];
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

interface Found {
  option: Option;
  chance: Chance;
  evaluation: Evaluation;
  valueMinor: number;
}

function judged(
  context: PlanContext,
  table: LinkTable,
  chosen: readonly Column[],
  today: Option,
  { chance: least, locked }: Pick<DesignAsk, 'chance' | 'locked'>,
): Found {
  const option = withChannels(context, optionOf(table, chosen));
  const evaluation = evaluate(context, option, today);
  const chance = chanceOf(context, option);
  // What is not as sure as it is asked to be is no plan; nothing added at all always is one.
  const isSure = least === undefined || chance.whole >= least || chosen.length === 0;
  return {
    option,
    evaluation,
    chance,
    valueMinor: isSure ? valueOf(evaluation, new Set(locked.map((u) => u.id))) : Infinity,
  };
}

/** Judged plans that serve as much as the one that was taken, by price; each is surer than all that are cheaper. */
function othersOf(judgedPlans: readonly Found[], taken: Found): OtherPlan[] {
  const served = (f: Found) => servedOf(f.evaluation.predictions).length;
  const as = judgedPlans.filter((f) => served(f) >= served(taken));
  as.sort((a, b) => a.evaluation.price.totalMinor - b.evaluation.price.totalMinor);
  const out: OtherPlan[] = [];
  for (const f of as) {
    const last = out[out.length - 1];
    if (!last || f.chance.whole > last.chance)
      out.push({ option: f.option, priceMinor: f.evaluation.price.totalMinor, chance: f.chance.whole });
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

/** What is not served, with what would have to give. */
function unmetOf({ evaluation }: Found, reachable: ReadonlySet<string>): Unmet[] {
  return evaluation.predictions
    .filter((p) => p.verdict !== 'serves')
    .map(({ spotId, number, name, verdict }) => ({
      spotId,
      number,
      name,
      words: reachable.has(spotId)
        ? `${verdict}: a unit could serve it, but not within the budget, the number of units and the load. Allow more of one of them.`
        : `${verdict}: no place, kit and feed of this school serves it surely. Allow a cable, an outlet nearer to it, a wire to its device, or less of a need.`,
    }));
}

/**
 * The plan that is worth most among the candidate places, kits and feeds of a school: a program over the link table is solved, what
 * it chooses is judged by the full model, and a choice that was judged is cut off; it ends when the least the program can still
 * find is no better than the best judged (then it is proven), or after a number of programs (then the gap is said). The
 * table only ever says too much, never too little: each link is that of a lone unit, each kit at its least price.
 * Null where nothing can stand on the line.
 */
export async function design(
  context: PlanContext,
  today: Option,
  ask: DesignAsk,
  solve: Solve,
): Promise<Design | null> {
  let best: Found | null = null;
  let [solved, count, places, columns] = [0, 0, 0, 0];
  let boundMinor = Infinity;
  let isWhole = true;
  const alike: Found[] = [];
  const reachable = new Set<string>();
  const radios = new Map<string, Unit>();
  const { budgetMinor } = context.brief.allowed;
  // The cheapest beginning first: what it leads to cuts the search of the others short.
  const starts = beginnings(context, ask, today)
    .map((base) => ({ base, minor: evaluate(context, base, today).price.totalMinor }))
    .sort((a, b) => a.minor - b.minor)
    .map(({ base }) => base);
  const tell = (words: string, bound: number | null) =>
    ask.progress?.({ words, bestMinor: best?.valueMinor ?? null, boundMinor: bound });
  for (const [i, base] of starts.entries()) {
    tell(`Link table ${i + 1} of ${starts.length}`, null);
    const table = await linkTable(context, today, ask.school, base, ask.pause, radios);
    places = Math.max(places, new Set(table.columns.map((c) => c.place)).size);
    columns += table.columns.length;
    const cuts: number[][] = [];
    for (const c of table.columns)
      c.spots.forEach((l, s) => {
        if (l.verdict === 'serves') reachable.add(table.spots[s]!.id);
      });
    // Before any program is solved nothing is known but what is there from the start.
    let bound = table.baseLeastMinor;
    let isFirst = true;
    let further = 0;
    isWhole &&= table.isWhole;
    for (let k = 0; k < (ask.mostSolves ?? MOST_SOLVES); k++) {
      await ask.pause();
      const answer = await solve(programOf(table, { most: ask.most, budgetMinor, cuts }));
      solved++;
      // All choices are judged, or the nodes did not reach: the first proves, the second does not.
      if (answer.kind === 'none') bound = Infinity;
      if (answer.kind !== 'best') break;
      // Prices are whole minor units: what cannot be had for less than 1.2 of them costs 2.
      const now = Math.ceil(minorOf(answer.objective) + table.baseLeastMinor - ROUNDING);
      // From here on only plans that cost about the same are looked at.
      const isPast = best !== null && now >= best.valueMinor;
      if (!isPast || isFirst) bound = now;
      isFirst = false;
      if (isPast && (now > best!.valueMinor * (1 + ABOUT) || further++ >= MOST_ALIKE)) break;
      const chosen = table.columns.flatMap((_, j) => (isOn(answer.values.get(`y${j}`)) ? [j] : []));
      const found = judged(
        context,
        table,
        chosen.map((j) => table.columns[j]!),
        today,
        ask,
      );
      count++;
      const fits =
        budgetMinor === null || found.evaluation.price.totalMinor <= budgetMinor || chosen.length === 0;
      if (fits && found.valueMinor < Infinity) alike.push(found);
      if (fits && found.valueMinor < Infinity && (!best || found.valueMinor < best.valueMinor)) best = found;
      cuts.push(chosen);
      tell(`Judged ${count} networks`, bound);
    }
    boundMinor = Math.min(boundMinor, bound);
  }
  if (!best) return null;
  const cheapest: Found = best;
  const least = Math.min(boundMinor, cheapest.valueMinor);
  const isProven = isWhole && boundMinor >= cheapest.valueMinor;
  const found =
    ask.chance === undefined
      ? alike
          .filter((f) => f.valueMinor <= cheapest.valueMinor * (1 + ABOUT))
          .sort((a, b) => b.chance.whole - a.chance.whole || a.valueMinor - b.valueMinor)[0]!
      : cheapest;
  return {
    ...found,
    boundMinor: least,
    isProven,
    todayChance: today.units.length > 0 ? chanceOf(context, today).whole : 0,
    others: othersOf(alike, found),
    lockStops: found.evaluation.notices.flatMap((n) => (n.weight === 'stop' ? [n.words] : [])),
    reasons: reasonsOf(context, found),
    unmet: unmetOf(found, reachable),
    cheapestMinor: cheapest.valueMinor,
    isWhole,
    gap: isProven || cheapest.valueMinor <= 0 ? 0 : (cheapest.valueMinor - least) / cheapest.valueMinor,
    solved,
    judged: count,
    places,
    columns,
  };
}
