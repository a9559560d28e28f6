'use client';
import { createContext, useContext } from 'react';
import { temporal } from 'zundo';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import type { Brief } from '@/core/brief/brief';
import type { Option, Plan } from '@/core/plan/option/schema';
import type { Evidence } from '@/core/evidence/schema';
import type { Site } from '@/core/site/model/schema';
import { sameThing, type Thing, type ThingKind } from '@/core/site/edit/things';
import type { DocumentKind, OpenJob } from '@/server/jobs';

/** What is selected everywhere: a unit of the network, or a thing of the survey. */
export type Selection = { kind: 'unit' | ThingKind; id: string } | null;

export interface Documents {
  brief: Brief;
  site: Site;
  plan: Plan;
}

export interface Conflict {
  kind: DocumentKind;
  revision: number;
  theirs: unknown;
}

export interface JobState extends Documents {
  id: string;
  name: string;
  evidence: Evidence;
  revisions: Record<DocumentKind, number>;
  saving: 'saved' | 'saving' | 'failed';
  savedAt: string | null;
  saveProblem: string | null;
  conflict: Conflict | null;
  selected: Selection;
  /** Things selected together with it, in Survey. */
  also: readonly Thing[];
  /** A point the sheet should come to show, as when a notice is pressed; each asking is a new one. */
  lookAt: { xM: number; yM: number } | null;
  /** Storey shown on the sheet; null before one exists. */
  storeyId: string | null;
  setBrief(change: (b: Brief) => Brief): void;
  setSite(change: (s: Site) => Site): void;
  setPlan(change: (p: Plan) => Plan): void;
  /** Changes the option being worked on. */
  setOption(change: (o: Option) => Option): void;
  addEvidence(rows: Partial<Evidence>): void;
  select(selection: Selection): void;
  /** Adds a thing to what is selected, or takes it out again. */
  selectAlso(thing: Thing): void;
  selectAll(things: readonly Thing[]): void;
  showStorey(storeyId: string | null): void;
  set(values: Partial<JobState>): void;
}

/** Every thing of the survey that is selected. */
export function thingsSelected({ selected, also }: Pick<JobState, 'selected' | 'also'>): Thing[] {
  return selected && selected.kind !== 'unit' ? [{ kind: selected.kind, id: selected.id }, ...also] : [];
}

const docsOf = (s: Documents): Documents => ({ brief: s.brief, site: s.site, plan: s.plan });

/** The state of one open job. Undo and redo cover its three documents, never its evidence. */
export function createJobStore(opened: OpenJob) {
  const { job } = opened;
  return createStore<JobState>()(
    temporal<JobState, [], [], Documents>(
      (set) => ({
        ...docsOf(job),
        id: opened.id,
        name: job.name,
        evidence: job.evidence,
        revisions: opened.revisions,
        saving: 'saved',
        savedAt: null,
        saveProblem: null,
        conflict: null,
        selected: null,
        also: [],
        lookAt: null,
        storeyId: job.site.buildings[0]?.storeys[0]?.id ?? null,
        setBrief: (change) => set((s) => ({ brief: change(s.brief) })),
        setSite: (change) => set((s) => ({ site: change(s.site) })),
        setPlan: (change) => set((s) => ({ plan: change(s.plan) })),
        setOption: (change) =>
          set((s) => {
            const id = s.plan.chosenId ?? s.plan.options[0]?.id;
            return { plan: { ...s.plan, options: s.plan.options.map((o) => (o.id === id ? change(o) : o)) } };
          }),
        addEvidence: (rows) =>
          set((s) => ({
            evidence: {
              states: [...s.evidence.states, ...(rows.states ?? [])],
              readings: [...s.evidence.readings, ...(rows.readings ?? [])],
              voided: [...s.evidence.voided, ...(rows.voided ?? [])],
              stepEvents: [...s.evidence.stepEvents, ...(rows.stepEvents ?? [])],
            },
          })),
        select: (selected) => set({ selected, also: [] }),
        selectAlso: (thing) =>
          set((s) => {
            const all = thingsSelected(s);
            const rest = all.filter((t) => !sameThing(t, thing));
            const next = rest.length < all.length ? rest : [...all, thing];
            return { selected: next[0] ?? null, also: next.slice(1) };
          }),
        selectAll: (things) => set({ selected: things[0] ?? null, also: things.slice(1) }),
        showStorey: (storeyId) => set({ storeyId }),
        set: (values) => set(values),
      }),
      {
        partialize: docsOf,
        equality: (a, b) => a.brief === b.brief && a.site === b.site && a.plan === b.plan,
      },
    ),
  );
}

export type JobStore = ReturnType<typeof createJobStore>;
export const JobStoreContext = createContext<JobStore | null>(null);

export function useJobStore(): JobStore {
  const store = useContext(JobStoreContext);
  if (!store) throw new Error('no job is open here');
  return store;
}

export function useJob<T>(pick: (s: JobState) => T): T {
  return useStore(useJobStore(), pick);
}
