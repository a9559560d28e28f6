import { parentPort } from 'node:worker_threads';
import { WORK, type WorkName } from './work';

// One question after another: whoever asks waits, nobody else does.
parentPort!.on('message', ({ n, name, args }: { n: number; name: WorkName; args: never }) => {
  try {
    parentPort!.postMessage({ n, ok: true, value: WORK[name](args) });
  } catch (error) {
    parentPort!.postMessage({ n, ok: false, words: error instanceof Error ? error.message : String(error) });
  }
});
