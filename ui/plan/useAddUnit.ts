'use client';
import { useCallback, useEffect, useRef } from 'react';
import type { KitItem } from '@/core/kit/model/schema';
import { newUnit } from '@/core/plan/option/placing';
import type { Place, Spot } from '@/core/site/model/schema';
import { shownOption, useJobStore } from '@/ui/job/store';
import { newId } from '@/ui/job/newId';
import type { Prediction } from '@/core/plan/predict/prediction';
import { placeWanted } from './placeWanted';

/** Puts a unit of a kit into the option: at a place, else where it is wanted most; the first one begins an option. */
export function useAddUnit(
  unserved: readonly Spot[],
  predictions: ReadonlyMap<string, Prediction>,
): (kit: KitItem, at?: Place) => void {
  const store = useJobStore();
  const now = useRef({ unserved, predictions });
  useEffect(() => {
    now.current = { unserved, predictions };
  });
  return useCallback(
    (kit, at) => {
      const state = store.getState();
      const { site, selected, storeyId } = state;
      const option = shownOption(state);
      const spotId = selected?.kind === 'spot' ? selected.id : null;
      const place = at ?? placeWanted({ site, storeyId, spotId, ...now.current });
      const made = newUnit(
        site,
        state.brief,
        option ?? { id: '', name: '', units: [], wiredSpots: [] },
        kit,
        place,
        newId('unit'),
      );
      // A place that was pressed is taken as it is.
      const added = at && option && option.units.length > 0 ? { ...made, place: at } : made;
      // The first unit begins an option: one act for both.
      if (option) state.setOption((o) => ({ ...o, units: [...o.units, added] }));
      else
        state.setPlan((p) => ({
          ...p,
          options: [...p.options, { id: newId('opt'), name: 'First', units: [added], wiredSpots: [] }],
        }));
      state.select({ kind: 'unit', id: added.id });
      if (added.place.storeyId) state.showStorey(added.place.storeyId);
    },
    [store],
  );
}
