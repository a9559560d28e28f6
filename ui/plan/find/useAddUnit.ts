'use client';
import { useCallback } from 'react';
import type { KitItem } from '@/core/kit/model/schema';
import { newUnit } from '@/core/plan/option/placing';
import type { Option, Unit } from '@/core/plan/option/schema';
import type { Place } from '@/core/site/model/schema';
import { shownOption, useJobStore, type JobState } from '@/ui/job/store';
import { newId } from '@/ui/job/newId';

const EMPTY: Option = { id: '', name: 'First', units: [], wiredSpots: [] };

/** A unit of a kit at a place in an option: just there where that is exact, else at the nearest free outlet; the first goes on the line. */
export function unitAdded(
  state: Pick<JobState, 'site' | 'brief'>,
  option: Option | null,
  kit: KitItem,
  at: Place,
  id: string,
  isExact = true,
): Unit {
  const own = option ?? EMPTY;
  const made = newUnit(state.site, state.brief, own, kit, at, id);
  return isExact && own.units.length > 0 ? { ...made, place: at } : made;
}

/** An option with one unit more, for a look at it. */
export const withUnit = (option: Option | null, unit: Unit): Option => {
  const own = option ?? EMPTY;
  return { ...own, units: [...own.units, unit] };
};

/** Puts a unit of a kit into the option at a place; the first one begins an option. */
export function useAddUnit(): (kit: KitItem, at: Place, isExact?: boolean) => void {
  const store = useJobStore();
  return useCallback(
    (kit, at, isExact) => {
      const state = store.getState();
      const option = shownOption(state);
      const added = unitAdded(state, option, kit, at, newId('unit'), isExact);
      // The first unit begins an option: one act for both.
      if (option) state.setOption((o) => ({ ...o, units: [...o.units, added] }));
      else
        state.setPlan((p) => ({
          ...p,
          options: [...p.options, withUnit({ ...EMPTY, id: newId('opt') }, added)],
        }));
      state.set({ placing: null });
      state.select({ kind: 'unit', id: added.id });
      // Never on another storey unseen.
      if (added.place.storeyId) state.showStorey(added.place.storeyId);
    },
    [store],
  );
}
