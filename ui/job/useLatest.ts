'use client';
import { useEffect, useRef, useState } from 'react';
import { nextTurn } from './pace';

/** How the worker is asked something of which only the newest answer counts. It has to stay the same from render to render. */
export interface Asking<Q, A> {
  /** An answer at once; null where it was given up. */
  first(question: Q): Promise<A | null>;
  /** The exact one, asked for once nothing has changed for so long, ms; null where it was given up. */
  exact?: { ask(question: Q): Promise<A | null>; afterMs: number };
  /** Whether a first answer is exact already. */
  isExact?(answer: A): boolean;
  /** Gives up what is being made exact: the hand has gone on. */
  giveUp?(): void;
}

/**
 * The newest answer to a question, with the question it is to; null before any, and where nothing is asked. While one is under
 * way only the newest question waits. `under` names what changes the answer though not the question.
 */
export function useLatest<Q extends object, A extends object>(
  asking: Asking<Q, A> | null,
  question: Q | null,
  under = '',
): { of: Q; answer: A } | null {
  const [got, setGot] = useState<{ of: Q; answer: A } | null>(null);
  const open = useRef<Asking<Q, A> | null>(null);
  const busy = useRef(false);
  const waiting = useRef<{ of: Q; isExact: boolean } | null>(null);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    open.current = asking;
    return () => {
      open.current = null;
      // Nobody is there any more for what is under way.
      if (busy.current) asking?.giveUp?.();
      busy.current = false;
      clearTimeout(rest.current);
    };
  }, [asking]);
  useEffect(() => {
    async function run() {
      const on = open.current;
      if (busy.current || !on) return;
      busy.current = true;
      while (waiting.current && open.current === on) {
        const { of, isExact } = waiting.current;
        waiting.current = null;
        // Where it fails the line says so; what is shown stays as it was until something changes.
        const answer = await (isExact ? on.exact!.ask(of) : on.first(of)).catch(() => null);
        await nextTurn();
        if (!answer) continue;
        if (open.current !== on) return;
        setGot({ of, answer });
        if (isExact || !on.exact || on.isExact?.(answer) || waiting.current) continue;
        clearTimeout(rest.current);
        rest.current = setTimeout(() => {
          waiting.current ??= { of, isExact: true };
          void run();
        }, on.exact.afterMs);
      }
      busy.current = false;
    }
    waiting.current = question && { of: question, isExact: false };
    clearTimeout(rest.current);
    if (busy.current) asking?.giveUp?.();
    void run();
  }, [asking, question, under]);
  return question ? got : null;
}
