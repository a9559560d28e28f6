'use client';
import { useMemo } from 'react';
import { priceNow, type PriceNow } from '@/core/evidence/agreed';
import type { Evaluation } from '@/core/plan/evaluate/evaluate';
import { useJob } from '@/ui/job/store';

/** The price the job stands at, from what was agreed to and what is planned; null before there are numbers. */
export function usePriceNow(evaluation: Evaluation | null | undefined): PriceNow | null {
  const evidence = useJob((s) => s.evidence);
  const brief = useJob((s) => s.brief);
  return useMemo(() => priceNow(evidence, brief, evaluation ?? null), [evidence, brief, evaluation]);
}
