import { Worker } from 'node:worker_threads';
import { WorkFault } from '../base/outcome';
import { setThread, type Thread } from './ask';

/** What a thread may take: memory for what it works on, MB, and time for one thing, ms. */
export interface ThreadLimits {
  memoryMb: number;
  timeMs: number;
}
const LIMITS: ThreadLimits = { memoryMb: 1536, timeMs: 120_000 };

const TOO_MUCH =
  'This is more than this machine can read at once: nothing was changed. A smaller file, or fewer of them at a time.';
const TOO_LONG = 'This took too long and was ended: nothing was changed.';
const ENDED = 'What worked on this ended before it was through: nothing was changed. Try again.';

/** One thing that is asked of a thread. */
interface Asked {
  n: number;
  name: string;
  args: unknown;
  resolve: (value: unknown) => void;
  reject: (error: Error) => void;
}

/**
 * A thread that does one thing after another, opened when it is first asked, and anew after a crash: what it was at is
 * refused in words, what waits behind that is done by the next.
 */
function oneThread({ memoryMb, timeMs }: ThreadLimits): Thread & { start(): void } {
  let worker: Worker | null = null;
  let count = 0;
  let queue: Asked[] = [];
  let clock: ReturnType<typeof setTimeout> | undefined;

  /** Gives the thread the first of what waits, with the time it has. */
  const next = () => {
    clearTimeout(clock);
    const [first] = queue;
    if (!first) return;
    worker ??= start();
    clock = setTimeout(() => lost(TOO_LONG), timeMs);
    clock.unref();
    worker.postMessage({ n: first.n, name: first.name, args: first.args });
  };
  const lost = (why: string) => {
    const gone = worker;
    worker = null;
    queue.shift()?.reject(new WorkFault(why));
    void gone?.terminate();
    next();
  };
  const start = (): Worker => {
    const own = new Worker(new URL('./boot.mjs', import.meta.url), {
      env: process.env,
      resourceLimits: { maxOldGenerationSizeMb: memoryMb },
    });
    own.unref();
    own.on('message', (m: { n: number; ok: boolean; value?: unknown; words?: string }) => {
      if (worker !== own || queue[0]?.n !== m.n) return;
      const asked = queue.shift()!;
      if (m.ok) asked.resolve(m.value);
      else asked.reject(new Error(m.words));
      next();
    });
    own.on('error', (error) => {
      if (worker !== own) return;
      lost((error as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY' ? TOO_MUCH : ENDED);
    });
    own.on('exit', () => worker === own && lost(ENDED));
    return own;
  };
  return {
    start: () => void (worker ??= start()),
    ask: (name, args) =>
      new Promise((resolve, reject) => {
        queue.push({ n: ++count, name, args, resolve, reject });
        if (queue.length === 1) next();
      }),
    close: async () => {
      clearTimeout(clock);
      const gone = worker;
      worker = null;
      for (const { reject } of queue) reject(new WorkFault(ENDED));
      queue = [];
      await gone?.terminate();
    },
  };
}

/**
 * Opens the threads that work for requests: one at once, so that nobody waits for it to load, one for long work when the first of it
 * comes, so that no phone waits for its view while megabytes are read, and one for files that come in, since what is in them is not
 * known: an export does not wait for a broken one.
 */
export function openThreads(limits: ThreadLimits = LIMITS): Thread {
  const [short, long, incoming] = [oneThread(limits), oneThread(limits), oneThread(limits)];
  short.start();
  const threads: Thread = {
    ask: (name, args, isLong) =>
      (!isLong ? short : name === 'importJob' ? incoming : long).ask(name, args, isLong),
    close: async () => void (await Promise.all([short.close(), long.close(), incoming.close()])),
  };
  setThread(threads);
  return threads;
}
