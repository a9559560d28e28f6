'use client';
import { useEffect, useRef } from 'react';
import { useDerived, useSettling } from '@/ui/job/derived';
import { send } from '@/ui/job/requests';
import { useJob } from '@/ui/job/store';

/** Rest after the last change of the headline before the list of jobs hears of it, ms. */
const REST_MS = 800;

/** Keeps what the list of jobs shows of this one: it is worked out here, so that the list reads no job. */
export function HeadlineToList(): null {
  const id = useJob((s) => s.id);
  const { derived } = useDerived();
  const settling = useSettling();
  const headline = derived && !settling ? JSON.stringify(derived.headline) : null;
  const told = useRef<string | null>(null);
  useEffect(() => {
    if (headline === null || headline === told.current) return;
    const timer = setTimeout(() => {
      told.current = headline;
      void send('PATCH', `/api/jobs/${id}`, `{"headline":${headline}}`);
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [headline, id]);
  return null;
}
