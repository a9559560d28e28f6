import type { StateCreator } from 'zustand';
import type { Brief } from '@/core/brief/brief';
import type { EvidenceRow } from '@/core/evidence/rows';
import type { Clash } from '@/core/job/merge';
import { settled, type Documents } from '@/core/job/settle';
import { lookedAt } from '@/core/site/edit/guesses';
import type { Plan } from '@/core/plan/option/schema';
import type { Site } from '@/core/site/model/schema';
import type { DocumentKind, OpenJob } from '@/server/jobs/loaded';
import { KINDS, remembered, reversed, type Act, type History, type ReadingAct } from './history';

/** A document somebody else saved where both changed the same thing; nothing else of it is in question. */
export interface Conflict {
  revision: number;
  theirs: unknown;
  clashes: readonly Clash[];
}

/** The documents and evidence of the open job, how they are saved, and what of them can be taken back. */
export interface DocumentState extends Documents {
  id: string;
  name: string;
  evidence: readonly EvidenceRow[];
  saving: 'saved' | 'saving' | 'failed';
  savedAt: string | null;
  saveProblem: string | null;
  /** Whether it will not be saved as it is, however often it is tried. */
  isRefused: boolean;
  conflicts: Partial<Record<DocumentKind, Conflict>>;
  history: History;
  /** The stop that is open, to which a change belongs. */
  here: string | null;
  /** Changes documents as one act; what then refers to nothing is mended in the same act. */
  act(change: (docs: Documents) => Partial<Documents>): void;
  /** Changes documents as part of the last act of this window: what follows from it by itself. */
  amend(change: (docs: Documents) => Partial<Documents>): void;
  setBrief(change: (b: Brief) => Brief): void;
  setSite(change: (s: Site) => Site): void;
  setPlan(change: (p: Plan) => Plan): void;
  /** Changes from here to `endStep` are one act, as long as nothing else is done in between. */
  beginStep(key: string): void;
  endStep(): void;
  /** Takes the newest act back, or does it again; gives it, since readings are struck out on the server. */
  undo(): Act | null;
  redo(): Act | null;
  /** Takes over a document as somebody else left it; no act of this window. */
  receive(kind: DocumentKind, document: unknown): void;
  /** Adds evidence as the server stored it. */
  addRows(rows: readonly EvidenceRow[]): void;
  /** Remembers what was done to readings as an act that can be taken back. */
  rememberReadings(act: Pick<ReadingAct, 'did' | 'ids' | 'words'>): void;
}

export const docsOf = (s: Documents): Documents => ({ brief: s.brief, site: s.site, plan: s.plan });
const sameDocs = (a: Documents, b: Documents) => KINDS.every((k) => a[k] === b[k]);

/** Evidence in the order of the server, each row once. */
function withRows(have: readonly EvidenceRow[], rows: readonly EvidenceRow[]): readonly EvidenceRow[] {
  const last = have[have.length - 1]?.received?.number ?? 0;
  const fresh = rows.filter((r) => (r.received?.number ?? Infinity) > last);
  if (fresh.length === rows.length && fresh.length > 0) return [...have, ...fresh];
  const known = new Set(have.map((r) => r.received?.number));
  const missing = rows.filter((r) => !known.has(r.received?.number));
  if (missing.length === 0) return have;
  return [...have, ...missing].sort((a, b) => (a.received?.number ?? 0) - (b.received?.number ?? 0));
}

/** Keeps the documents of a job. Undo takes back what this window did, and nobody else's changes. */
export const documentState =
  ({ id, job }: OpenJob): StateCreator<DocumentState> =>
  (set, get) => {
    let stepKey: string | null = null;
    const act: DocumentState['act'] = (change) =>
      set((s) => {
        const before = docsOf(s);
        const asked = { ...before, ...change(before) };
        if (sameDocs(asked, before)) return s;
        // What a hand has changed was looked at: it is no guess any more.
        const after = settled({ ...asked, site: lookedAt(before.site, asked.site) });
        const done: Act = { kind: 'documents', before, after, stop: s.here, key: stepKey };
        return { ...after, history: remembered(s.history, done) };
      });
    const amend: DocumentState['amend'] = (change) =>
      set((s) => {
        const before = docsOf(s);
        const after = settled({ ...before, ...change(before) });
        if (sameDocs(after, before)) return s;
        const last = s.history.past[s.history.past.length - 1];
        if (last?.kind !== 'documents') return after;
        // Only this change: what others have changed since is not made one's own.
        const own = settled({ ...last.after, ...change(last.after) });
        const past = [...s.history.past.slice(0, -1), { ...last, after: own }];
        return { ...after, history: { ...s.history, past } };
      });
    const step = (from: 'past' | 'future'): Act | null => {
      const s = get();
      const list = s.history[from];
      const last = list[list.length - 1];
      if (!last) return null;
      const rest = list.slice(0, -1);
      const back = from === 'past';
      const history: History = back
        ? { past: rest, future: [...s.history.future, last] }
        : { past: [...s.history.past, last], future: rest };
      if (last.kind === 'readings') set({ history });
      else {
        const now = docsOf(s);
        set({
          ...(back ? reversed(now, last.after, last.before) : reversed(now, last.before, last.after)),
          history,
        });
      }
      return last;
    };
    return {
      ...docsOf(job),
      id,
      name: job.name,
      evidence: job.evidence,
      saving: 'saved',
      savedAt: null,
      saveProblem: null,
      isRefused: false,
      conflicts: {},
      history: { past: [], future: [] },
      here: null,
      act,
      amend,
      setBrief: (change) => act((d) => ({ brief: change(d.brief) })),
      setSite: (change) => act((d) => ({ site: change(d.site) })),
      setPlan: (change) => act((d) => ({ plan: change(d.plan) })),
      beginStep: (key) => {
        stepKey = key;
      },
      endStep: () => {
        stepKey = null;
      },
      undo: () => step('past'),
      redo: () => step('future'),
      receive: (kind, document) => set({ [kind]: document } as Partial<DocumentState>),
      addRows: (rows) => set((s) => ({ evidence: withRows(s.evidence, rows) })),
      rememberReadings: (act) =>
        set((s) => ({ history: remembered(s.history, { kind: 'readings', stop: s.here, ...act }) })),
    };
  };
