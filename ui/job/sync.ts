import equal from 'fast-deep-equal';
import type { EvidenceRow } from '@/core/evidence/rows';
import { merge } from '@/core/job/merge';
import { settled, type Documents } from '@/core/job/settle';
import type { Head } from '@/server/jobs/changes';
import type { Saved, Stale } from '@/server/jobs/documents';
import type { DocumentKind } from '@/server/jobs/loaded';
import { KINDS } from './history';
import { problemText, type Answer } from './requests';
import { type JobStore } from './store';
import { docsOf } from './documents';

/** What the sync asks of the server; a test answers itself. */
export interface SyncServer {
  save(
    act: Partial<Record<DocumentKind, { baseRevision: number; document: unknown }>>,
  ): Promise<Answer<Saved> & { current?: Stale }>;
  read(kind: DocumentKind): Promise<Answer<{ revision: number; document: unknown }>>;
  evidence(after: number): Promise<Answer<{ rows: EvidenceRow[] }>>;
}

/** Pause after the last change before it is saved, and before a failed save is tried again, ms. */
export const PAUSE_MS = 350;
export const RETRY_MS = 3000;

/** Answers that say the documents themselves will not do; a door that is shut is no reason to leave what was changed. */
const REFUSED: ReadonlySet<number> = new Set([400, 413]);

export type Sync = ReturnType<typeof createSync>;

/**
 * Keeps a job and the server alike: saves what was changed a moment after the hand has come to rest, all documents of an
 * act together; takes over what others saved. What both changed is merged thing by thing; only where both changed the same
 * thing it stays in question, and holds up no other document.
 */
