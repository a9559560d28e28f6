'use client';
import equal from 'fast-deep-equal';
import { useCallback } from 'react';
import { useDerived } from '@/ui/job/derived';
import { shownOption, useJobStore } from '@/ui/job/store';

/**
 * Plans the channels of the option being looked at, as after each unit that comes, goes or is fed otherwise. What was set by
 * hand stays; what follows belongs to the act it follows from, so that one press takes both back.
 */
export function usePlanChannels(): () => Promise<void> {
  const store = useJobStore();
  const { line } = useDerived();
  return useCallback(async () => {
    const now = shownOption(store.getState());
    if (!line || !now) return;
    // Where it fails the line says so; the channels stay as they were.
    const planned = await line.withChannels(now).catch(() => null);
    if (!planned) return;
    const radios = new Map(planned.units.map((u) => [u.id, u.radios]));
    store.getState().amend(({ plan }) => ({
      plan: {
        ...plan,
        options: plan.options.map((o) => {
          if (o.id !== now.id) return o;
          const units = o.units.map((u) => {
            const next = radios.get(u.id);
            return next === undefined || equal(next, u.radios) ? u : { ...u, radios: next };
          });
          // An option in which nothing is set otherwise stays the very same.
          return units.every((u, i) => u === o.units[i]) ? o : { ...o, units };
        }),
      },
    }));
  }, [line, store]);
}
