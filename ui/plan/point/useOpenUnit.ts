'use client';
import { useCallback } from 'react';
import { shownOption, useJobStore } from '@/ui/job/store';

/** Leads to a unit of the option being looked at, by its id: on the sheet, and on the bench. */
export function useOpenUnit(): (unitId: string) => void {
  const store = useJobStore();
  return useCallback(
    (unitId) => {
      const state = store.getState();
      const place = shownOption(state)?.units.find((u) => u.id === unitId)?.place;
      if (!place) return;
      state.select({ kind: 'unit', id: unitId });
      if (place.storeyId) state.showStorey(place.storeyId);
      state.set({ lookAt: { xM: place.xM, yM: place.yM }, bench: 'unit' });
    },
    [store],
  );
}
