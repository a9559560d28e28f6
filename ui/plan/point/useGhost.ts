'use client';
import { createContext, useContext, useEffect, useMemo } from 'react';
import type { Look, LookQuestion } from '@/core/job/planner';
import type { SheetView } from '@/core/plan/shade/shadeEngine';
import { unitChanges } from '@/core/plan/compare/unitChanges';
import type { Prediction } from '@/core/plan/predict/prediction';
import { usePlanLine } from '@/ui/job/derived';
import { shownOption, useJob, useJobStore, type Pointed } from '@/ui/job/store';
import { useKnown } from '@/ui/job/useKnown';
import { useLatest } from '@/ui/job/useLatest';
import type { SheetGhost } from '@/ui/sheet/ghost';

/** A network that is pointed at, with what it would give. */
export interface Ghost {
  pointed: Pointed;
  evaluation: Look['evaluation'];
  predictions: ReadonlyMap<string, Prediction>;
  sheet: SheetGhost;
}

interface Asked {
  pointed: Pointed;
  question: LookQuestion;
}

/** What is pointed at, worked out; null while nothing is, or while the worker has not answered. */
export function useGhost(sheet: SheetView | null): Ghost | null {
  const store = useJobStore();
  const line = usePlanLine();
  const plan = useJob((s) => s.plan);
  // What a search has so far is shown where one waits for it, and never over what the hand points at.
  const pointed = useJob((s) => s.pointed ?? (s.bench === 'suggest' ? s.offered : null));
  const now = useJob(shownOption);
  useEffect(() => {
    // What was pointed at is of a plan that is no more.
    if (store.getState().pointed) store.getState().set({ pointed: null });
  }, [plan, store]);
  const asking = useMemo(
    () => line && { first: async ({ question }: Asked) => ({ look: await line.look(question) }) },
    [line],
  );
  const asked = useMemo<Asked | null>(
    () => pointed && { pointed, question: { option: pointed.option, now, sheet } },
    [pointed, now, sheet],
  );
  const got = useLatest(asking, asked, useKnown());
  return useMemo(() => {
    // What a row showed stays until its newer answer is there; another row's never shows.
    if (!got || !asked || got.of.pointed.key !== asked.pointed.key) return null;
    const { evaluation, shade } = got.answer.look;
    const { option, now: was } = got.of.question;
    return {
      pointed: got.of.pointed,
      evaluation,
      predictions: new Map(evaluation.predictions.map((p) => [p.spotId, p])),
      sheet: { option, cables: evaluation.cables, shade, ...unitChanges(was, option) },
    };
  }, [got, asked]);
}

export const GhostContext = createContext<Ghost | null>(null);

/** What is pointed at, for whoever tells of it; null where nothing is. */
export const useShownGhost = (): Ghost | null => useContext(GhostContext);
