import { withChannels } from '../../plan/links/channelPlan';
import type { Brief } from '../../brief/brief';
import type { PlanContext } from '../../plan/network/context';
import { evaluate, type Evaluation } from '../../plan/evaluate/evaluate';
import { isCable } from '../../plan/option/feeds';
import type { Option, Unit } from '../../plan/option/schema';
import { hangsByLead } from '../../plan/network/cableRun';
import type { Policy } from '../choices/policies';
import { changesOf, isOf } from './atHand';
import { chanceOf, type Chance } from './chance';
import { optionsOf } from './chosenOptions';
import { undominated, type LinkTable } from './columns';
import { choicesBelow, nextOf, type Choice } from './exhaustive';
import { PENALTY_MINOR } from './penalty';
import { withSwitches } from './switches';
import { sharedLosses } from './sharedLosses';
import { chosenOf, guardsFor, minorOf, programOf, type Guard, type Loss, type Solve } from './program';
import { servedOf } from '../../site/model/verdict';
import { type Proposal, proposed } from '../choices/added';

/** What is asked of a search. */
export interface SearchAsk {
  policy: Policy;
  /** Units beside what is there from the start, at most. */
  most: number;
  locked: readonly Unit[];
  /** The plan at hand: the search begins with it and what is one change away. */
  from?: Option;
  /** Least chance that the whole plan serves; absent takes the surest among those that cost about the least. */
  chance?: number;
  pause: () => Promise<void>;
  progress?: (p: SearchProgress) => void;
}

/** How far a search has come. */
export interface SearchProgress {
  words: string;
  /** The best so far; null before any. */
  best: (Proposal & { totalMinor: number; served: number; of: number }) | null;
  /** How much less a plan could still cost, as a share; null before anything is known of that. */
  gap: number | null;
}

/** A network that was judged by the full model. */
export interface Found {
  option: Option;
  evaluation: Evaluation;
  valueMinor: number;
  /** Worked out when it is first asked for: most networks never are. */
  chance: () => Chance;
}

/** Choices of one listed table that are judged at most: beyond them the gap says what is left open. */
const MOST_LISTED = 1500;
/** Programs solved at most for one table that is too wide to be listed; of more columns than are wide fewer, since each of them takes seconds. */
const MOST_SOLVES = 60;
const LEAST_SOLVES = 2;
const WIDE_COLUMNS = 350;
const solvesFor = (columns: number): number =>
  Math.max(LEAST_SOLVES, Math.min(MOST_SOLVES, Math.floor(MOST_SOLVES * (WIDE_COLUMNS / columns) ** 2)));
/** Programs solved over the cables of a wide table alone, for a first plan that shares no air. */
const CABLE_SOLVES = 3;

/** What sums of rounded numbers may be off by, minor units. */
const ROUNDING = 0.05;
/** Among plans that cost no more than this above the least, the surest is taken (estimate). */
export const ABOUT = 0.03;
/** Further plans looked at for that, once the least is known. */
const MOST_ALIKE = 6;
/** Networks judged around the plan at hand. */
const MOST_AROUND = 80;

/** Draws that may miss at each spot where the whole plan is to be so sure: no spot can be less sure than the whole. */
export const shareOf = (chance: number | undefined): number | undefined =>
  chance === undefined ? undefined : Math.min(0.1, 1 - chance);

/** How much less than a plan is still open, as a share of its price; whole where more spots might work. */
export const gapOf = ({ valueMinor, evaluation }: Found, boundMinor: number): number => {
  const { totalMinor } = evaluation.price;
  const openMinor = Math.max(0, valueMinor - boundMinor);
  return openMinor === 0 ? 0 : Math.min(1, openMinor / Math.max(1, totalMinor));
};

/** What a plan that costs about as much as one may be worth at most, minor units. */
export const aboutMinor = ({ valueMinor, evaluation }: Found): number =>
  valueMinor + ABOUT * evaluation.price.totalMinor;

const NONE: ReadonlySet<string> = new Set();

/** What is to be checked about a plan, at so much each, minor units. */
export const checksMinor = (e: Evaluation, { checkMinor }: Pick<Brief, 'checkMinor'>): number =>
  checkMinor * e.notices.filter((n) => n.severity === 'check').length;

/**
 * What an evaluated plan is worth, the least the best: what its spots weigh that do not work, its price, and a stated sum for each
 * thing to check. A plan that cannot work is worth nothing.
 */
export function valueOf(
  e: Evaluation,
  brief: Pick<Brief, 'checkMinor'>,
  locked: ReadonlySet<string> = NONE,
): number {
  // What is wrong with a unit that is locked is nothing the search may mend.
  if (e.notices.some((n) => n.severity === 'blocks' && !(n.unitId !== null && locked.has(n.unitId))))
    return Infinity;
  const checks = checksMinor(e, brief);
  return e.price.totalMinor + checks + e.predictions.reduce((sum, p) => sum + PENALTY_MINOR[p.verdict], 0);
}

