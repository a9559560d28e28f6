import type { CautionId } from '@/core/fit/cautions';
import { minutesBetween, restMin, totalMin, type ScheduledStep } from '@/core/fit/schedule';

/** How far a day's work has come. */
export interface Progress {
  /** The step that comes next; undefined when all are done. */
  current: ScheduledStep | undefined;
  /** Its place in the sheet, from 1. */
  currentNumber: number | undefined;
  /** Hands-on work of what is open, min. */
  handsLeftMin: number;
  /** What is open with its waits, as one would do it from here, min. */
  dayLeftMin: number;
}

/** How far a run sheet has come, by the keys of the steps that are done. */
export function progressOf(steps: readonly ScheduledStep[], done: ReadonlySet<string>): Progress {
  const open = steps.filter((s) => !done.has(s.key));
  const [current] = open;
  return {
    current,
    currentNumber: current && steps.indexOf(current) + 1,
    handsLeftMin: open.reduce((sum, s) => sum + s.handsMin, 0),
    dayLeftMin: restMin(open),
  };
}

/** By how much a day's work is longer than the customer's hours, min; 0 where it fits. */
export function overMin(steps: readonly ScheduledStep[], hours: { from: string; to: string }): number {
  return Math.max(0, totalMin(steps) - minutesBetween(hours.from, hours.to));
}

/** Per step the cautions that no earlier step has said: these are written out in full, the others in short. */
export function firstSaid(steps: readonly ScheduledStep[]): Map<string, ReadonlySet<CautionId>> {
  const said = new Set<CautionId>();
  return new Map(
    steps.map((s) => {
      const fresh = new Set(s.cautions.filter((c) => !said.has(c)));
      for (const c of fresh) said.add(c);
      return [s.key, fresh];
    }),
  );
}
