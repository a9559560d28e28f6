import { Worker } from 'node:worker_threads';
import type { WorkAnswer, WorkArgs, WorkName } from './work';

interface Thread {
  ask(name: WorkName, args: unknown): Promise<unknown>;
  close(): Promise<void>;
}

// One a process, however many bundles of the server hold this module.
const shared = globalThis as typeof globalThis & { nestleThread?: Thread };

/** Opens the thread that computes for requests; it starts with the first question, and anew after a crash. */
export function openThread(): Thread {
  let worker: Worker | null = null;
  let count = 0;
  const waiting = new Map<number, { resolve: (v: unknown) => void; reject: (e: Error) => void }>();
  const lost = (why: string) => {
    worker = null;
    for (const { reject } of waiting.values()) reject(new Error(why));
    waiting.clear();
  };
  const start = (): Worker => {
    const own = new Worker(new URL('./boot.mjs', import.meta.url));
    own.unref();
    own.on('message', (m: { n: number; ok: boolean; value?: unknown; words?: string }) => {
      const asked = waiting.get(m.n);
      waiting.delete(m.n);
      if (m.ok) asked?.resolve(m.value);
      else asked?.reject(new Error(m.words));
    });
    own.on('error', (error) => lost(error instanceof Error ? error.message : String(error)));
    own.on('exit', () => worker === own && lost('the computing thread ended'));
    return own;
  };
  return (shared.nestleThread = {
    ask: (name, args) =>
      new Promise((resolve, reject) => {
        worker ??= start();
        waiting.set(++count, { resolve, reject });
        worker.postMessage({ n: count, name, args });
      }),
    close: async () => {
      await worker?.terminate();
      worker = null;
    },
  });
}

/** Asks the thread; rejects where it is not open, or where the work threw. */
export function askThread<K extends WorkName>(name: K, args: WorkArgs<K>): Promise<WorkAnswer<K>> {
  const thread = shared.nestleThread;
  if (!thread) return Promise.reject(new Error('the computing thread is not open'));
  return thread.ask(name, args) as Promise<WorkAnswer<K>>;
}
