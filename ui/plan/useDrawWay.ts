'use client';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { needsRun } from '@/core/plan/option/feeds';
import type { Unit } from '@/core/plan/option/schema';
import { inside, sheetStoreys } from '@/core/site/model/levels';
import type { Place } from '@/core/site/model/schema';
import { shownOption, useJobStore } from '@/ui/job/store';

/** Most points a way is drawn through. */
const MOST_POINTS = 20;
/** Height of a cable along a wall, m. */
const SKIRTING_M = 0.2;

export interface DrawWay {
  /** The unit whose cable is drawn; null where none is. */
  unitId: string | null;
  points: number;
  begin: (unitId: string) => void;
  /** A press on the sheet: the cable goes past there. */
  point: (xM: number, yM: number) => void;
  /** Ends, or takes back what was drawn. */
  done: () => void;
  leave: () => void;
}

/** Draws the way of a new cable point by point; each point counts at once, so that its price follows. */
export function useDrawWay(): DrawWay {
  const store = useJobStore();
  const [drawing, setDrawing] = useState<{ unitId: string; before: Unit['feed']; points: Place[] } | null>(
    null,
  );
  const feedOf = useCallback(
    (unitId: string, change: (feed: Unit['feed']) => Unit['feed']) =>
      store.getState().setOption((o) => ({
        ...o,
        units: o.units.map((u) => (u.id === unitId ? { ...u, feed: change(u.feed) } : u)),
      })),
    [store],
  );
  const begin = useCallback(
    (unitId: string) => {
      const unit = shownOption(store.getState())?.units.find((u) => u.id === unitId);
      if (!unit || !needsRun(unit.feed)) return;
      store.getState().beginStep(`way ${unitId} ${Date.now()}`);
      setDrawing({ unitId, before: unit.feed, points: [] });
    },
    [store],
  );
  const point = useCallback(
    (xM: number, yM: number) => {
      if (!drawing || drawing.points.length >= MOST_POINTS) return;
      const { site, storeyId } = store.getState();
      const storey = sheetStoreys(site, storeyId).find((r) => inside(r.storey.outline, xM, yM));
      const at: Place = {
        storeyId: storey?.storey.id ?? null,
        xM: Math.round(xM * 100) / 100,
        yM: Math.round(yM * 100) / 100,
        heightM: SKIRTING_M,
      };
      const points = [...drawing.points, at];
      setDrawing({ ...drawing, points });
      feedOf(drawing.unitId, (feed) => (needsRun(feed) ? { ...feed, via: points } : feed));
    },
    [store, drawing, feedOf],
  );
  const end = useCallback(() => {
    store.getState().endStep();
    setDrawing(null);
  }, [store]);
  const leave = useCallback(() => {
    if (drawing) feedOf(drawing.unitId, () => drawing.before);
    end();
  }, [drawing, feedOf, end]);
  useEffect(() => {
    if (!drawing) return;
    const onKey = (e: KeyboardEvent) => {
      if (e.key !== 'Enter' && e.key !== 'Escape') return;
      e.preventDefault();
      e.stopPropagation();
      if (e.key === 'Enter') end();
      else leave();
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, [drawing, end, leave]);
  return useMemo(
    () => ({
      unitId: drawing?.unitId ?? null,
      points: drawing?.points.length ?? 0,
      begin,
      point,
      done: end,
      leave,
    }),
    [drawing, begin, point, end, leave],
  );
}
