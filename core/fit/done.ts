import type { Tick, Ticks } from '../evidence/fold';
import type { Settled } from './settled';
import type { Step } from './step';

/** How a step stands: done, open, or ticked once for something that has changed since. */
export type Standing = 'done' | 'open' | 'again';

/** A tick counts for the very thing it was set for; one without a mark is of an earlier version and counts for all. */
const counts = (tick: Tick | undefined, mark: string): boolean =>
  tick !== undefined && (tick.mark === '' || tick.mark === mark);

/** How a step stands by what is ticked: a unit that was moved or changed since asks for its step again. */
export function standingOf(step: Pick<Step, 'ticks'>, ticks: Ticks): Standing {
  if (step.ticks.every((t) => counts(ticks.get(t.key), t.mark))) return 'done';
  return step.ticks.every((t) => ticks.has(t.key)) ? 'again' : 'open';
}

export const isDone = (step: Pick<Step, 'ticks'>, ticks: Ticks): boolean =>
  standingOf(step, ticks) === 'done';

/** When a step was ticked last, as a time; null while it is open. */
export const doneAt = (step: Pick<Step, 'ticks'>, ticks: Ticks): string | null =>
  isDone(step, ticks)
    ? step.ticks.reduce<string | null>((latest, t) => {
        const { at } = ticks.get(t.key)!;
        return latest === null || at > latest ? at : latest;
      }, null)
    : null;

/** Steps that neither a tick nor evidence says are done. */
export const openSteps = <S extends Pick<Step, 'ticks' | 'key'>>(
  steps: readonly S[],
  ticks: Ticks,
  settled: ReadonlyMap<string, Settled>,
): S[] => steps.filter((s) => !isDone(s, ticks) && !settled.get(s.key)?.isDone);
