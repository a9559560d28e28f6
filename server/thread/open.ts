import { Worker } from 'node:worker_threads';
import { setThread, type Thread } from './ask';

/** A thread that does one thing after another, opened when it is first asked, and anew after a crash. */
function oneThread(): Thread & { start(): void } {
  let worker: Worker | null = null;
  let count = 0;
  const waiting = new Map<number, { resolve: (v: unknown) => void; reject: (e: Error) => void }>();
  const lost = (why: string) => {
    worker = null;
    for (const { reject } of waiting.values()) reject(new Error(why));
    waiting.clear();
  };
  const start = (): Worker => {
    const own = new Worker(new URL('./boot.mjs', import.meta.url), { env: process.env });
    own.unref();
    own.on('message', (m: { n: number; ok: boolean; value?: unknown; words?: string }) => {
      const asked = waiting.get(m.n);
      waiting.delete(m.n);
      if (m.ok) asked?.resolve(m.value);
      else asked?.reject(new Error(m.words));
    });
    own.on('error', (error) => lost(error instanceof Error ? error.message : String(error)));
    own.on('exit', () => worker === own && lost('the thread ended'));
    return own;
  };
  return {
    start: () => void (worker ??= start()),
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
}

/**
 * Opens the threads that work for requests: one at once, so that nobody waits for it to load, and one for long work when the
 * first of it comes, so that no phone waits for its view while megabytes are read.
 */
export function openThreads(): Thread {
  const [short, long] = [oneThread(), oneThread()];
  short.start();
  const threads: Thread = {
    ask: (name, args, isLong) => (isLong ? long : short).ask(name, args, isLong),
    close: async () => void (await Promise.all([short.close(), long.close()])),
  };
  setThread(threads);
  return threads;
}
