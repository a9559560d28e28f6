'use client';
import equal from 'fast-deep-equal';
import { useCallback } from 'react';
import { evidenceOf } from '@/core/evidence/fold';
import { radioKey, type Unit } from '@/core/plan/option/schema';
import { usePlanLine } from '@/ui/job/derived';
import { shownOption, useJobStore } from '@/ui/job/store';

/**
 * Plans the channels of the option being looked at, as after each unit that comes, goes or is fed otherwise. What was set by
 * hand stays, and so does what is built and read unless `all` is asked for; what follows belongs to the act it follows from, so
 * that one press takes both back.
 */
export function usePlanChannels(): (all?: boolean) => Promise<void> {
  const store = useJobStore();
  const line = usePlanLine();
  return useCallback(
    async (all = false) => {
      const state = store.getState();
      const now = shownOption(state);
      if (!line || !now) return;
      const { accepted, states } = evidenceOf(state.evidence);
      // What is built and read keeps its channels: another one would end proofs that a new unit does not touch.
      const built = new Set(
        all || accepted?.optionId !== now.id
          ? []
          : [...states.values()].flatMap((s) =>
              s.phase === 'after' ? s.network.units.map((u) => u.id) : [],
            ),
      );
      const keeps = (u: Unit) => built.has(u.id);
      const asked = {
        ...now,
        units: now.units.map((u) => (keeps(u) ? { ...u, byHand: radioKey.options } : u)),
      };
      // Where it fails the line says so; the channels stay as they were.
      const planned = await line.withChannels(asked).catch(() => null);
      if (!planned) return;
      const kept = new Set(now.units.filter(keeps).map((u) => u.id));
      const radios = new Map(
        planned.units.flatMap((u) => (kept.has(u.id) ? [] : [[u.id, u.radios] as const])),
      );
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
    },
    [line, store],
  );
}
