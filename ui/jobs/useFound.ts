'use client';
import { useEffect, useState } from 'react';
import { get } from '@/ui/job/requests';

/** Rest after the last letter before the server is asked, ms. */
const REST_MS = 250;
const NONE: ReadonlySet<string> = new Set();

/** Ids of the jobs in which a text stands beside their names: customer, address, kit, serials, remarks. */
export function useFound(text: string): ReadonlySet<string> {
  const [found, setFound] = useState<{ of: string; ids: ReadonlySet<string> }>({ of: '', ids: NONE });
  useEffect(() => {
    if (text === '') return;
    let isOver = false;
    const timer = setTimeout(() => {
      void get<{ ids: string[] }>(`/api/jobs?search=${encodeURIComponent(text)}`).then((answer) => {
        if (!isOver && answer.ok) setFound({ of: text, ids: new Set(answer.value.ids) });
      });
    }, REST_MS);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [text]);
  return found.of === text ? found.ids : NONE;
}
