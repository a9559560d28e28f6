'use client';
import { useCallback } from 'react';
import { adopted, takenInto, type Proposal } from '@/core/suggest/choices/added';
import { newId } from '@/ui/job/newId';
import { useJob, useJobStore } from '@/ui/job/store';
import { useOpenUnit } from './useOpenUnit';
import { MOST_OPTIONS } from '@/core/plan/option/schema';

/** Why nothing more can be adopted; undefined where something can. */
export function useFull(): string | undefined {
  const count = useJob((s) => s.plan.options.length);
  return count >= MOST_OPTIONS
    ? `There are ${MOST_OPTIONS} options: delete one to adopt another.`
    : undefined;
}

/** Adopts a proposal as an option of its own, which is then looked at; gives its name. */
export function useAdopt(): (proposal: Proposal, name: string) => string {
  const store = useJobStore();
  return useCallback(
    (proposal, name) => {
      const option = adopted(proposal, name, newId);
      store.getState().setPlan((p) => ({ ...p, options: [...p.options, option] }));
      store.getState().set({ shownId: option.id, selected: null });
      return option.name;
    },
    [store],
  );
}

/** Takes a proposal in the place of the option being looked at. */
export function useTake(): (proposal: Proposal) => void {
  const setOption = useJob((s) => s.setOption);
  return useCallback((proposal) => setOption((o) => takenInto(o, proposal, newId)), [setOption]);
}

/** Leads to the unit with a letter in the option that was adopted last, where the trial of its link is. */
export function useOpenTrial(): (letter: string) => void {
  const store = useJobStore();
  const open = useOpenUnit();
  return useCallback(
    (letter) => {
      const unit = store
        .getState()
        .plan.options.at(-1)
        ?.units.find((u) => u.letter === letter);
      if (unit) open(unit.id);
    },
    [store, open],
  );
}
