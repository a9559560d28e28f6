'use client';
import { useId, useMemo } from 'react';
import type { Built } from '@/core/evidence/built';
import type { ServedAnswer } from '@/core/plan/shade/served';
import { usePlanLine } from '@/ui/job/derived';
import { useKnown } from '@/ui/job/useKnown';
import { useLatest } from '@/ui/job/useLatest';

/** Rest of the hand before the exact count, ms. */
const SETTLE_AFTER_MS = 400;

/** What a network serves of each area, and which network that is of: a first count at once, the exact one when the hand rests. */
export function useArea(network: Built | null): { of: Built; answer: ServedAnswer } | null {
  const line = usePlanLine();
  const asker = useId();
  const asking = useMemo(
    () =>
      line && {
        first: (of: Built) => line.served(of, false, asker),
        exact: { ask: (of: Built) => line.served(of, true, asker), afterMs: SETTLE_AFTER_MS },
        giveUp: () => line.stopSettling(asker),
      },
    [line, asker],
  );
  return useLatest(asking, network, useKnown());
}
