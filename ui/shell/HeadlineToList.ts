'use client';
import { useEffect, useMemo, useRef } from 'react';
import { lessonOf } from '@/core/job/lesson';
import { useDerived, useSettling } from '@/ui/job/derived';
import { send } from '@/ui/job/requests';
import { useJob } from '@/ui/job/store';

/** Rest after the last change before the server hears of it, ms. */
const REST_MS = 800;

/** Tells the server a part of what is kept beside a job, once it has come to rest and where it is another. */
function useTold(part: 'headline' | 'lesson', json: string | null): void {
  const id = useJob((s) => s.id);
  const told = useRef<string | null>(null);
  useEffect(() => {
    if (json === null || json === told.current) return;
    const timer = setTimeout(() => {
      told.current = json;
      void send('PATCH', `/api/jobs/${id}`, `{"${part}":${json}}`);
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [part, json, id]);
}

/** Keeps what the list of jobs shows of this one, and what it taught: worked out here, so that neither list nor firm reads a job. */
export function HeadlineToList(): null {
  const brief = useJob((s) => s.brief);
  const site = useJob((s) => s.site);
  const plan = useJob((s) => s.plan);
  const evidence = useJob((s) => s.evidence);
  const { derived } = useDerived();
  const settling = useSettling();
  const isStill = derived !== null && !settling;
  useTold('headline', isStill ? JSON.stringify(derived.headline) : null);
  const lesson = useMemo(
    () => (isStill ? JSON.stringify(lessonOf({ brief, site, plan, evidence }, derived)) : null),
    [isStill, brief, site, plan, evidence, derived],
  );
  useTold('lesson', lesson);
  return null;
}
