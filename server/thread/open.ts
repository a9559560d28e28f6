import { Worker } from 'node:worker_threads';
import { setThread, type Thread } from './ask';

/** Opens the thread that computes for requests, at once, so that nobody waits for it to load; anew after a crash. */
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
  worker = start();
  const thread: Thread = {
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
  };
  setThread(thread);
  return thread;
}
