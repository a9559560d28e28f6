'use client';
import { useEffect, useState } from 'react';
import type { Answers, Question } from '@/core/suggest/questions/answer';
import { usePlanLine } from './derived';

/** Asks the worker once for each question; null while it works, or where it could not answer. */
export function useAsk<K extends Question['kind']>(
  question: Extract<Question, { kind: K }> | null,
): Answers[K] | null {
  const line = usePlanLine();
  const [got, setGot] = useState<{ of: unknown; answer: Answers[K] } | null>(null);
  useEffect(() => {
    if (!line || !question) return;
    let open = true;
    // Where it fails the line says so.
    line.ask<K>(question).then(
      (answer) => open && setGot({ of: question, answer }),
      () => {},
    );
    return () => {
      open = false;
    };
  }, [line, question]);
  return got && got.of === question ? got.answer : null;
}
