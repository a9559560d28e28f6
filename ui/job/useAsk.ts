'use client';
import { useMemo } from 'react';
import type { Answers, Question } from '@/core/suggest/questions/answer';
import { usePlanLine } from './derived';
import { useLatest } from './useLatest';

/** What the worker says to a question about an option; null while it works, or where it could not answer. */
export function useAsk<K extends Question['kind']>(
  question: Extract<Question, { kind: K }> | null,
): Answers[K] | null {
  const line = usePlanLine();
  const asking = useMemo(
    () =>
      line && {
        first: async (q: Extract<Question, { kind: K }>) => ({ value: await line.ask<K>(q) }),
      },
    [line],
  );
  const got = useLatest(asking, question);
  return got && got.of === question ? got.answer.value : null;
}
