'use client';
import { useSelectedLayoutSegment } from 'next/navigation';
import { createContext, useContext, useDeferredValue, useMemo, useState, type ReactNode } from 'react';
import { planContext, type PlanContext } from '@/core/plan/evaluate/context';
import { predictOption, type Prediction } from '@/core/plan/evaluate/predict';
import { chosenOption, type Option } from '@/core/plan/option/schema';
import type { Calibration } from '@/core/radio/learn/calibration';
import { learntContext } from '@/core/readings/learn';
import { knownLine } from '@/core/readings/line';
import { verdictsOf, type SpotVerdict } from '@/core/readings/verdict';
import { useJob } from './store';

export interface Derived {
  context: PlanContext;
  /** The option being worked on; null where none is begun. */
  option: Option | null;
  predictions: ReadonlyMap<string, Prediction>;
  predictionsToday: ReadonlyMap<string, Prediction>;
  verdicts: readonly SpotVerdict[];
  /** What the readings have taught the model; null before there are any. */
  calibration: Calibration | null;
}

const DerivedContext = createContext<Derived | null>(null);

const byId = (list: readonly Prediction[]) => new Map(list.map((p) => [p.spotId, p]));

/**
 * The documents everything is computed from. While a house is being surveyed nothing on the screen shows a prediction, so
 * they stand still there and drawing costs nothing but drawing; the next stop computes them anew.
 */
function useFollowed() {
  const surveying = useSelectedLayoutSegment() === 'survey';
  const site = useJob((s) => s.site);
  const brief = useJob((s) => s.brief);
  const plan = useJob((s) => s.plan);
  const evidence = useJob((s) => s.evidence);
  const live = useMemo(() => [site, brief, plan, evidence] as const, [site, brief, plan, evidence]);
  const [kept, setKept] = useState(live);
  if (!surveying && kept !== live) setKept(live);
  return surveying ? kept : live;
}

/** Everything computed from the job, once for all views. */
export function DerivedProvider({ children }: { children: ReactNode }) {
  const [site, brief, plan, evidence] = useFollowed();
  const { ownKit, today } = plan;
  const option = chosenOption(plan);
  // What the readings teach is worked out once the hand has come to rest; everything else follows at once.
  const job = useMemo(() => ({ site, brief, plan: { ownKit }, evidence }), [site, brief, ownKit, evidence]);
  const settled = useDeferredValue(job);
  const calibration = useMemo(() => learntContext(settled).calibration, [settled]);
  const posterior = calibration?.posterior ?? null;
  const context = useMemo(
    () => planContext(job, knownLine(job.brief, job.evidence), posterior),
    [job, posterior],
  );
  const predictions = useMemo(() => byId(option ? predictOption(context, option) : []), [context, option]);
  const predictionsToday = useMemo(() => byId(predictOption(context, today)), [context, today]);
  const verdicts = useMemo(() => verdictsOf(site, evidence), [site, evidence]);
  const value = useMemo(
    () => ({ context, option, predictions, predictionsToday, verdicts, calibration }),
    [context, option, predictions, predictionsToday, verdicts, calibration],
  );
  return <DerivedContext.Provider value={value}>{children}</DerivedContext.Provider>;
}

export function useDerived(): Derived {
  const value = useContext(DerivedContext);
  if (!value) throw new Error('no job is open here');
  return value;
}
