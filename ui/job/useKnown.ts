'use client';
import { useMemo } from 'react';
import { briefKey, countRead } from '@/core/job/plannerKeys';
import { useJob } from './store';

/**
 * What the worker's answers lean on beside the question itself: the readings and the brief. Who asks something while either
 * changes, as when a phone in the house sends a run, asks it again under the new key.
 */
export function useKnown(): string {
  const evidence = useJob((s) => s.evidence);
  const brief = useJob((s) => s.brief);
  const read = useMemo(() => countRead(evidence), [evidence]);
  const told = useMemo(() => briefKey(brief), [brief]);
  return `${read} ${told}`;
}
