'use client';
import { useCallback } from 'react';
import type { KitItem } from '@/core/kit/model/schema';
import type { Place } from '@/core/site/model/schema';
import { shownOption, useJobStore } from '@/ui/job/store';
import { newId } from '@/ui/job/newId';
import { begun, unitAdded, withUnit } from './addedTo';

/** Puts a unit of a kit into the option at a place; the first one begins an option. */
export function useAddUnit(): (kit: KitItem, at: Place, isExact?: boolean) => void {
  const store = useJobStore();
  return useCallback(
    (kit, at, isExact) => {
      const state = store.getState();
      const option = shownOption(state);
      const own = begun(state, option, kit);
      const added = unitAdded(state, own, kit, at, newId('unit'), isExact);
      // The first unit begins an option: one act for both.
      if (option) state.setOption((o) => withUnit(begun(state, o, kit), added));
      else
        state.setPlan((p) => ({
          ...p,
          options: [...p.options, { ...withUnit(own, added), id: newId('opt') }],
        }));
      state.set({ placing: null });
      state.select({ kind: 'unit', id: added.id });
      // Never on another storey unseen.
      if (added.place.storeyId) state.showStorey(added.place.storeyId);
    },
    [store],
  );
}
