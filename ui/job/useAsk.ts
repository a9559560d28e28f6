'use client';
import { useId, useMemo } from 'react';
import type { JobAnswers, JobQuestion } from '@/core/job/answer';
import { usePlanLine } from './derived';
import { useKnown } from './useKnown';
import { useLatest } from './useLatest';

/** What the worker says to a question about an option; null while it works, or where it could not answer. */
export function useAsk<K extends JobQuestion['kind']>(
  question: Extract<JobQuestion, { kind: K }> | null,
): JobAnswers[K] | null {
  const line = usePlanLine();
  const asker = useId();
  const asking = useMemo(
    () =>
      line && {
        first: async (q: Extract<JobQuestion, { kind: K }>) => {
          const value = await line.ask<K>(q, asker);
          return value === null ? null : { value };
        },
        giveUp: () => line.stopSettling(asker),
      },
    [line, asker],
  );
  const got = useLatest(asking, question, useKnown());
  return got && got.of === question ? got.answer.value : null;
}
