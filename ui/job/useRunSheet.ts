'use client';
import { useMemo } from 'react';
import { priceOf, type OptionPrice } from '@/core/fit/price';
import { runSheet } from '@/core/fit/runSheet';
import type { ScheduledStep } from '@/core/fit/schedule';
import { partsOf, type PartLine } from '@/core/plan/cost/parts';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';

export interface OptionWork {
  steps: readonly ScheduledStep[];
  parts: readonly PartLine[];
  price: OptionPrice;
}

/** Run sheet, parts and price of the option being worked on. */
export function useRunSheet(): OptionWork {
  const { context, option } = useDerived();
  const today = useJob((s) => s.plan.today);
  return useMemo(() => {
    const steps = option ? runSheet(context, option) : [];
    const parts = option ? partsOf(context, option, today) : [];
    return { steps, parts, price: priceOf(parts, steps, context.brief.labourMinorPerHour) };
  }, [context, option, today]);
}
