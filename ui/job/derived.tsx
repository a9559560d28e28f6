'use client';
import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import { asBuilt, asItWas, type Built } from '@/core/evidence/built';
import { evidenceOf } from '@/core/evidence/fold';
import type { RowOf } from '@/core/evidence/rows';
import type { Derived } from '@/core/job/planner';
import type { Evaluation } from '@/core/plan/evaluate/evaluate';
import type { Prediction } from '@/core/plan/evaluate/predict';
import type { Option } from '@/core/plan/option/schema';
import { openPlanLine, type PlanLine, type Worked } from './planWorker';
import { shownOption, useJob, useJobStore } from './store';

/** What is computed of the job, once for all views; it comes from the plan worker a moment after what it is about. */
export interface JobNumbers {
  /** Null until the worker has answered for the first time. */
  derived: Derived | null;
  /** Whether what is shown is older than the hand. */
  settling: boolean;
  /** The option being looked at, and what it gives. */
  option: Option | null;
  shown: Evaluation | null;
  predictions: ReadonlyMap<string, Prediction>;
  predictionsToday: ReadonlyMap<string, Prediction>;
  /** The option agreed to last, and the network as built; null before any. */
  accepted: RowOf<'acceptance'> | null;
  built: Built | null;
  before: Built;
  line: PlanLine | null;
  workMs: number | null;
}

const NumbersContext = createContext<JobNumbers | null>(null);
const NONE: ReadonlyMap<string, Prediction> = new Map();
const byId = (list: readonly Prediction[] | undefined) =>
  list ? new Map(list.map((p) => [p.spotId, p])) : NONE;

export function DerivedProvider({ children }: { children: ReactNode }) {
  const store = useJobStore();
  const [line, setLine] = useState<PlanLine | null>(null);
  const [worked, setWorked] = useState<Worked | null>(null);
  useEffect(() => {
    const opened = openPlanLine(store);
    const stop = opened.onWorked(setWorked);
    // Opened once the page is there: a worker is of this browser, not of the page.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setLine(opened);
    return () => {
      stop();
      opened.close();
    };
  }, [store]);
  const site = useJob((s) => s.site);
  const brief = useJob((s) => s.brief);
  const plan = useJob((s) => s.plan);
  const evidence = useJob((s) => s.evidence);
  const option = useJob(shownOption);
  const derived = worked?.derived ?? null;
  const shown = (option && derived?.options[option.id]) ?? null;
  const settling =
    worked === null ||
    worked.of.site !== site ||
    worked.of.plan !== plan ||
    worked.of.brief !== brief ||
    worked.of.evidence !== evidence;
  const built = useMemo(() => asBuilt(site, plan, evidence), [site, plan, evidence]);
  const before = useMemo(() => asItWas(plan, evidence), [plan, evidence]);
  const predictions = useMemo(() => byId(shown?.predictions), [shown]);
  const predictionsToday = useMemo(() => byId(derived?.today.predictions), [derived]);
  const value = useMemo(
    (): JobNumbers => ({
      derived,
      settling,
      option,
      shown,
      predictions,
      predictionsToday,
      accepted: evidenceOf(evidence).accepted,
      built,
      before,
      line,
      workMs: worked?.workMs ?? null,
    }),
    [derived, settling, option, shown, predictions, predictionsToday, evidence, built, before, line, worked],
  );
  return <NumbersContext.Provider value={value}>{children}</NumbersContext.Provider>;
}

export function useDerived(): JobNumbers {
  const value = useContext(NumbersContext);
  if (!value) throw new Error('no job is open here');
  return value;
}
