'use client';
import { useEffect, useRef, useState } from 'react';
import type { Built } from '@/core/evidence/built';
import type { ServedAnswer } from '@/core/plan/shade/served';
import { usePlanLine } from '@/ui/job/derived';
import { nextTurn } from '@/ui/job/pace';

/** Rest of the hand before the exact count, ms. */
const SETTLE_AFTER_MS = 400;

/**
 * What a network serves of each area, and which network that is of: a first count comes at once, the exact one when the hand
 * rests. While one count is under way only the newest waits.
 */
export function useArea(network: Built | null): { of: Built; answer: ServedAnswer } | null {
  const line = usePlanLine();
  const [got, setGot] = useState<{ of: Built; answer: ServedAnswer } | null>(null);
  const waiting = useRef<Built | null>(null);
  const busy = useRef(false);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    if (!line || !network) return;
    let open = true;
    const count = async (of: Built, settle: boolean) => {
      // Where it fails the line says so.
      const answer = await line.served(of, settle).catch(() => null);
      // An exact count that comes when the hand has gone on is of what was.
      if (answer && (open || !settle)) setGot({ of, answer });
    };
    async function run() {
      if (busy.current) return;
      busy.current = true;
      while (waiting.current) {
        const next = waiting.current;
        waiting.current = null;
        await count(next, false);
        await nextTurn();
      }
      busy.current = false;
    }
    waiting.current = network;
    void run();
    clearTimeout(rest.current);
    rest.current = setTimeout(() => void (open && count(network, true)), SETTLE_AFTER_MS);
    return () => {
      open = false;
      clearTimeout(rest.current);
      line.stopSettling('served');
    };
  }, [line, network]);
  return got;
}
