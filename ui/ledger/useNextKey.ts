'use client';
import { useJobStore } from '@/ui/job/store';
import { useKeys } from '@/ui/keys/useKeys';

/**
 * N selects the next spot that is not finished at this stop, and opens its storey. Where readings are taken
 * `reads` holds every spot, and R opens the first that is not finished, else the first, with the cursor in its form.
 */
export function useNextKey(
  unfinished: readonly { id: string; storeyId: string | null }[],
  reads: readonly { id: string; storeyId: string | null }[] = [],
): void {
  const store = useJobStore();
  const open = (next: { id: string; storeyId: string | null } | undefined) => {
    if (!next) return;
    const { select, showStorey } = store.getState();
    select({ kind: 'spot', id: next.id });
    if (next.storeyId) showStorey(next.storeyId);
  };
  useKeys({
    nextSpot: () => {
      const at = unfinished.findIndex((u) => u.id === store.getState().selected?.id);
      open(unfinished[(at + 1) % unfinished.length]);
    },
    reading: (event) => {
      const next = unfinished[0] ?? reads[0];
      if (reads.length === 0 || !next || store.getState().selected?.kind === 'spot') return;
      event.preventDefault();
      store.getState().set({ readNext: next.id });
      open(next);
    },
  });
}
