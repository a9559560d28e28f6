'use client';
import { useEffect } from 'react';
import { isTyping } from '@/ui/keys/Shortcuts';
import { useJobStore } from '@/ui/job/store';

/** N selects the next spot that is not finished at this stop, and opens its storey. */
export function useNextKey(unfinished: readonly { id: string; storeyId: string | null }[]): void {
  const store = useJobStore();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 'n' || isTyping(event) || event.ctrlKey || event.metaKey) return;
      const { selected, select, showStorey } = store.getState();
      const at = unfinished.findIndex((u) => u.id === selected?.id);
      const next = unfinished[(at + 1) % unfinished.length];
      if (!next) return;
      select({ kind: 'spot', id: next.id });
      if (next.storeyId) showStorey(next.storeyId);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [store, unfinished]);
}
