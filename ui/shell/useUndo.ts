'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import { STOPS } from '@/core/job/stops';
import { actWords, correctionFor, type Act } from '@/ui/job/history';
import { useJob, useJobStore } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';

const labelOf = (stop: string | null) => STOPS.find((s) => s.id === stop)?.label ?? null;

/** How long what was taken back stays on the page, ms: long enough to be read, then it is out of the way. */
const SAID_FOR_MS = 10_000;

/** What the next undo or redo would change, in words with its stop. */
function wordsOf(act: Act | undefined, here: string | null): string | null {
  if (!act) return null;
  const stop = act.stop !== here ? labelOf(act.stop) : null;
  return `${stop ? `${stop}: ` : ''}${actWords(act)}`;
}

/**
 * Undo and redo with their words. What was done at another stop is not undone unseen: the first press leads there and says
 * what the next one takes back.
 */
export function useUndo() {
  const store = useJobStore();
  const router = useRouter();
  const record = useRecord();
  const [said, setSaid] = useState('');
  useEffect(() => {
    if (said === '') return;
    const timer = setTimeout(() => setSaid(''), SAID_FOR_MS);
    return () => clearTimeout(timer);
  }, [said]);
  const here = useJob((s) => s.here);
  const back = useJob((s) => s.history.past[s.history.past.length - 1]);
  const ahead = useJob((s) => s.history.future[s.history.future.length - 1]);
  const go = useCallback(
    async (way: 'undo' | 'redo') => {
      const state = store.getState();
      const list = way === 'undo' ? state.history.past : state.history.future;
      const act = list[list.length - 1];
      if (!act) return setSaid(way === 'undo' ? 'Nothing to take back.' : 'Nothing to do again.');
      const words = actWords(act);
      if (act.stop !== null && act.stop !== state.here) {
        router.push(`/jobs/${state.id}/${act.stop}`);
        return setSaid(
          `Done here in ${labelOf(act.stop)}: ${words}. Press once more to ${way === 'undo' ? 'take it back' : 'do it again'}.`,
        );
      }
      if (way === 'undo') state.undo();
      else state.redo();
      if (act.kind === 'readings') {
        const problem = await record.correct(
          act.ids,
          correctionFor(act.did, way),
          way === 'undo' ? 'taken back at once' : 'taken back by mistake',
        );
        if (problem) {
          // It is not done: the act stands where it stood.
          if (way === 'undo') store.getState().redo();
          else store.getState().undo();
          return setSaid(problem);
        }
      }
      setSaid(`${way === 'undo' ? 'Taken back' : 'Done again'}: ${words}.`);
    },
    [store, router, record],
  );
  return { go, said, back: wordsOf(back, here), ahead: wordsOf(ahead, here) };
}
