'use client';
import { useState, type ReactNode } from 'react';
import { Cable } from '@/ui/shell/Cable';
import { Shortcuts } from '@/ui/keys/Shortcuts';
import type { OpenJob } from '@/server/jobs';
import { ConflictBanner } from './ConflictBanner';
import { DerivedProvider } from '@/ui/job/derived';
import { JobStoreContext, createJobStore } from '@/ui/job/store';
import { useAutosave } from '@/ui/job/useAutosave';

/** Frame of an open job: its state, autosave, the cable with the stops, and the stop itself. */
export function JobShell({ opened, children }: { opened: OpenJob; children: ReactNode }) {
  const [store] = useState(() => createJobStore(opened));
  useAutosave(store);
  return (
    <JobStoreContext.Provider value={store}>
      <DerivedProvider>
        <div className="flex min-h-dvh flex-col lg:h-dvh print:h-auto">
          <Cable />
          <ConflictBanner />
          <main className="min-h-0 flex-1">{children}</main>
          <Shortcuts />
        </div>
      </DerivedProvider>
    </JobStoreContext.Provider>
  );
}
