'use client';
import { useCallback, useRef, useState } from 'react';
import { lockedUnits } from '@/core/plan/option/locks';
import type { Option } from '@/core/plan/option/schema';
import type { Policy } from '@/core/suggest/choices/policies';
import type { SearchProgress } from '@/core/suggest/search/judged';
import type { Suggestion } from '@/core/suggest/search/suggest';
import { usePlanLine } from '@/ui/job/derived';
import { shownOption, useJobStore } from '@/ui/job/store';

/** Units a search adds beside what is there, unless somebody says otherwise. */
export const USUAL_MOST_UNITS = 4;

/** What a search by one way of working came to; null where nothing can stand on the line. */
export interface Found {
  policy: Policy;
  plan: Suggestion | null;
}

export type SoFar = NonNullable<SearchProgress['best']>;

/** What is asked of searches one after another. */
export interface SearchWish {
  policies: readonly Policy[];
  most?: number;
  /** Least chance that the whole plan works; absent takes the surest among those that cost about the least. */
  chance?: number;
  /** The plan a search begins with; the option being looked at where nothing is said. */
  from?: Option;
}

/** The search for the plan worth most: one after another by each way of working, with its progress, until it is through or stopped. */
export function useSearch() {
  const store = useJobStore();
  const line = usePlanLine();
  const [found, setFound] = useState<readonly Found[]>([]);
  const [at, setAt] = useState<{ label: string; progress: SearchProgress | null } | null>(null);
  const [stopped, setStopped] = useState<{ policy: Policy; best: SoFar } | null>(null);
  const stopping = useRef(false);
  const run = useCallback(
    async ({ policies, most = USUAL_MOST_UNITS, chance, from }: SearchWish): Promise<void> => {
      if (!line) return;
      setFound([]);
      setStopped(null);
      const shown = shownOption(store.getState());
      const begin = from ?? shown;
      const locked = begin ? lockedUnits(begin) : [];
      for (const policy of policies) {
        setAt({ label: policy.label, progress: null });
        let soFar: SoFar | null = null;
        const ask = {
          policy,
          most,
          locked,
          ...(begin ? { from: begin } : {}),
          ...(chance === undefined ? {} : { chance }),
        };
        // Where it fails the line says so.
        const plan = await line
          .suggest(ask, (progress) => {
            soFar = progress.best;
            setAt((now) => now && { ...now, progress });
          })
          .catch(() => null);
        if (plan === null && stopping.current) {
          setStopped(soFar && { policy, best: soFar });
          break;
        }
        setFound((all) => [...all, { policy, plan }]);
      }
      stopping.current = false;
      setAt(null);
    },
    [line, store],
  );
  const stop = useCallback(() => {
    stopping.current = true;
    line?.stopSuggest();
  }, [line]);
  return { isReady: line !== null, found, at, stopped, run, stop };
}
