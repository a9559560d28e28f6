'use client';
import { useJobStore } from '@/ui/job/store';
import { useKeys } from '@/ui/keys/useKeys';

/**
 * N selects the next spot that is not finished at this stop, and opens its storey. Where readings are taken (`reads`) R does
 * so too while no spot is open, with the cursor in its form.
 */
export function useNextKey(
  unfinished: readonly { id: string; storeyId: string | null }[],
  reads = false,
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
      if (!reads || store.getState().selected?.kind === 'spot' || unfinished.length === 0) return;
      event.preventDefault();
      store.getState().set({ readNext: unfinished[0]!.id });
      open(unfinished[0]);
    },
  });
}
