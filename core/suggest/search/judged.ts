import { optionPriceMinor } from '../../plan/cost/optionPrice';
import { withChannels } from '../../plan/links/channelPlan';
import type { PlanContext } from '../../plan/network/context';
import { evaluate, type Evaluation } from '../../plan/evaluate/evaluate';
import type { Option, Unit } from '../../plan/option/schema';
import { hangsByLead } from '../../plan/network/cableRun';
import type { Policy } from '../choices/policies';
import { changesOf, isOf } from './atHand';
import { ROUGHLY, chanceOf, wholeOf, type Chance, type Whole } from './chance';
import { optionsOf } from './chosenOptions';
import type { LinkTable } from './columns';
import { coverBoundMinor } from './cover';
import { choicesBelow, exchangesOf, floorOf, nextOf, type Choice } from './choices';
import { PENALTY_MINOR } from './penalty';
import { aboutMinor, gapOf, valueOf } from './worth';
import { withSwitches } from './switches';
import type { Solve } from './solver';
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
  /** Drawn roughly, when it is first asked for: most networks never are. */
  chance: () => Chance;
  /** That every spot works, which is less work than the chance of each. */
  whole: Whole;
}

/** Choices judged by exchange over one wide table at most, and those looked at in one round that are fed alike. */
const MOST_EXCHANGED = 150;
const MOST_ALIKE_FED = 8;
/** The same where everything hangs by air: there the round is for nothing else. */
const MOST_BY_AIR = 40;
/** Further plans looked at for that, once the least is known. */
const MOST_ALIKE = 6;
/** Networks judged around the plan at hand, and around the best of tables that are too wide to be listed. */
const MOST_AROUND = 80;
const MOST_CLIMBED = 300;

/** Draws that may miss at each spot where the whole plan is to be so sure: no spot can be less sure than the whole. */
export const shareOf = (chance: number | undefined): number | undefined =>
  chance === undefined ? undefined : Math.min(0.1, 1 - chance);

/** Of choices that are fed alike the first few: which backhaul holds in the evening only the judge knows. */
function variedOf({ columns }: LinkTable, choices: readonly Choice[]): Choice[] {
  const looked = new Map<string, number>();
  const most = columns.every((c) => c.unit.feed.kind === 'wireless') ? MOST_BY_AIR : MOST_ALIKE_FED;
  return choices.filter(({ chosen }) => {
    const fed = chosen
      .map((j) => columns[j]!.unit.feed.kind)
      .sort()
      .join();
    looked.set(fed, (looked.get(fed) ?? 0) + 1);
    return looked.get(fed)! <= most;
  });
}

/** A choice that was judged. */
interface Judged {
  chosen: readonly number[];
  valueMinor: number;
}

/** A search through one table after another: choices are judged, the least first, and the best is kept with what it is held against. */
export class Search {
  /** The best that is as sure as was asked. */
  best: Found | null = null;
  /** The best however sure it is: what is left to say where nothing is as sure as was asked. */
  private near: Found | null = null;
  /** All that were judged, fit the budget and will do. */
  readonly alike: Found[] = [];
  /** Least any plan of the tables looked through can be worth, minor units. */
  boundMinor = Infinity;
  /** Whether nothing was left out of the tables and the choices, and whether all choices were listed. */
  isWhole = true;
  isListed = true;
  solved = 0;
  judged = 0;
  /** What spots weigh at least in the table that is looked through. */
  private floorMinor = 0;
  /** Plans looked at beyond the least, for one that is surer. */
  private further = 0;
  /** What choices of the table in hand are worth, by what they add. */
  private readonly known = new Map<string, number>();
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

  /** Whether a plan adds more units than were asked for. */
  private isTooMany(option: Option): boolean {
    const isNew = (u: Unit) =>
      u.feed.kind !== 'line' && !this.locked.has(u.id) && !hangsByLead(this.context, option, u);
    return option.units.filter(isNew).length > this.ask.most;
  }

  /** Begins with the plan at hand where the policy allows it: it is judged as it is, then what is one change away, while that is better. */
  async around(from: Option): Promise<void> {
    const { context, ask } = this;
    if (!isOf(context, ask.policy, from, ask.locked) || this.isTooMany(from)) return;
    this.tell('The plan at hand', null);
    this.keep(from, false);
    await this.climb(MOST_AROUND, 'What is one change away from the plan at hand');
  }

  /** Judges what is one change away from the best, while that brings something. */
  private async climb(most: number, words: string): Promise<void> {
    const { context, ask } = this;
    let left = most;
    for (let at = this.held; at && left > 0;) {
      const verdicts = new Map(at.evaluation.predictions.map((p) => [p.spotId, p.verdict]));
      for (const next of changesOf(context, ask.policy, at.option, ask.locked, verdicts)) {
        if (this.isTooMany(next)) continue;
        if (left-- <= 0) break;
        await ask.pause();
        this.keep(next, false);
      }
      at = this.held === at ? null : this.held;
      this.tell(words, this.boundMinor === Infinity ? null : this.boundMinor);
    }
  }

  /** Looks through a table: choice by choice where they can be listed, which proves; else its first plan is kept for the climb. */
  async through(table: LinkTable): Promise<void> {
    const { ask, context } = this;
    const limits = { most: ask.most, budgetMinor: context.brief.allowed.budgetMinor };
    this.isWhole &&= table.isWhole;
    this.known.clear();
    const begun = await this.begin(table);
    const belowMinor = this.held ? aboutMinor(this.held) : Infinity;
    const choices = choicesBelow(table, { ...limits, belowMinor });
    let bound: number;
    if (choices) bound = await this.judgeListed(table, choices);
    else {
      await ask.pause();
      bound = await coverBoundMinor(table, limits, this.solve);
      this.solved++;
      await this.exchange(table, begun);
      this.floorMinor = floorOf(table);
      this.isListed = false;
    }
    this.boundMinor = Math.min(this.boundMinor, bound);
  }

