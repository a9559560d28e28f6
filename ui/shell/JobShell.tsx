'use client';
import { useParams, useRouter, useSelectedLayoutSegment } from 'next/navigation';
import { useLayoutEffect, useState, type ReactNode } from 'react';
import { STOPS } from '@/core/job/stops';
import type { OpenJob } from '@/server/jobs/loaded';
import { DerivedProvider, useDerived, useSettling } from '@/ui/job/derived';
import { JobStoreContext, createJobStore, useJobStore } from '@/ui/job/store';
import { SyncContext, useSync } from '@/ui/job/useSync';
import { Problem } from '@/ui/pieces/Problem';
import { useKeys } from '@/ui/keys/useKeys';
import { useLeaveField } from '@/ui/keys/useLeaveField';
import { Cable } from './Cable';
import { ConflictBanner } from './ConflictBanner';
import { HeadlineToList } from './HeadlineToList';
import { KeyHelp } from './KeyHelp';
import { useUndo } from './useUndo';

/** Keys that work everywhere in a job, and the list that shows them. */
function Keys({ undo }: { undo: ReturnType<typeof useUndo> }) {
  const [open, setOpen] = useState(false);
  const router = useRouter();
  const { jobId } = useParams<{ jobId: string }>();
  const store = useJobStore();
  const storey = (by: 1 | -1) => {
    const { site, storeyId, showStorey } = store.getState();
    const all = site.buildings.flatMap((b) => [...b.storeys].sort((p, q) => p.floorLevelM - q.floorLevelM));
    const next = all[all.findIndex((s) => s.id === storeyId) + by];
    if (next) showStorey(next.id);
  };
  useLeaveField();
  useKeys({
    undo: (event) => {
      event.preventDefault();
      void undo.go('undo');
    },
    redo: (event) => {
      event.preventDefault();
      void undo.go('redo');
    },
    stop: (event) => {
      const stop = STOPS[Number(event.key) - 1];
      if (stop) router.push(`/jobs/${jobId}/${stop.id}`);
    },
    storeyDown: () => storey(-1),
    storeyUp: () => storey(1),
    help: () => setOpen(true),
  });
  return <KeyHelp open={open} onOpenChange={setOpen} />;
}

/** Says that nothing could be worked out. */
function Fault() {
  const { fault } = useDerived();
  return <Problem words={fault} className="border-b border-rule bg-sheet px-4 py-2" />;
}

/** The stop itself; whether its numbers are older than the job stands on it for whoever waits for them. */
function Main({ children }: { children: ReactNode }) {
  const settling = useSettling();
  return (
    <main className="min-h-0 flex-1" data-settling={settling}>
      {children}
    </main>
  );
}

function Inside({ children }: { children: ReactNode }) {
  const store = useJobStore();
  const here = useSelectedLayoutSegment();
  // Before anything of the stop is painted: what is done there belongs to it.
  useLayoutEffect(() => store.getState().set({ here }), [store, here]);
  const undo = useUndo();
  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh print:h-auto">
      <Cable undo={undo} />
      <ConflictBanner />
      <Fault />
      <Main>{children}</Main>
      <Keys undo={undo} />
      <HeadlineToList />
    </div>
  );
}

/** Frame of an open job: its state, saving and following, the cable with the stops, and the stop itself. */
export function JobShell({ opened, children }: { opened: OpenJob; children: ReactNode }) {
  const [store] = useState(() => createJobStore(opened));
  const sync = useSync(store, opened);
  return (
    <JobStoreContext.Provider value={store}>
      <SyncContext.Provider value={sync}>
        <DerivedProvider>
          <Inside>{children}</Inside>
        </DerivedProvider>
      </SyncContext.Provider>
    </JobStoreContext.Provider>
  );
}
