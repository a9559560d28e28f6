'use client';
import { useJobStore } from '@/ui/job/store';
import { useKeys } from '@/ui/keys/useKeys';

/** N selects the next spot that is not finished at this stop, and opens its storey. */
export function useNextKey(unfinished: readonly { id: string; storeyId: string | null }[]): void {
  const store = useJobStore();
  useKeys({
    nextSpot: () => {
      const { selected, select, showStorey } = store.getState();
      const at = unfinished.findIndex((u) => u.id === selected?.id);
      const next = unfinished[(at + 1) % unfinished.length];
      if (!next) return;
      select({ kind: 'spot', id: next.id });
      if (next.storeyId) showStorey(next.storeyId);
    },
  });
}
