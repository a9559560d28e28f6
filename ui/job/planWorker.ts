'use client';
import { proxy, wrap, type Remote } from 'comlink';
import type { Built } from '@/core/evidence/built';
import type { EvidenceRow } from '@/core/evidence/rows';
import { changedBy } from '@/core/job/derivedChange';
import type { Derived, Look, LookQuestion } from '@/core/job/planner';
import type { Documents } from '@/core/job/settle';
import type { Option } from '@/core/plan/option/schema';
import type { ShadeAnswer, SheetQuestion } from '@/core/plan/shade/shadeEngine';
import type { ServedAnswer } from '@/core/plan/shade/served';
import type { JobAnswers, JobQuestion } from '@/core/job/answer';
import type { Suggestion } from '@/core/suggest/search/suggest';
import type { SearchAsk, SearchProgress } from '@/core/suggest/search/judged';
import type { PlanWorker } from '@/workers/plan.worker';
import { followChannels, planChannelsOf } from './channels';
import { KINDS } from './history';
import { nextTurn } from './pace';
import { shownOption, type JobState, type JobStore } from './store';
import { docsOf } from './documents';

/** What the worker has worked out, and of which state; `settling` where the hand has gone on since. */
export interface Worked {
  derived: Derived;
  of: Documents & { evidence: readonly EvidenceRow[]; shownId: string | null };
  /** Time the worker took, ms; the bench reads it. */
  workMs: number;
}

/** One worker for everything that is computed of an open job. The main thread only shows what came. */
export interface PlanLine {
  /** Called with each result, the newest state first: while one is under way only the newest waits. */
  onWorked(listener: (worked: Worked) => void): () => void;
  /** Called with words when nothing could be worked out, and with null once something could again. */
  onFault(listener: (words: string | null) => void): () => void;
  /** Light and shade; null where exact ones were asked for and given up meanwhile, by the same asker. */
  shade(
    question: SheetQuestion,
    network: Built,
    asker: string,
  ): Promise<(ShadeAnswer & { workMs: number }) | null>;
  /** A network looked at beside the one at hand. */
  look(question: LookQuestion): Promise<Look>;
  /** Plans the channels of an option anew, also of what is built and read. */
  planChannelsAnew(option: Option): Promise<void>;
  /** How much of each room, storey, building and yard a network serves; null as for `shade`. */
  served(network: Built, settle: boolean, asker: string): Promise<ServedAnswer | null>;
  /** Gives up what is being made exact for one who asked: the hand has gone on. */
  stopSettling(asker: string): void;
  /** JobAnswers a question about an option; null where the asker gave it up meanwhile, by asking anew or by `stopSettling`. */
  ask<K extends JobQuestion['kind']>(
    question: Extract<JobQuestion, { kind: K }>,
    asker: string,
  ): Promise<JobAnswers[K] | null>;
  /** Searches the plan worth most; null where it was stopped or nothing can stand on the line. */
  suggest(
    ask: Omit<SearchAsk, 'pause' | 'progress'>,
    progress: (p: SearchProgress) => void,
  ): Promise<Suggestion | null>;
  stopSuggest(): void;
  close(): void;
}

const stateOf = (s: JobState): Worked['of'] => ({
  ...docsOf(s),
  evidence: s.evidence,
  shownId: shownOption(s)?.id ?? null,
});

/** What a search that was stopped says; the worker's own word for it. */
const STOPPED = 'stopped';

const FAULT =
  'The numbers of this job could not be worked out. What you entered is safe: change something or reload the page to try again.';

const newWorker = () => {
  const worker = new Worker(new URL('../../workers/plan.worker.ts', import.meta.url), { type: 'module' });
  const begun = { worker, failed: false };
  worker.addEventListener('error', () => (begun.failed = true));
  return begun;
};

/** A worker that waits for its job. */
let waiting: ReturnType<typeof newWorker> | null = null;

/** Lets the worker read its own code while the job is still on its way. */
export function beginPlanWorker(): void {
  waiting ??= newWorker();
}

/**
 * Opens the worker and keeps it fed: each change sends only what changed. While a house is being surveyed nothing but the
 * head of the page shows a number, so it is fed once, and again when the next stop opens.
 */
