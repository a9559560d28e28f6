'use client';
import { createContext, useContext, useEffect, useState } from 'react';
import type { OpenJob } from '@/server/jobs/loaded';
import { follow } from './follow';
import { get, send } from './requests';
import type { JobStore } from './store';
import { createSync, type Sync, type SyncServer } from './sync';

/** The real server of one job. */
function serverOf(jobId: string): SyncServer {
  const path = `/api/jobs/${jobId}`;
  return {
    save: (act) => send('PUT', `${path}/documents`, act),
    read: (kind) => get(`${path}/documents/${kind}`),
    evidence: (after) => get(`${path}/evidence?after=${after}`),
  };
}

export const SyncContext = createContext<Sync | null>(null);

export function useSyncOf(): Sync {
  const sync = useContext(SyncContext);
  if (!sync) throw new Error('no job is open here');
  return sync;
}

/** Saves what is changed here and follows what others change, for as long as the job is open. */
export function useSync(store: JobStore, opened: OpenJob): Sync {
  const [sync] = useState(() => createSync(store, serverOf(opened.id), opened.revisions));
  useEffect(() => {
    const stop = follow(opened.id, (head) => sync.hear(head));
    const warn = (event: BeforeUnloadEvent) => {
      if (sync.isDirty()) event.preventDefault();
    };
    const flush = () => {
      if (sync.isDirty()) void sync.flush();
    };
    window.addEventListener('beforeunload', warn);
    document.addEventListener('visibilitychange', flush);
    return () => {
      stop();
      flush();
      window.removeEventListener('beforeunload', warn);
      document.removeEventListener('visibilitychange', flush);
    };
  }, [sync, opened.id]);
  return sync;
}
