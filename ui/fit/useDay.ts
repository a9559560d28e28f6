'use client';
import { useEffect, useMemo, useState } from 'react';
import { ticksOf } from '@/core/evidence/fold';
import { beginOf, progressOf, type Progress } from '@/core/fit/progress';
import { settledBy, type Settled } from '@/core/fit/settled';
import type { ScheduledStep } from '@/core/fit/step';
import type { Option } from '@/core/plan/option/schema';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';

/** How often the day is looked at anew, ms: times are told to the minute. */
const LOOK_MS = 20_000;

/** The time now, anew from time to time; null until the page is there. */
function useNow(): number | null {
  const [now, setNow] = useState<number | null>(null);
  useEffect(() => {
    const look = () => setNow(Date.now());
    look();
    const timer = setInterval(look, LOOK_MS);
    return () => clearInterval(timer);
  }, []);
  return now;
}

/** The day as it goes, planned anew from what is ticked and what evidence says. */
export function useDay(
  steps: readonly ScheduledStep[],
  option: Option | null,
): Progress & { settled: ReadonlyMap<string, Settled>; nowMs: number | null } {
  const evidence = useJob((s) => s.evidence);
  const brief = useJob((s) => s.brief);
  const { derived } = useDerived();
  const nowMs = useNow();
  const verdicts = derived?.verdicts;
  const settled = useMemo(
    () => (option ? settledBy(steps, brief, option, evidence, verdicts ?? []) : new Map<string, Settled>()),
    [steps, brief, option, evidence, verdicts],
  );
  const { visitDate, hours } = brief;
  return useMemo(
    () => ({
      ...progressOf(steps, ticksOf(evidence, option?.id ?? ''), nowMs, beginOf(visitDate, hours), settled),
      settled,
      nowMs,
    }),
    [steps, evidence, option, nowMs, visitDate, hours, settled],
  );
}
