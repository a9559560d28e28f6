import { parentPort } from 'node:worker_threads';
import { WORK, type WorkName } from './work';

// One question after another: whoever asks waits, nobody else does. What is awaited in one lets the next begin.
parentPort!.on('message', ({ n, name, args }: { n: number; name: WorkName; args: never }) => {
  void (async () => {
    try {
      parentPort!.postMessage({ n, ok: true, value: await WORK[name](args) });
    } catch (error) {
      parentPort!.postMessage({
        n,
        ok: false,
        words: error instanceof Error ? error.message : String(error),
      });
    }
  })();
});
