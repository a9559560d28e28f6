'use client';
import { useMemo } from 'react';
import type { Paper, PaperLanguage } from '@/papers/blocks';
import { paperOf, type PaperName } from '@/papers/papers';
import { useDerived, useOption } from './derived';
import { useJob } from './store';

/** A paper of the job as it stands, in a language; null until its numbers are there. */
export function usePaper(name: PaperName, language: PaperLanguage): Paper | null {
  const title = useJob((s) => s.name);
  const brief = useJob((s) => s.brief);
  const site = useJob((s) => s.site);
  const plan = useJob((s) => s.plan);
  const evidence = useJob((s) => s.evidence);
  const { derived } = useDerived();
  const lookedAtId = useOption()?.id ?? null;
  return useMemo(() => {
    if (!derived) return null;
    return paperOf(name, { name: title, brief, site, plan, evidence, derived }, language, lookedAtId);
  }, [name, language, title, brief, site, plan, evidence, derived, lookedAtId]);
}