  /** Looks through the table of a narrower way of working first: what is bound by less is never worse, and begins with the best of it. */
  async part(table: LinkTable): Promise<void> {
    this.known.clear();
    await this.exchange(table, await this.begin(table));
  }

  /** A network as it is, with nothing added. */
  alone(option: Option): void {
    this.floorMinor = 0;
    this.keep(withSwitches(this.context, option), false);
  }

  /** What is not looked through stays open: a plan of it is worth no less than so much. */
  leaveOpen(boundMinor: number): void {
    this.boundMinor = Math.min(this.boundMinor, boundMinor);
  }

  /** Exchanges what was chosen of a wide table for what can be worth less, while that brings something. */
  private async exchange(table: LinkTable, begun: Judged): Promise<void> {
    let left = MOST_EXCHANGED;
    const seen = new Set<string>();
    for (let at = begun; left > 0;) {
      let best = at;
      const next = variedOf(table, exchangesOf(table, at.chosen, this.ask.most));
      for (const { chosen, leastMinor } of next) {
        const key = [...chosen].sort((a, b) => a - b).join();
        // What was found elsewhere may be better already: what cannot be is passed over.
        if (seen.has(key) || leastMinor >= (this.held?.valueMinor ?? Infinity)) continue;
        seen.add(key);
        if (left-- <= 0) break;
        await this.ask.pause();
        const valueMinor = this.judge(table, chosen);
        if (valueMinor < best.valueMinor) best = { chosen, valueMinor };
        this.tell(`Judged ${this.judged} networks`, null);
      }
      if (best === at) return;
      at = best;
    }
  }

  /** Betters the best where a table was too wide to be listed: change by change. */
  async finish(): Promise<void> {
    if (!this.isListed) await this.climb(MOST_CLIMBED, 'What is one change away from the best');
  }

  /** A first plan: what is there from the start, then unit by unit what brings the most. */
  private async begin(table: LinkTable): Promise<Judged> {
    this.floorMinor = floorOf(table);
    let at: Judged = { chosen: [], valueMinor: this.judge(table, []) };
    let best = at;
    while (at.chosen.length < this.ask.most) {
      await this.ask.pause();
      const next = nextOf(table, at.chosen);
      if (!next) break;
      at = { chosen: next, valueMinor: this.judge(table, next) };
      if (at.valueMinor < best.valueMinor) best = at;
      this.tell(`Judged ${this.judged} networks`, null);
    }
    return best;
  }

  /** Judges listed choices, the least first, until none that is left can be worth less. The least a plan of the table can be worth, minor units. */
  private async judgeListed(table: LinkTable, choices: readonly Choice[]): Promise<number> {
    for (const [k, { chosen, leastMinor }] of choices.entries()) {
      const { held } = this;
      const isPast = held !== null && leastMinor >= held.valueMinor;
      if (isPast && (leastMinor > aboutMinor(held) || this.further++ >= MOST_ALIKE)) return leastMinor;
      await this.ask.pause();
      this.judge(table, chosen);
      if (k % 20 === 0) this.tell(`Judged ${this.judged} networks`, leastMinor);
    }
    return Infinity;
  }

  /** Judges a choice by the full model, hung in whichever way is worth most, and keeps it: once, however many parts it is in. */
  private judge(table: LinkTable, chosen: readonly number[]): number {
    const columns = chosen.map((j) => table.columns[j]!);
    const key = columns
      .map(({ unit, parents }) => `${unit.id} ${parents?.join() ?? ''} ${JSON.stringify(unit.feed)}`)
      .sort()
      .join(' ');
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const { options, isWhole } = optionsOf(table, columns);
    this.isWhole &&= isWhole;
    const valueMinor = Math.min(
      ...options.map((option) => this.keep(withSwitches(this.context, option), chosen.length === 0)),
    );
    this.known.set(key, valueMinor);
    return valueMinor;
  }

  /**
   * Plans the channels of a network, judges it and keeps it where it will do: the first with nothing added always does. What it is
   * worth; Infinity where it will not do, or costs too much to be looked at.
   */
  private keep(plain: Option, isBare: boolean): number {
    const { context, today } = this;
    const { brief } = context;
    const price = optionPriceMinor(context, plain, today);
    // A budget that is less than what is there costs still leaves that.
    const { budgetMinor } = brief.allowed;
    if (budgetMinor !== null && price > budgetMinor && !isBare) return Infinity;
    if (this.held && price + this.floorMinor > aboutMinor(this.held)) return Infinity;
    const option = withChannels(context, plain);
    const evaluation = evaluate(context, option, today);
    this.judged++;
    const worth = valueOf(evaluation, brief, this.locked);
    if (worth === Infinity) return Infinity;
    let known: Chance | null = null;
    const { predictions } = evaluation;
    const chance = () => (known ??= chanceOf(context, option, ROUGHLY, predictions));
    const valueMinor = worth + this.unsureMinor(evaluation, chance);
    const whole = wholeOf(context, option, predictions, ROUGHLY);
    const found: Found = { option, evaluation, chance, whole, valueMinor };
    this.alike.push(found);
    if (!this.near || valueMinor < this.near.valueMinor) this.near = found;
    const least = this.ask.chance;
    if (least !== undefined && chance().whole < least) return valueMinor;
    if (!this.best || valueMinor < this.best.valueMinor) this.best = found;
    return valueMinor;
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