export function openPlanLine(store: JobStore): PlanLine {
  const begun = waiting ?? newWorker();
  waiting = null;
  const { worker } = begun;
  const remote: Remote<PlanWorker> = wrap<PlanWorker>(worker);
  const listeners = new Set<(worked: Worked) => void>();
  const faultListeners = new Set<(words: string | null) => void>();
  const fault = (words: string | null) => faultListeners.forEach((listener) => listener(words));
  // A worker that does not even start answers nothing.
  worker.addEventListener('error', () => fault(FAULT));
  let sent: Worked['of'] | null = null;
  let done: Worked['of'] | null = null;
  let last: Worked | null = null;
  let busy = false;
  let closed = false;

  /** Sends what the worker does not know yet. Messages keep their order, so nothing has to be waited for. */
  function feed(now: Worked['of']): void {
    if (!sent) {
      void remote.open({ ...docsOf(now), evidence: now.evidence });
    } else {
      const change: Partial<Documents> & { rows?: readonly EvidenceRow[] } = {};
      for (const kind of KINDS)
        if (now[kind] !== sent[kind]) (change as Record<string, unknown>)[kind] = now[kind];
      if (now.evidence !== sent.evidence) {
        const grown =
          now.evidence.length >= sent.evidence.length &&
          sent.evidence.every((row, i) => row === now.evidence[i]);
        if (grown) change.rows = now.evidence.slice(sent.evidence.length);
        else void remote.replaceRows(now.evidence);
      }
      if (Object.keys(change).length > 0) void remote.update(change);
    }
    sent = now;
  }

  /** Says where an answer does not come. */
  const told = <T>(answer: Promise<T>): Promise<T> =>
    answer.catch((error: unknown) => {
      if (!closed) fault(FAULT);
      throw error;
    });

  const same = (a: Worked['of'] | null, b: Worked['of']) =>
    a !== null && KINDS.every((k) => a[k] === b[k]) && a.evidence === b.evidence && a.shownId === b.shownId;

  /** Once the head of the page has its numbers, nothing else in Survey shows any. */
  const resting = () => done !== null && store.getState().here === 'survey';

  async function run(): Promise<void> {
    if (busy || closed || resting()) return;
    busy = true;
    try {
      for (;;) {
        const now = stateOf(store.getState());
        if (closed || same(done, now) || resting()) return;
        feed(now);
        const { workMs, ...change } = await remote.derive(now.shownId);
        await nextTurn();
        const derived = changedBy(last?.derived ?? null, change);
        done = now;
        last = { derived, of: now, workMs };
        fault(null);
        for (const listener of listeners) listener(last);
      }
    } catch {
      // Whatever the worker holds now, the next try begins with the whole job.
      sent = null;
      if (!closed) fault(FAULT);
    } finally {
      busy = false;
    }
  }

  const withChannels = (option: Option, all: boolean): Promise<Option> => {
    feed(stateOf(store.getState()));
    return told(remote.withChannels(option, all));
  };
  const unfollow = followChannels(store, (option) => withChannels(option, false));
  const unsubscribe = store.subscribe(() => void run());
  void run();
  return {
    onWorked(listener) {
      listeners.add(listener);
      if (last) listener(last);
      return () => listeners.delete(listener);
    },
    onFault(listener) {
      faultListeners.add(listener);
      // It may have failed before anybody listened.
      if (begun.failed && !last) listener(FAULT);
      return () => faultListeners.delete(listener);
    },
    shade: (question, network, asker) => {
      feed(stateOf(store.getState()));
      return told(remote.shade(question, network, asker));
    },
    look: (question) => {
      feed(stateOf(store.getState()));
      return told(remote.look(question) as Promise<Look>);
    },
    planChannelsAnew: (option) => planChannelsOf(store, option, (o) => withChannels(o, true)),
    served: (network, settle, asker) => {
      feed(stateOf(store.getState()));
      return told(remote.served(network.option, network.kit, settle, asker));
    },
    stopSettling: (asker) => void remote.stopSettling(asker),
    suggest: async (ask, progress) => {
      feed(stateOf(store.getState()));
      try {
        return await remote.suggest(ask, proxy(progress));
      } catch (error) {
        if ((error as Error).message === STOPPED) return null;
        if (!closed) fault(FAULT);
        throw error;
      }
    },
    stopSuggest: () => void remote.stopSuggest(),
    ask: <K extends JobQuestion['kind']>(question: Extract<JobQuestion, { kind: K }>, asker: string) => {
      feed(stateOf(store.getState()));
      const ask = remote.ask as unknown as (q: JobQuestion, by: string) => Promise<JobAnswers[K] | null>;
      return told(ask(question, asker));
    },
    close() {
      closed = true;
      unfollow();
      unsubscribe();
      worker.terminate();
    },
  };
}
