import { database, type Db } from '@/db/connection';
import { newestNumber } from '@/db/evidence';
import { revisionsOf } from '@/db/jobs';

/** How far a job has come: the newest revision of each document and number of evidence. */
export interface Head {
  revisions: Record<string, number>;
  evidence: number;
}

type Listener = (head: Head) => void;

interface Feed {
  listeners: Map<string, Set<Listener>>;
  timer: ReturnType<typeof setInterval> | null;
  /** SQLite's count of changes by others on this connection. */
  seen: number;
}

// One feed a process, however many bundles of the server hold this module.
const shared = globalThis as typeof globalThis & { nestleFeed?: Feed };
const feed = (): Feed => (shared.nestleFeed ??= { listeners: new Map(), timer: null, seen: 0 });

/** How often another process on the same file is looked for while anybody listens, ms. */
const LOOK_MS = 1000;

export const headOf = (db: Db, jobId: string): Head => ({
  revisions: revisionsOf(db, jobId),
  evidence: newestNumber(db, jobId),
});

/** Tells everybody who has a job open how far it has come. */
export function announce(db: Db, jobId: string): void {
  const own = feed().listeners.get(jobId);
  if (!own || own.size === 0) return;
  const head = headOf(db, jobId);
  for (const listener of own) listener(head);
}

/** Looks whether another process has written to the file, and tells those who listen here. */
function look(): void {
  const f = feed();
  try {
    const db = database();
    const version = db.pragma('data_version', { simple: true }) as number;
    if (version === f.seen) return;
    f.seen = version;
    for (const jobId of f.listeners.keys()) announce(db, jobId);
  } catch {
    // A file that cannot be read just now is looked at again; whoever saves is told in words.
  }
}

/** Calls back with how far a job has come, now and at each change; gives the way to stop. */
export function listen(jobId: string, listener: Listener): () => void {
  const f = feed();
  const own = f.listeners.get(jobId) ?? new Set();
  own.add(listener);
  f.listeners.set(jobId, own);
  f.timer ??= setInterval(look, LOOK_MS);
  listener(headOf(database(), jobId));
  return () => {
    own.delete(listener);
    if (own.size === 0) f.listeners.delete(jobId);
    if (f.listeners.size > 0 || !f.timer) return;
    clearInterval(f.timer);
    f.timer = null;
  };
}
