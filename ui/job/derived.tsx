'use client';
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from 'react';
import { asBuilt, asItWas, type Built } from '@/core/evidence/built';
import { evidenceOf } from '@/core/evidence/fold';
import type { RowOf } from '@/core/evidence/rows';
import type { Derived } from '@/core/job/planner';
import type { Evaluation } from '@/core/plan/evaluate/evaluate';
import type { Option } from '@/core/plan/option/schema';
import { openPlanLine, type PlanLine, type Worked } from './planWorker';
import { shownOption, useJob, useJobStore, type JobState, type JobStore } from './store';
import type { Prediction } from '@/core/plan/predict/prediction';

/**
 * What is computed of the job, once for all views; it comes from the plan worker a moment after what it is about. It
 * changes only when the worker has answered, not with every move of the hand.
 */
export interface JobNumbers {
  /** Null until the worker has answered for the first time. */
  derived: Derived | null;
  /** The option being looked at as it was when the numbers were worked out, and what it gives. */
  of: Option | null;
  shown: Evaluation | null;
  predictions: ReadonlyMap<string, Prediction>;
  predictionsToday: ReadonlyMap<string, Prediction>;
  worked: Worked | null;
  /** Why there are no newer numbers, in words; null while all is well. */
  fault: string | null;
}

const NumbersContext = createContext<JobNumbers | null>(null);
/** The worker by itself: who only asks it is not drawn anew with every answer. */
const LineContext = createContext<PlanLine | null>(null);
/** Waits for numbers of the job as it stands; words where there can be none. */
type WhenWorked = () => Promise<Worked | string>;
const WhenContext = createContext<WhenWorked | null>(null);
const NONE: ReadonlyMap<string, Prediction> = new Map();
const byId = (list: readonly Prediction[] | undefined) =>
  list ? new Map(list.map((p) => [p.spotId, p])) : NONE;

export function DerivedProvider({ children }: { children: ReactNode }) {
  const store = useJobStore();
  const [answered, setAnswered] = useState<{ line: PlanLine; worked: Worked } | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  useEffect(() => {
    // A worker is of this browser, not of the page: it is opened once the page is there.
    const line = openPlanLine(store);
    const stop = line.onWorked((worked) => setAnswered({ line, worked }));
    const stopFaults = line.onFault(setFault);
    return () => {
      stop();
      stopFaults();
      line.close();
    };
  }, [store]);
  const whenWorked = useWaiting(store, answered?.worked ?? null, fault);
  const shownId = useJob((s) => shownOption(s)?.id ?? null);
  const value = useMemo((): JobNumbers => {
    const worked = answered?.worked ?? null;
    const derived = worked?.derived ?? null;
    const shown = (shownId !== null && derived?.options[shownId]) || null;
    return {
      derived,
      of: worked?.of.plan.options.find((o) => o.id === shownId) ?? null,
      shown,
      predictions: byId(shown?.predictions),
      predictionsToday: byId(derived?.today.predictions),
      worked,
      fault,
    };
  }, [answered, shownId, fault]);
  return (
    <LineContext.Provider value={answered?.line ?? null}>
      <WhenContext.Provider value={whenWorked}>
        <NumbersContext.Provider value={value}>{children}</NumbersContext.Provider>
      </WhenContext.Provider>
    </LineContext.Provider>
  );
}

/** Whether numbers are of the documents as they stand. */
const isOfNow = ({ of }: Worked, s: JobState): boolean =>
  of.site === s.site && of.plan === s.plan && of.brief === s.brief;

/** Waits, above all stops: who leaves one while it waits is waited for all the same. */
function useWaiting(store: JobStore, worked: Worked | null, fault: string | null): WhenWorked {
  const now = useRef({ worked, fault });
  const waiting = useRef<(() => void)[]>([]);
  useEffect(() => {
    now.current = { worked, fault };
    for (const go of waiting.current.splice(0)) go();
  }, [worked, fault]);
  return useCallback(async () => {
    for (;;) {
      const { worked: last, fault: words } = now.current;
      if (last && isOfNow(last, store.getState())) return last;
      if (words !== null) return words;
      await new Promise<void>((go) => waiting.current.push(go));
    }
  }, [store]);
}

/** Waits for the numbers of the job as it stands: what is kept as agreed is never that of a moment before. */
export function useWhenWorked(): WhenWorked {
  const when = useContext(WhenContext);
  if (!when) throw new Error('no job is open here');
  return when;
}

export function useDerived(): JobNumbers {
  const value = useContext(NumbersContext);
  if (!value) throw new Error('no job is open here');
  return value;
}

/** The worker, to ask for more; null until it has answered. */
export const usePlanLine = (): PlanLine | null => useContext(LineContext);

/** Whether what is shown is older than the hand. */
export function useSettling(): boolean {
  const { worked } = useDerived();
  return useJob((s: JobState) => worked === null || !isOfNow(worked, s) || worked.of.evidence !== s.evidence);
}

/** The option being looked at, as it stands in the drag preview. */
export const useOption = (): Option | null => useJob(shownOption);

/** The option agreed to last; null before any. */
export const useAccepted = (): RowOf<'acceptance'> | null => useJob((s) => evidenceOf(s.evidence).accepted);

/** The network as built; null before anything was agreed to. */
export function useBuilt(): Built | null {
  const site = useJob((s) => s.site);
  const plan = useJob((s) => s.plan);
  const evidence = useJob((s) => s.evidence);
  return useMemo(() => asBuilt(site, plan, evidence), [site, plan, evidence]);
}

/** The network as it was before anything was done. */
export function useAsItWas(): Built {
  const plan = useJob((s) => s.plan);
  const evidence = useJob((s) => s.evidence);
  return useMemo(() => asItWas(plan, evidence), [plan, evidence]);
}
