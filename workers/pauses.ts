/** Work done at a stretch before others are let in, ms: whoever moves a lamp is answered between. */
const STRETCH_MS = 12;

/** Resolves once the messages that have come are answered; a timer would wait four milliseconds at least. */
const othersFirst = (): Promise<void> =>
  new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });

/** A pause for long work that lets others in, once it has worked for a stretch: a pause at every step would cost more than the work. */
export function breathing(): () => Promise<void> {
  let since = performance.now();
  return async () => {
    if (performance.now() - since < STRETCH_MS) return;
    await othersFirst();
    since = performance.now();
  };
}

/** Lets long work wait until nothing has been changed for a while, ms: the hand waits for no question. */
export function restAfter(
  restMs: number,
  nowMs: () => number = () => performance.now(),
  wait: (ms: number) => Promise<void> = (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
): { changed(): void; rested(): Promise<void> } {
  let changedAt = -Infinity;
  return {
    changed: () => {
      changedAt = nowMs();
    },
    rested: async () => {
      for (;;) {
        const leftMs = changedAt + restMs - nowMs();
        if (leftMs <= 0) return;
        await wait(leftMs);
      }
    },
  };
}

/** Goes through steps with pauses and gives what comes of them and how long they worked, ms; null where it is given up between. */
export async function withPauses<T>(
  steps: Generator<void, T>,
  isGivenUp: () => boolean,
): Promise<{ value: T; workMs: number } | null> {
  const pause = breathing();
  let workMs = 0;
  for (;;) {
    const start = performance.now();
    const { done, value } = steps.next();
    workMs += performance.now() - start;
    if (done) return { value, workMs };
    await pause();
    if (isGivenUp()) return null;
  }
}
