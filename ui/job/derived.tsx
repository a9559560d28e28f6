'use client';
import { createContext, useContext, useMemo, type ReactNode } from 'react';
import { planContext, type PlanContext } from '@/core/plan/context';
import { predictOption, type Prediction } from '@/core/plan/predict';
import { chosenOption, type Option } from '@/core/plan/schema';
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
}

const DerivedContext = createContext<Derived | null>(null);

const byId = (list: readonly Prediction[]) => new Map(list.map((p) => [p.spotId, p]));

/** Everything computed from the job, once for all views. */
export function DerivedProvider({ children }: { children: ReactNode }) {
  const site = useJob((s) => s.site);
  const brief = useJob((s) => s.brief);
  const plan = useJob((s) => s.plan);
  const evidence = useJob((s) => s.evidence);
  const { ownKit, today } = plan;
  const option = chosenOption(plan);
  const context = useMemo(
    () => planContext({ site, brief, plan: { ownKit } }, knownLine(brief, evidence)),
    [site, brief, ownKit, evidence],
  );
  const predictions = useMemo(() => byId(option ? predictOption(context, option) : []), [context, option]);
  const predictionsToday = useMemo(() => byId(predictOption(context, today)), [context, today]);
  const verdicts = useMemo(() => verdictsOf(site, evidence), [site, evidence]);
  const value = useMemo(
    () => ({ context, option, predictions, predictionsToday, verdicts }),
    [context, option, predictions, predictionsToday, verdicts],
  );
  return <DerivedContext.Provider value={value}>{children}</DerivedContext.Provider>;
}

export function useDerived(): Derived {
  const value = useContext(DerivedContext);
  if (!value) throw new Error('no job is open here');
  return value;
}