/** A search through one table after another: programs are solved, what they choose is judged, the best is kept with what it is held against. */
export class Search {
  /** The best that is as sure as was asked. */
  best: Found | null = null;
  /** The best however sure it is: what is left to say where nothing is as sure as was asked. */
  private near: Found | null = null;
  /** All that were judged, fit the budget and will do. */
  readonly alike: Found[] = [];
  /** Least any plan of the tables looked through can be worth, minor units. */
  boundMinor = Infinity;
  /** Whether nothing was left out of the tables and the choices. */
  isWhole = true;
  solved = 0;
  judged = 0;
  /** Plans looked at beyond the least, for one that is surer. */
  private further = 0;
  private readonly locked: ReadonlySet<string>;

  constructor(
    private readonly context: PlanContext,
    private readonly today: Option,
    private readonly ask: SearchAsk,
    private readonly solve: Solve,
  ) {
    this.locked = new Set(ask.locked.map((u) => u.id));
  }

  /** A network with what it adds to today's, the plan at hand and what is locked. */
  readonly propose = (option: Option): Proposal =>
    proposed(option, [this.today, this.ask.from, { units: [...this.ask.locked] }]);
  /** What the search holds on to. */
  get held(): Found | null {
    return this.best ?? this.near;
  }

  tell(words: string, boundMinor: number | null): void {
    const best = this.held;
    this.ask.progress?.({
      words,
      best: best && {
        ...this.propose(best.option),
        totalMinor: best.evaluation.price.totalMinor,
        served: servedOf(best.evaluation.predictions).length,
        of: best.evaluation.predictions.length,
      },
      gap: best && boundMinor !== null ? gapOf(best, boundMinor) : null,
    });
  }

  /** Begins with the plan at hand where the policy allows it: it is judged as it is, then what is one change away, while that is better. */
  async around(from: Option): Promise<void> {
    const { context, ask } = this;
    const isNew = (o: Option, u: Unit) =>
      u.feed.kind !== 'line' && !this.locked.has(u.id) && !hangsByLead(context, o, u);
    const isTooMany = (o: Option) => o.units.filter((u) => isNew(o, u)).length > ask.most;
    if (!isOf(context, ask.policy, from, ask.locked) || isTooMany(from)) return;
    this.tell('The plan at hand', null);
    this.keep(from, false);
    let left = MOST_AROUND;
    for (let at = this.held; at && left > 0;) {
      const verdicts = new Map(at.evaluation.predictions.map((p) => [p.spotId, p.verdict]));
      for (const next of changesOf(context, ask.policy, at.option, ask.locked, verdicts)) {
        if (isTooMany(next)) continue;
        if (left-- <= 0) break;
        await ask.pause();
        this.keep(withChannels(context, next), false);
      }
      at = this.held === at ? null : this.held;
      this.tell('What is one change away from the plan at hand', null);
    }
  }

  /** Looks through a table: choice by choice where they can be listed, which proves; by programs where it is too wide. */
  async through(table: LinkTable): Promise<void> {
    await this.begin(table);
    const { held, ask, context } = this;
    const choices = choicesBelow(table, {
      most: ask.most,
      budgetMinor: context.brief.allowed.budgetMinor,
      belowMinor: held ? aboutMinor(held) : Infinity,
    });
    if (choices) {
      this.isWhole &&= table.isWhole;
      this.boundMinor = Math.min(this.boundMinor, await this.judgeListed(table, choices));
    } else {
      // What cannot be listed is not proven.
      this.isWhole = false;
      await this.byPrograms({ ...table, columns: undominated(table.columns) });
    }
  }

  /** A first plan: what is there from the start, then unit by unit what brings the most. */
  private async begin(table: LinkTable): Promise<void> {
    let chosen: readonly number[] = [];
    this.judge(table, chosen);
    while (chosen.length < this.ask.most) {
      await this.ask.pause();
      const next = nextOf(table, chosen);
      if (!next) return;
      chosen = next;
      this.judge(table, chosen);
      this.tell(`Judged ${this.judged} networks`, null);
    }
  }

  /** Judges listed choices, the least first, until none that is left can be worth less. The least a plan of the table can be worth, minor units. */
  private async judgeListed(table: LinkTable, choices: readonly Choice[]): Promise<number> {
    for (const [k, { chosen, leastMinor }] of choices.entries()) {
      const { held } = this;
      const isPast = held !== null && leastMinor >= held.valueMinor;
      if (isPast && (leastMinor > aboutMinor(held) || this.further++ >= MOST_ALIKE)) return leastMinor;
      if (k >= MOST_LISTED) return leastMinor;
      await this.ask.pause();
      this.judge(table, chosen);
      if (k % 20 === 0) this.tell(`Judged ${this.judged} networks`, leastMinor);
    }
    return Infinity;
  }

