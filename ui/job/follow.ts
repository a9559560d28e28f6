import type { Head } from '@/server/jobs/changes';
import type { FeedNews, FeedWord } from '@/workers/feedHub';

let shared: SharedWorker | null = null;

/** The worker all windows of this browser share (scripts/buildWalk.mjs); null where the browser has none. */
function worker(): SharedWorker | null {
  if (typeof SharedWorker === 'undefined') return null;
  shared ??= new SharedWorker('/feed.js', { name: 'nestle' });
  return shared;
}
const say = (word: FeedWord) => shared?.port.postMessage(word);

/** A stream of this window alone, where windows share none. */
function followAlone(jobId: string, hear: (head: Head) => void): () => void {
  const feed = new EventSource(`/api/changes?jobs=${jobId}`);
  feed.onmessage = (event: MessageEvent<string>) => hear((JSON.parse(event.data) as { head: Head }).head);
  return () => feed.close();
}

/** Hears how far a job has come, now and at each change, while this window is seen; gives the way to stop. */
export function follow(jobId: string, hear: (head: Head) => void): () => void {
  const own = worker();
  if (!own) return followAlone(jobId, hear);
  const { port } = own;
  let stopAlone: (() => void) | null = null;
  const told = ({ data }: MessageEvent<FeedNews>) => {
    if (data.jobId === jobId) hear(data.head as Head);
  };
  const seen = () =>
    say(document.visibilityState === 'visible' ? { kind: 'follow', jobId } : { kind: 'rest' });
  const gone = () => say({ kind: 'gone' });
  // A worker that cannot be loaded, as where nothing was built yet, is no reason to be deaf.
  const failed = () => {
    stopAlone ??= followAlone(jobId, hear);
  };
  own.addEventListener('error', failed);
  port.addEventListener('message', told);
  port.start();
  seen();
  document.addEventListener('visibilitychange', seen);
  window.addEventListener('pagehide', gone);
  window.addEventListener('pageshow', seen);
  return () => {
    gone();
    stopAlone?.();
    own.removeEventListener('error', failed);
    port.removeEventListener('message', told);
    document.removeEventListener('visibilitychange', seen);
    window.removeEventListener('pagehide', gone);
    window.removeEventListener('pageshow', seen);
  };
}

/** Says that the meter of this window runs or is through: meanwhile no window of this browser has a stream of its own open. */
export const meterRuns = (running: boolean): void => say({ kind: 'meter', running });
