'use client';
import { least } from 'd3-array';
import { useCallback, useEffect, useRef } from 'react';
import type { KitItem } from '@/core/kit/model/schema';
import { newUnit } from '@/core/plan/option/placing';
import { middleOf } from '@/core/site/geometry/rooms';
import { sheetStoreys } from '@/core/site/model/levels';
import type { Place, Spot } from '@/core/site/model/schema';
import { shownOption, useJobStore } from '@/ui/job/store';
import { newId } from '@/ui/job/newId';
import { VERDICT_RANK } from '@/core/site/model/verdict';
import type { Prediction } from '@/core/plan/predict/prediction';

/** The spot that is served worst, by the numbers there are; undefined before there are any. */
function worstOf(spots: readonly Spot[], predictions: ReadonlyMap<string, Prediction>): Spot | undefined {
  return least(
    spots.filter((s) => predictions.has(s.id)),
    (s) => VERDICT_RANK[predictions.get(s.id)!.verdict],
  );
}

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
      const open = new Set(sheetStoreys(site, storeyId).map((r) => r.storey.id));
      // Where it is wanted: at the chosen spot, else at the first spot of the open sheet that is not served.
      const wanted =
        site.spots.find((s) => selected?.kind === 'spot' && s.id === selected.id) ??
        worstOf(
          now.current.unserved.filter((s) => s.place.storeyId !== null && open.has(s.place.storeyId)),
          now.current.predictions,
        );
      const storey = site.buildings.flatMap((b) => b.storeys).find((s) => s.id === storeyId);
      const place: Place =
        at ??
        (wanted
          ? { ...wanted.place, heightM: 1.2 }
          : storey
            ? { storeyId: storey.id, ...middleOf(storey.outline), heightM: 1.2 }
            : site.lineEntry);
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