  /** Looks through a wide table: over its cables first where it is wide, since units by air share what they have in ways only the judge knows. */
  private async byPrograms(table: LinkTable): Promise<void> {
    const isWide = table.columns.length > WIDE_COLUMNS;
    const cables = table.columns.filter((c) => c.parents === null && isCable(c.unit.feed));
    if (isWide && cables.length > 0 && cables.length < table.columns.length)
      await this.among({ ...table, columns: cables }, CABLE_SOLVES, false);
    const bound = await this.among(table, solvesFor(table.columns.length));
    this.boundMinor = Math.min(this.boundMinor, bound);
  }

  /** Solves and judges until nothing better is left in a table, or a number of programs was solved. The least a plan of it can be worth, minor units. */
  private async among(table: LinkTable, most: number, isAll = true): Promise<number> {
    const { ask, context } = this;
    const limits = {
      most: ask.most,
      budgetMinor: context.brief.allowed.budgetMinor,
      cuts: [] as number[][],
      guards: [] as Guard[],
      losses: [] as Loss[],
    };
    // Before any program is solved nothing is known but what is there from the start.
    let bound = table.baseLeastMinor;
    for (let k = 0; k < most; k++) {
      await ask.pause();
      const answer = await this.solve(programOf(table, limits));
      this.solved++;
      // All choices are judged, or the nodes did not reach: the first proves, the second does not.
      if (answer.kind === 'none') bound = Infinity;
      if (answer.kind !== 'best') break;
      // Prices are whole minor units: what cannot be had for less than 1.2 of them costs 2.
      const now = Math.ceil(minorOf(answer.objective) + table.baseLeastMinor - ROUNDING);
      // From here on only plans that cost about the same are looked at.
      const { held } = this;
      const isPast = held !== null && now >= held.valueMinor;
      // What is left costs no less than this, and what was judged no less than the best.
      bound = isPast ? Math.max(bound, held.valueMinor) : now;
      if (isPast && (now > aboutMinor(held) || this.further++ >= MOST_ALIKE)) break;
      const chosen = chosenOf(table, answer.values);
      this.judge(table, chosen);
      limits.cuts.push(chosen);
      const guards = guardsFor(table, chosen, answer.values);
      limits.guards.push(...guards);
      if (guards.length === 0) limits.losses.push(...sharedLosses(context, table, chosen));
      this.tell(`Judged ${this.judged} networks`, isAll ? bound : null);
    }
    return bound;
  }

  /** Judges a choice by the full model, hung in whichever way is worth most, and keeps it. */
  private judge(table: LinkTable, chosen: readonly number[]): void {
    const { options, isWhole } = optionsOf(
      table,
      chosen.map((j) => table.columns[j]!),
    );
    this.isWhole &&= isWhole;
    for (const option of options)
      this.keep(withChannels(this.context, withSwitches(this.context, option)), chosen.length === 0);
  }

  /** Judges a network and keeps it where it will do: the first with nothing added always does. */
  private keep(option: Option, isBare: boolean): void {
    const evaluation = evaluate(this.context, option, this.today);
    this.judged++;
    // A budget that is less than what is there costs still leaves that.
    const { budgetMinor } = this.context.brief.allowed;
    if (budgetMinor !== null && evaluation.price.totalMinor > budgetMinor && !isBare) return;
    const worth = valueOf(evaluation, this.context.brief, this.locked);
    if (worth === Infinity) return;
    let known: Chance | null = null;
    const chance = () => (known ??= chanceOf(this.context, option));
    const found: Found = {
      option,
      evaluation,
      chance,
      valueMinor: worth + this.unsureMinor(evaluation, chance),
    };
    this.alike.push(found);
    if (!this.near || found.valueMinor < this.near.valueMinor) this.near = found;
    const least = this.ask.chance;
    if (least !== undefined && chance().whole < least) return;
    if (!this.best || found.valueMinor < this.best.valueMinor) this.best = found;
  }

  /** What spots weigh that serve and are less sure than the whole plan is asked to be: as much as what is tight. */
  private unsureMinor(evaluation: Evaluation, chance: () => Chance): number {
    const least = this.ask.chance;
    if (least === undefined) return 0;
    const serves = new Set(servedOf(evaluation.predictions).map((p) => p.spotId));
    return (
      chance().spots.filter((s) => serves.has(s.spotId) && s.chance < least).length * PENALTY_MINOR.tight
    );
  }
}
