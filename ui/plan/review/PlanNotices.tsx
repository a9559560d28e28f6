'use client';
import { memo, useCallback, useMemo } from 'react';
import { loadWords } from '@/core/plan/predict/eveningWords';
import type { MediumLoad } from '@/core/plan/links/busyHour';
import { TOUCH_WORDS } from '@/core/plan/predict/touch';
import { useAccepted, useDerived } from '@/ui/job/derived';
import { shownOption, useJobStore } from '@/ui/job/store';

/** Proofs that what was changed in the accepted option ends, said before anything is built. */
export const EndedProofs = memo(function EndedProofs() {
  const { derived, of } = useDerived();
  const accepted = useAccepted();
  if (!derived || !of || accepted?.optionId !== of.id) return null;
  const ended = derived.verdicts.filter((v) => v.past.length > 0 && v.rounds.length === 0);
  if (ended.length === 0) return null;
  const standing = derived.verdicts.filter((v) => v.after).length;
  return (
    <p className="panel shrink-0 border-l-4 border-l-lamp px-3 py-1.5" role="status">
      <strong className="font-semibold">This change ends proofs: </strong>
      {ended
        .map((v) => `${v.number} ${v.name} (${TOUCH_WORDS[v.past[v.past.length - 1]!.because ?? 'way']})`)
        .join(', ')}
      . {standing > 0 ? `${standing} other ${standing === 1 ? 'proof stands' : 'proofs stand'}.` : ''}
    </p>
  );
});

export const Notices = memo(function Notices() {
  const store = useJobStore();
  const { shown } = useDerived();
  const notices = useMemo(() => {
    if (!shown) return [];
    // Units that hear each other fill one channel together: its fullest place is said once.
    const channelOf = (m: MediumLoad) => m.id.slice(m.id.indexOf('|') + 1);
    const busy = shown.busyHour.media
      .filter((m, i, all) => m.full > 0 && all.findIndex((o) => channelOf(o) === channelOf(m)) === i)
      .map((m) => ({
        unitId: null,
        severity: 'check' as const,
        words: `At the busy hour, ${loadWords(m)}.`,
      }));
    return [...shown.notices, ...busy];
  }, [shown]);
  const open = useCallback(
    (unitId: string) => {
      const state = store.getState();
      const place = shownOption(state)?.units.find((u) => u.id === unitId)?.place;
      if (!place) return;
      state.select({ kind: 'unit', id: unitId });
      if (place.storeyId) state.showStorey(place.storeyId);
      state.set({ lookAt: { xM: place.xM, yM: place.yM } });
    },
    [store],
  );
  if (notices.length === 0) return null;
  return (
    <ul className="panel shrink-0 divide-y divide-rule" aria-label="What a practitioner would object to">
      {notices.map((n) => (
        <li key={n.words} className={`px-3 py-1.5 ${n.severity === 'blocks' ? 'text-mains' : ''}`}>
          <strong className="font-semibold">{n.severity === 'blocks' ? 'Cannot work: ' : 'Check: '}</strong>
          {n.words}
          {n.unitId !== null && (
            <button type="button" className="link ml-2" onClick={() => open(n.unitId!)}>
              show it
            </button>
          )}
        </li>
      ))}
    </ul>
  );
});
