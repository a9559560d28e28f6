/** What a window of this browser says: which job it has open and is seen with, that it is not seen, that it is gone, that its meter runs or is through. */
export type FeedWord =
  | { kind: 'follow'; jobId: string }
  | { kind: 'rest' }
  | { kind: 'gone' }
  | { kind: 'meter'; running: boolean };
/** What it hears: how far its job has come; what that holds is between the server and the window. */
export interface FeedNews {
  jobId: string;
  head: unknown;
}

/** One stream of the server for some jobs. */
export interface Stream {
  close(): void;
}

/** A meter that never says that it is through, since its window was closed, holds the stream up no longer than this, ms. */
const LONGEST_RUN_MS = 120_000;

/**
 * One stream for all windows of a browser, which has six connections to a server and no more: open while any window is seen, for the
 * jobs of those that are, and closed while a meter runs in any of them, since it would weigh on what is measured.
 */
export function createFeedHub<Window>(
  open: (jobIds: readonly string[], hear: (news: FeedNews) => void) => Stream,
  tell: (window: Window, news: FeedNews) => void,
  nowMs: () => number = Date.now,
) {
  const following = new Map<Window, string>();
  const meters = new Map<Window, number>();
  let stream: { key: string; stream: Stream; heard: Map<string, FeedNews> } | null = null;

  function settle(): void {
    for (const [window, since] of meters) if (nowMs() - since > LONGEST_RUN_MS) meters.delete(window);
    const jobIds = meters.size > 0 ? [] : [...new Set(following.values())].sort();
    const key = jobIds.join();
    if (key === (stream?.key ?? '')) return;
    stream?.stream.close();
    stream = null;
    if (jobIds.length === 0) return;
    const heard = new Map<string, FeedNews>();
    const hear = (news: FeedNews) => {
      heard.set(news.jobId, news);
      for (const [window, jobId] of following) if (jobId === news.jobId) tell(window, news);
    };
    stream = { key, stream: open(jobIds, hear), heard };
  }

  /** A window follows a job: what the open stream told before it was there is told again, for no stream begins anew for it. */
  function follow(window: Window, jobId: string): void {
    following.set(window, jobId);
    settle();
    const news = stream?.heard.get(jobId);
    if (news) tell(window, news);
  }

  return {
    said(window: Window, word: FeedWord): void {
      if (word.kind === 'follow') return follow(window, word.jobId);
      if (word.kind === 'rest') following.delete(window);
      else if (word.kind === 'gone') {
        following.delete(window);
        meters.delete(window);
      } else if (word.running) meters.set(window, nowMs());
      else meters.delete(window);
      settle();
    },
    /** Looks whether a meter was forgotten. */
    settle,
  };
}