export function createSync(store: JobStore, server: SyncServer, revisions: Record<DocumentKind, number>) {
  /** Each document as the server has it, as far as this window knows. */
  const synced = new Map<DocumentKind, { revision: number; document: unknown }>();
  for (const kind of KINDS) synced.set(kind, { revision: revisions[kind], document: store.getState()[kind] });
  /** What was sent and never answered: the server may have it. */
  let inDoubt: Partial<Documents>[] = [];
  let timer: ReturnType<typeof setTimeout> | undefined;
  let running: Promise<void> | null = null;
  let latest: Head | null = null;
  let stopped = false;

  // What may have reached the server is saved over even where it was taken back meanwhile.
  const dirty = (kind: DocumentKind): boolean =>
    store.getState()[kind] !== synced.get(kind)!.document || inDoubt.some((sent) => kind in sent);
  const isDirty = () => KINDS.some(dirty);
  const newest = () => {
    const { evidence } = store.getState();
    return evidence[evidence.length - 1]?.received?.number ?? 0;
  };

  /** Takes over a newer version of some documents: unchanged ones as they are, changed ones merged. */
  function takeOver(current: Stale): void {
    const state = store.getState();
    const next: Documents = docsOf(state);
    const conflicts = { ...state.conflicts };
    for (const kind of KINDS) {
      const theirs = current[kind];
      if (!theirs || theirs.revision <= synced.get(kind)!.revision) continue;
      // What was sent from here and came back is no change of somebody else's: what was done here since stands over it.
      const isOwn = inDoubt.some((sent) => equal(sent[kind], theirs.document));
      const base = isOwn ? theirs.document : synced.get(kind)!.document;
      const { value, clashes } = merge<unknown>(base, state[kind], theirs.document);
      if (clashes.length > 0) {
        conflicts[kind] = { revision: theirs.revision, theirs: theirs.document, clashes };
        continue;
      }
      delete conflicts[kind];
      // What came to the same is the server's own, so that nothing is left to save.
      (next as unknown as Record<string, unknown>)[kind] = equal(value, theirs.document)
        ? theirs.document
        : value;
      synced.set(kind, theirs);
    }
    state.set({ conflicts });
    const mended = settled(next);
    for (const kind of KINDS) if (mended[kind] !== state[kind]) state.receive(kind, mended[kind]);
  }

  function later(ms: number): void {
    clearTimeout(timer);
    if (!stopped) timer = setTimeout(() => void run(), ms);
  }

  async function saveOnce(): Promise<'saved' | 'again' | 'retry' | 'stuck'> {
    const state = store.getState();
    const kinds = KINDS.filter((k) => dirty(k) && !state.conflicts[k]);
    if (kinds.length === 0) return 'saved';
    const documents = docsOf(state);
    const act = Object.fromEntries(
      kinds.map((k) => [k, { baseRevision: synced.get(k)!.revision, document: documents[k] }]),
    );
    const answer = await server.save(act);
    if (answer.ok) {
      inDoubt = [];
      for (const k of kinds) synced.set(k, { revision: answer.value.revisions[k]!, document: documents[k] });
      state.set({ savedAt: answer.value.savedAt, saveProblem: null, isRefused: false });
      return 'again';
    }
    if (answer.status === 409 && answer.current) {
      takeOver(answer.current);
      inDoubt = [];
      return 'again';
    }
    const isLost = answer.status === 0 || answer.status >= 500;
    // The same sent again and again, while no server answers, is one doubt.
    if (isLost && !inDoubt.some((sent) => kinds.every((k) => sent[k] === documents[k])))
      inDoubt.push(Object.fromEntries(kinds.map((k) => [k, documents[k]])));
    state.set({ saveProblem: problemText(answer.problems), isRefused: REFUSED.has(answer.status) });
    return isLost ? 'retry' : 'stuck';
  }

  async function follow(): Promise<void> {
    const head = latest;
    if (!head) return;
    const current: Stale = {};
    for (const kind of KINDS) {
      if ((head.revisions[kind] ?? 0) <= synced.get(kind)!.revision) continue;
      const conflict = store.getState().conflicts[kind];
      if (conflict && conflict.revision >= head.revisions[kind]!) continue;
      const answer = await server.read(kind);
      if (answer.ok) current[kind] = answer.value;
    }
    if (Object.keys(current).length > 0) takeOver(current);
    // They come in pages: as many as there are, until one brings nothing.
    while (head.evidence > newest()) {
      const answer = await server.evidence(newest());
      if (!answer.ok || answer.value.rows.length === 0) break;
      store.getState().addRows(answer.value.rows);
    }
  }

  async function work(): Promise<void> {
    let result: Awaited<ReturnType<typeof saveOnce>> = 'again';
    // Each turn either saves what was changed meanwhile or takes over what others saved meanwhile.
    for (let turn = 0; result === 'again' && turn < 20; turn++) result = await saveOnce();
    await follow();
    const state = store.getState();
    const waiting = KINDS.some((k) => dirty(k) && !state.conflicts[k]);
    if (result === 'retry') {
      state.set({ saving: 'failed' });
      later(RETRY_MS);
    } else if (result === 'stuck') state.set({ saving: 'failed' });
    else if (waiting) later(PAUSE_MS);
    else
      state.set({
        saving: Object.keys(state.conflicts).length > 0 ? 'failed' : 'saved',
        saveProblem: null,
        isRefused: false,
      });
  }

  function run(): Promise<void> {
    clearTimeout(timer);
    running ??= work().finally(() => {
      running = null;
      if (latest && headIsNewer(latest)) later(0);
    });
    return running;
  }

  function headIsNewer(head: Head): boolean {
    const { conflicts } = store.getState();
    return (
      head.evidence > newest() ||
      KINDS.some((k) => {
        const seen = Math.max(synced.get(k)!.revision, conflicts[k]?.revision ?? 0);
        return (head.revisions[k] ?? 0) > seen;
      })
    );
  }

  const unsubscribe = store.subscribe((state, before) => {
    if (KINDS.every((k) => state[k] === before[k])) return;
    if (!isDirty()) return;
    if (state.saving !== 'saving')
      queueMicrotask(() => store.getState().set({ saving: 'saving', saveProblem: null }));
    later(PAUSE_MS);
  });

  return {
    isDirty,
    /** Saves and follows at once; resolves when it is through. */
    flush: run,
    /** Hears how far the job has come on the server. */
    hear(head: Head): void {
      latest = head;
      if (headIsNewer(head) && !running) void run();
    },
    /** Answers a conflict: mine stands and is saved over theirs, or theirs stands. All that is not in question is kept. */
    settle(kind: DocumentKind, whose: 'mine' | 'theirs'): void {
      const state = store.getState();
      const conflict = state.conflicts[kind];
      if (!conflict) return;
      const { value } = merge<unknown>(synced.get(kind)!.document, state[kind], conflict.theirs, whose);
      const { [kind]: _, ...rest } = state.conflicts;
      synced.set(kind, { revision: conflict.revision, document: conflict.theirs });
      state.set({ conflicts: rest });
      const next = equal(value, conflict.theirs) ? conflict.theirs : value;
      const mended = settled({ ...docsOf(state), [kind]: next });
      for (const k of KINDS) if (mended[k] !== state[k]) state.receive(k, mended[k]);
      void run();
    },
    /** Goes on from what is saved where the server refuses what was changed since: one act, which undo takes back. */
    goBack(): void {
      store.getState().act((docs) => {
        const next = { ...docs };
        for (const kind of KINDS) (next as Record<string, unknown>)[kind] = synced.get(kind)!.document;
        return next;
      });
      void run();
    },
    stop(): void {
      stopped = true;
      clearTimeout(timer);
      unsubscribe();
    },
  };
}
