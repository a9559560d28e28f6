'use client';
import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { evidenceOf } from '@/core/evidence/fold';
import type { Documents } from '@/core/job/settle';
import type { Option } from '@/core/plan/option/schema';
import type { OpenJob } from '@/server/jobs/loaded';
import { documentState, type DocumentState } from './documents';
import { selectionState, type SelectionState } from './selection';

/** The places of the bench beside the sheet in Plan; the third to sixth are ways to find a plan. */
export const BENCH_PLACES = [
  'options',
  'suggest',
  'rules',
  'add',
  'fix',
  'unit',
  'review',
  'papers',
] as const;
export type BenchPlace = (typeof BENCH_PLACES)[number];

/** A network that is pointed at, and shown beside the one at hand until the hand leaves it. */
export interface Pointed {
  /** The row that points; no two have the same. */
  key: string;
  /** What it is called where it is told what is shown. */
  label: string;
  option: Option;
  /** Takes it; null where it is only to be looked at. */
  take: (() => void) | null;
}

/** What this window looks at; nothing of it is stored. */
interface SessionState {
  bench: BenchPlace;
  /** What a hand points at, and what a search has so far. */
  pointed: Pointed | null;
  offered: Pointed | null;
  /** Kit that is to be put on the sheet with the next press; null is none. */
  placing: string | null;
  /** Option being looked at, in this window alone; null looks at the accepted one, else the first. */
  shownId: string | null;
  /** A point the sheet should come to show, as when a notice is pressed; each asking is a new one. */
  lookAt: { xM: number; yM: number } | null;
  /** Spot whose form of readings takes the cursor once it is open; null is none. */
  readNext: string | null;
  /** Storey shown on the sheet; null before one exists. */
  storeyId: string | null;
  showStorey(storeyId: string | null): void;
  /** Changes the option being looked at. */
  setOption(change: (o: Option) => Option): void;
  /** Sets what is no document. */
  set(values: Partial<Omit<JobState, keyof Documents>>): void;
}

/** The state of one open job: its documents, what this window looks at, and what is selected. */
export interface JobState extends DocumentState, SelectionState, SessionState {}

export function createJobStore(opened: OpenJob) {
  return createStore<JobState>()((set, get, api) => ({
    ...documentState(opened)(set as never, get, api as never),
    ...selectionState(set as never, get, api as never),
    bench: 'options',
    pointed: null,
    offered: null,
    placing: null,
    shownId: null,
    lookAt: null,
    readNext: null,
    storeyId: opened.job.site.buildings[0]?.storeys[0]?.id ?? null,
    showStorey: (storeyId) => set({ storeyId }),
    setOption: (change) =>
      get().act(({ plan }) => {
        const id = shownOption({ ...get(), plan })?.id;
        return { plan: { ...plan, options: plan.options.map((o) => (o.id === id ? change(o) : o)) } };
      }),
    set: (values) => set(values),
  }));
}

/** The option being looked at: the one chosen in this window, else the accepted one, else the first. */
export function shownOption(s: Pick<JobState, 'plan' | 'shownId' | 'evidence'>): Option | null {
  const { options } = s.plan;
  const by = (id: string | null) => (id === null ? undefined : options.find((o) => o.id === id));
  return by(s.shownId) ?? by(evidenceOf(s.evidence).accepted?.optionId ?? null) ?? options[0] ?? null;
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
