import type { Evaluation } from '../plan/evaluate/evaluate';
import type { Derived } from './planner';

/** What of a result is new since the one before it: little goes from one thread to another with each move of a hand. */
export interface DerivedChange {
  changed: Partial<Omit<Derived, 'options'>>;
  /** Every option there is, with its evaluation where that is new. */
  options: readonly { id: string; evaluation: Evaluation | null }[];
}

/** What changed between two results of one planner, which gives the same thing again for what is the same. */
export function changeOf(last: Derived | null, now: Derived): DerivedChange {
  const { options, ...rest } = now;
  return {
    changed: Object.fromEntries(
      Object.entries(rest).filter(([key, value]) => last?.[key as keyof typeof rest] !== value),
    ),
    options: Object.entries(options).map(([id, evaluation]) => ({
      id,
      evaluation:
        last && Object.hasOwn(last.options, id) && last.options[id] === evaluation ? null : evaluation,
    })),
  };
}

/** The result after a change, from the one before it. */
export function changedBy(last: Derived | null, { changed, options }: DerivedChange): Derived {
  return {
    ...(last as Derived),
    ...changed,
    options: Object.fromEntries(options.map(({ id, evaluation }) => [id, evaluation ?? last!.options[id]!])),
  };
}
