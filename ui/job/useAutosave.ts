'use client';
import { useEffect } from 'react';
import type { DocumentKind } from '@/server/jobs';
import { problemText, send } from './requests';
import type { JobStore } from './store';

const KINDS: readonly DocumentKind[] = ['brief', 'site', 'plan'];
/** Pause after the last change before it is saved, and before a failed save is tried again, ms. */
const PAUSE_MS = 350;
const RETRY_MS = 3000;

/** Saves each document a moment after it changed; a save that fails is tried again, a stale one asks the person. */
export function useAutosave(store: JobStore): void {
  useEffect(() => {
    const first = store.getState();
    const saved: Record<DocumentKind, unknown> = { brief: first.brief, site: first.site, plan: first.plan };
    let timer: ReturnType<typeof setTimeout> | undefined;
    let running = false;

    const isDirty = () => KINDS.some((k) => store.getState()[k] !== saved[k]);
    const later = (ms: number) => {
      clearTimeout(timer);
      timer = setTimeout(() => void run(), ms);
    };

    async function run(): Promise<void> {
      if (running) return;
      running = true;
      let retry = false;
      for (const kind of KINDS) {
        const state = store.getState();
        const document = state[kind];
        if (document === saved[kind] || state.conflict) continue;
        const answer = await send<{ revision: number; savedAt: string }>(
          'PUT',
          `/api/jobs/${state.id}/documents/${kind}`,
          {
            baseRevision: state.revisions[kind],
            document,
          },
        );
        if (answer.ok) {
          saved[kind] = document;
          const { revisions } = store.getState();
          state.set({
            revisions: { ...revisions, [kind]: answer.value.revision },
            savedAt: answer.value.savedAt,
            saveProblem: null,
          });
        } else if (answer.status === 409 && answer.current) {
          state.set({
            conflict: { kind, revision: answer.current.revision, theirs: answer.current.document },
            saving: 'failed',
          });
        } else {
          state.set({ saving: 'failed', saveProblem: problemText(answer.problems) });
          retry = answer.status === 0 || answer.status >= 500;
        }
      }
      running = false;
      const state = store.getState();
      if (!isDirty()) state.set({ saving: 'saved', saveProblem: null });
      else if (retry) later(RETRY_MS);
      else if (!state.conflict && !state.saveProblem) later(PAUSE_MS);
    }

    const unsubscribe = store.subscribe((state, before) => {
      // Taking their version replaces the document with the very one that is stored.
      if (before.conflict && !state.conflict && state[before.conflict.kind] === before.conflict.theirs)
        saved[before.conflict.kind] = state[before.conflict.kind];
      const changed = KINDS.some((k) => state[k] !== before[k]);
      const settled = before.conflict !== null && state.conflict === null;
      if (!changed && !settled) return;
      if (isDirty()) {
        if (changed && !state.conflict)
          queueMicrotask(() => state.set({ saving: 'saving', saveProblem: null }));
        later(PAUSE_MS);
      } else queueMicrotask(() => state.set({ saving: 'saved', saveProblem: null }));
    });
    const warn = (event: BeforeUnloadEvent) => {
      if (isDirty()) event.preventDefault();
    };
    const flush = () => {
      if (isDirty()) void run();
    };
    window.addEventListener('beforeunload', warn);
    document.addEventListener('visibilitychange', flush);
    return () => {
      unsubscribe();
      clearTimeout(timer);
      flush();
      window.removeEventListener('beforeunload', warn);
      document.removeEventListener('visibilitychange', flush);
    };
  }, [store]);
}
