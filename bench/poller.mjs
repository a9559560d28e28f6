// Asks a server for one thing again and again, in a thread of its own, so that what the bench itself is busy with is not
// counted as waiting for the answer. Tells on request the slowest answer since it was last asked, ms.
import { parentPort, workerData } from 'node:worker_threads';

let slowestMs = 0;
parentPort.on('message', () => {
  parentPort.postMessage(slowestMs);
  slowestMs = 0;
});
for (;;) {
  const asked = performance.now();
  await (await fetch(workerData)).arrayBuffer();
  slowestMs = Math.max(slowestMs, performance.now() - asked);
  await new Promise((next) => setTimeout(next, 25));
}
