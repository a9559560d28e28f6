'use client';
import { useCallback, useRef } from 'react';
import { evidenceOf } from '@/core/evidence/fold';
import type { Option } from '@/core/plan/option/schema';
import { useDerived } from './derived';
import { useJobStore } from './store';
import { useRecord } from './useRecord';

/**
 * What the work is done on: the accepted option. Beginning the work on an option that nobody has accepted accepts it, with
 * its forecast as it stands, so that After is held against what was promised.
 */
export function useAccept() {
  const store = useJobStore();
  const record = useRecord();
  const { derived } = useDerived();
  const under = useRef<Promise<string | null> | null>(null);
  const accept = useCallback(
    (option: Option, signedBy = ''): Promise<string | null> => {
      under.current ??= record.accept(option, derived?.options[option.id] ?? null, signedBy).finally(() => {
        under.current = null;
      });
      return under.current;
    },
    [record, derived],
  );
  /** Accepts an option where none is accepted yet; answers what went wrong, or null. */
  const ensure = useCallback(
    async (option: Option): Promise<string | null> =>
      evidenceOf(store.getState().evidence).accepted ? null : accept(option),
    [store, accept],
  );
  return { accept, ensure };
}
