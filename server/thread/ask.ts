import type { WorkAnswer, WorkArgs, WorkName } from './work';

/** The threads that work for requests. */
export interface Thread {
  ask(name: WorkName, args: unknown, isLong: boolean): Promise<unknown>;
  close(): Promise<void>;
}

// One a process, however many bundles of the server hold this module.
const shared = globalThis as typeof globalThis & { nestleThread?: Thread };

export const setThread = (thread: Thread): void => {
  shared.nestleThread = thread;
};

/** Asks a thread, that for long work where it may take more than a moment; rejects where none is open, or where the work threw. */
export function askThread<K extends WorkName>(
  name: K,
  args: WorkArgs<K>,
  isLong = false,
): Promise<WorkAnswer<K>> {
  const thread = shared.nestleThread;
  if (!thread) return Promise.reject(new Error('the threads are not open'));
  return thread.ask(name, args, isLong) as Promise<WorkAnswer<K>>;
}
