import type { Ticks } from '../evidence/fold';
import type { CautionId } from './cautions';
import { restMin } from './day';
import { doneAt, standingOf, type Standing } from './done';
import { crewOf, minutesBetween, schedule, totalMin } from './schedule';
import type { Settled } from './settled';
import type { DayFrom, ScheduledStep, Step } from './step';

const MIN_MS = 60_000;

/** A step as the day goes: how it stands, and when, by the clock, its hands begin and its wait is over. */
export interface DayStep extends ScheduledStep {
  standing: Standing;
  /** When it was ticked; null while it is open. */
  doneAtMs: number | null;
  /** Hands from and to, and the wait over, as times; null while nobody knows when the day begins. */
  fromMs: number | null;
  toMs: number | null;
  waitEndMs: number | null;
}

/** How far a day's work has come. */
export interface Progress {
  /** Every step: what is done in the order it was done in, then what is open in the order it comes. */
  day: DayStep[];
  /** The step that comes next; undefined when all are done. */
  current: DayStep | undefined;
  /** On a day for two what the other does meanwhile; undefined where it takes both, or nothing is left for the other. */
  meanwhile: DayStep | undefined;
  /** Its place in the day, from 1. */
  currentNumber: number | undefined;
  /** Hands-on work of what is open, min. */
  handsLeftMin: number;
  /** What is open with its waits, as one would do it from here, min. */
  dayLeftMin: number;
}

/**
 * The day as it goes, planned anew from now: what is done is behind us with its wait as it really began, what is open comes
 * in the order that makes the rest short. What evidence settles is done without a tick. Before anything is ticked the day begins at `beginsMs`, null where nobody said when.
 */
export function progressOf(
  steps: readonly ScheduledStep[],
  ticks: Ticks,
  nowMs: number | null,
  beginsMs: number | null,
  settled: ReadonlyMap<string, Settled> = new Map(),
): Progress {
  const doneMs = new Map(
    steps.flatMap((s) => {
      const said = settled.get(s.key);
      const at = doneAt(s, ticks) ?? (said?.isDone ? said.at : null);
      return at === null ? [] : [[s.key, Date.parse(at)] as const];
    }),
  );
  const crew = crewOf(steps);
  const begun = steps.some((s) => !s.beforeVisit && doneMs.has(s.key));
  // A day that has begun goes on from now; one that has not, from when it is to begin.
  const startMs = begun ? nowMs : beginsMs;
  const from: DayFrom = {
    nowMin: 0,
    doneAtMin: new Map(
      [...doneMs].map(([key, ms]) => {
        const waitMin = steps.find((s) => s.key === key)!.waitMin;
        return [key, startMs === null ? 0 : Math.max(0, (ms - startMs) / MIN_MS + waitMin)];
      }),
    ),
  };
  const planned = begun
    ? schedule(steps, crew, from).filter((s) => !doneMs.has(s.key))
    : steps.filter((s) => !doneMs.has(s.key));
  const done = steps
    .filter((s) => doneMs.has(s.key))
    .map((s): DayStep => {
      const atMs = doneMs.get(s.key)!;
      return {
        ...s,
        standing: 'done',
        doneAtMs: atMs,
        fromMs: atMs - s.handsMin * MIN_MS,
        toMs: atMs,
        waitEndMs: atMs + s.waitMin * MIN_MS,
      };
    })
    .sort((a, b) => a.doneAtMs! - b.doneAtMs!);
  const at = (minute: number, s: Step) =>
    startMs === null || s.beforeVisit ? null : startMs + minute * MIN_MS;
  const open = planned.map((s): DayStep => ({
    ...s,
    standing: standingOf(s, ticks),
    doneAtMs: null,
    fromMs: at(s.startMin, s),
    toMs: at(s.handsEndMin, s),
    waitEndMs: at(s.waitEndMin, s),
  }));
  const [current] = open;
  return {
    day: [...done, ...open],
    current,
    meanwhile:
      current === undefined || current.who === null || current.who === 'both'
        ? undefined
        : open.find((s) => s.who !== null && s.who !== 'both' && s.who !== current.who),
    currentNumber: current && done.length + 1,
    handsLeftMin: open.filter((s) => !s.beforeVisit).reduce((sum, s) => sum + s.handsMin, 0),
    dayLeftMin: begun || crew === 'two' ? totalMin(planned) : restMin(open),
  };
}

/** By how much a day's work is longer than the customer's hours, min; 0 where it fits. */
export function overMin(steps: readonly ScheduledStep[], hours: { from: string; to: string }): number {
  return Math.max(0, totalMin(steps) - minutesBetween(hours.from, hours.to));
}

/** Per step the cautions that no earlier step has said: these are written out in full, the others in short. */
export function firstSaid(steps: readonly Step[]): Map<string, ReadonlySet<CautionId>> {
  const said = new Set<CautionId>();
  return new Map(
    steps.map((s) => {
      const fresh = new Set(s.cautions.filter((c) => !said.has(c)));
      for (const c of fresh) said.add(c);
      return [s.key, fresh];
    }),
  );
}

/** When the day is to begin, as a time: the day of the visit at the hour the customer has from; null where either is open. */
export const beginOf = (visitDate: string | null, hours: { from: string } | null): number | null =>
  visitDate === null || hours === null ? null : new Date(`${visitDate}T${hours.from}:00`).getTime();

/** A time of day, 24-hour clock, as the one who looks has it. */
export function clockText(ms: number): string {
  const at = new Date(ms);
  return [at.getHours(), at.getMinutes()].map((n) => String(n).padStart(2, '0')).join(':');
}
