'use client';
import { useCallback, useRef } from 'react';
import { evidenceOf } from '@/core/evidence/fold';
import type { Option } from '@/core/plan/option/schema';
import { useWhenWorked } from './derived';
import { useJobStore } from './store';
import { useRecord } from './useRecord';

/**
 * What the work is done on: the accepted option. Beginning the work on an option that nobody has accepted accepts it, with
 * its forecast and price as they stand, so that After is held against what was promised: pressed before they are there, it waits for
 * them.
 */
export function useAccept() {
  const store = useJobStore();
  const record = useRecord();
  const whenWorked = useWhenWorked();
  const under = useRef<Promise<string | null> | null>(null);
  const accept = useCallback(
    (option: Option, signedBy = ''): Promise<string | null> => {
      under.current ??= whenWorked()
        .then((worked) =>
          typeof worked === 'string'
            ? `Nothing was accepted: ${worked}`
            : record.accept(option, worked.derived.options[option.id] ?? null, signedBy),
        )
        .finally(() => {
          under.current = null;
        });
      return under.current;
    },
    [record, whenWorked],
  );
  /** Accepts an option where none is accepted yet; answers what went wrong, or null. */
  const ensure = useCallback(
    async (option: Option): Promise<string | null> =>
      evidenceOf(store.getState().evidence).accepted ? null : accept(option),
    [store, accept],
  );
  return { accept, ensure };
}
