import { expose, transfer } from 'comlink';
import highsLoader from 'highs';
import type { Built } from '../core/evidence/built';
import type { EvidenceRows } from '../core/evidence/rows';
import { createPlanner, solveWith, type LpSolver, type Planner, type Suggestion } from '../core';
import { changeOf, type DerivedChange } from '../core/job/derivedChange';
import type { Derived, Look, LookQuestion, PlannerUpdate } from '../core/job/planner';
import type { Documents } from '../core/job/settle';
import type { KitItem } from '../core/kit/model/schema';
import type { ServedAnswer } from '../core/plan/shade/served';
import type { SearchAsk, SearchProgress } from '../core/suggest/search/judged';
import type { JobAnswers, JobQuestion } from '../core/job/answer';
import type { Option } from '../core/plan/option/schema';
import type { ShadeAnswer, SheetQuestion } from '../core/plan/shade/shadeEngine';
import { atOnce } from '../core/stats/atOnce';
import { breathing, restAfter, withPauses } from './pauses';

let planner: Planner | null = null;
/** What was answered last. */
let last: Derived | null = null;
const own = (): Planner => {
  if (!planner) throw new Error('no job is open in the plan worker');
  return planner;
};

/** JobAnswers with the time the work took here, ms. */
const timed = <T>(work: () => T): T & { workMs: number } => {
  const start = performance.now();
  return Object.assign(work() as object, { workMs: performance.now() - start }) as T & { workMs: number };
};

/** Rest of the hand before a question goes on, ms. */
const hand = restAfter(200);

/** Said by a search or a question that was stopped. */
const STOPPED = 'stopped';
let highs: ReturnType<typeof highsLoader> | null = null;
/** Which search is the newest: an older one ends at its next turn. */
let searches = 0;

/** What is made exact while the hand rests, by who asked: the number of its newest question, an older one is given up. */
const settlings = new Map<string, number>();
const nextTurnOf = (asker: string): number => {
  const turn = (settlings.get(asker) ?? 0) + 1;
  settlings.set(asker, turn);
  return turn;
};
const askedLast = (asker: string): (() => boolean) => {
  const turn = nextTurnOf(asker);
  return () => turn !== settlings.get(asker);
};

const api = {
  open(job: Documents & { evidence: EvidenceRows }): void {
    planner = createPlanner(job);
    last = null;
  },
  update(change: PlannerUpdate): void {
    hand.changed();
    own().update(change);
  },
  replaceRows(rows: EvidenceRows): void {
    own().replaceRows(rows);
  },
  derive(shownId: string | null): DerivedChange & { workMs: number } {
    return timed(() => {
      const now = own().derive(shownId);
      const change = changeOf(last, now);
      last = now;
      return change;
    });
  },
  /** Light and shade; null where exact ones were asked for and given up meanwhile. */
  async shade(
    question: SheetQuestion,
    network: Built,
    asker: string,
  ): Promise<(ShadeAnswer & { workMs: number }) | null> {
    const steps = own().shading(question, network);
    const isGivenUp = askedLast(asker);
    const got = question.settle
      ? await withPauses(steps, isGivenUp)
      : timed(() => ({ value: atOnce(steps) }));
    if (!got) return null;
    const answer = { ...got.value, workMs: got.workMs };
    const lists = answer.outlines.flatMap((o) => [o.cornersM.buffer, o.ringCorners.buffer]);
    return transfer(answer, [answer.grid.verdicts.buffer, ...lists] as ArrayBuffer[]);
  },
  async served(
    option: Option,
    kit: readonly KitItem[],
    settle: boolean,
    asker: string,
  ): Promise<ServedAnswer | null> {
    const steps = own().serving(option, kit, settle);
    const isGivenUp = askedLast(asker);
    return settle ? ((await withPauses(steps, isGivenUp))?.value ?? null) : atOnce(steps);
  },
  /** A network beside the one at hand. */
  look(question: LookQuestion): Look {
    return own().look(question);
  },
  /** What was to be made exact is of what was: the hand has gone on. */
  stopSettling(asker: string): void {
    nextTurnOf(asker);
  },
  /** JobAnswers a question while the hand rests; null where it was given up meanwhile. */
  async ask<K extends JobQuestion['kind']>(
    question: Extract<JobQuestion, { kind: K }>,
    asker: string,
  ): Promise<JobAnswers[K] | null> {
    const isGivenUp = askedLast(asker);
    const breath = breathing();
    try {
      return await own().ask<K>(question, async () => {
        await breath();
        await hand.rested();
        if (isGivenUp()) throw new Error(STOPPED);
      });
    } catch (error) {
      if ((error as Error).message === STOPPED) return null;
      throw error;
    }
  },
  /** Searches the plan worth most; `progress` hears how far it has come, `stopSuggest` ends it. */
  async suggest(
    ask: Omit<SearchAsk, 'pause' | 'progress'>,
    progress: (p: SearchProgress) => void,
  ): Promise<Suggestion | null> {
    const turn = ++searches;
    const breath = breathing();
    highs ??= highsLoader();
    const solve = solveWith((await highs) as unknown as LpSolver);
    return own().suggest(
      {
        ...ask,
        progress: (p) => void progress(p),
        pause: async () => {
          await breath();
          if (turn !== searches) throw new Error(STOPPED);
        },
      },
      solve,
    );
  },
  stopSuggest(): void {
    searches++;
  },
  withChannels(option: Option, all: boolean): Option {
    return own().withChannels(option, all);
  },
};
export type PlanWorker = typeof api;
expose(api);
