'use client';
import { useId, useMemo } from 'react';
import type { Answers, Question } from '@/core/suggest/questions/answer';
import { usePlanLine } from './derived';
import { useLatest } from './useLatest';

/** What the worker says to a question about an option; null while it works, or where it could not answer. */
export function useAsk<K extends Question['kind']>(
  question: Extract<Question, { kind: K }> | null,
): Answers[K] | null {
  const line = usePlanLine();
  const asker = useId();
  const asking = useMemo(
    () =>
      line && {
        first: async (q: Extract<Question, { kind: K }>) => {
          const value = await line.ask<K>(q, asker);
          return value === null ? null : { value };
        },
        giveUp: () => line.stopSettling(asker),
      },
    [line, asker],
  );
  const got = useLatest(asking, question);
  return got && got.of === question ? got.answer.value : null;
}
