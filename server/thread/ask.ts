import type { WorkAnswer, WorkArgs, WorkName } from './work';

/** The thread that computes for requests. */
export interface Thread {
  ask(name: WorkName, args: unknown): Promise<unknown>;
  close(): Promise<void>;
}

// One a process, however many bundles of the server hold this module.
const shared = globalThis as typeof globalThis & { nestleThread?: Thread };

export const setThread = (thread: Thread): void => {
  shared.nestleThread = thread;
};

/** Asks the thread; rejects where it is not open, or where the work threw. */
export function askThread<K extends WorkName>(name: K, args: WorkArgs<K>): Promise<WorkAnswer<K>> {
  const thread = shared.nestleThread;
  if (!thread) return Promise.reject(new Error('the computing thread is not open'));
  return thread.ask(name, args) as Promise<WorkAnswer<K>>;
}
