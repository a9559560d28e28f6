import type { CDPSession } from '@playwright/test';

interface TraceEvent {
  name: string;
  ph: string;
  ts: number;
  dur?: number;
  /** Time the thread itself ran, µs. */
  tdur?: number;
  pid: number;
  tid: number;
  args?: { name?: string };
}

/** Traces what the page's main thread does while something runs. */
export async function traced(client: CDPSession, run: () => Promise<void>): Promise<TraceEvent[]> {
  const events: TraceEvent[] = [];
  client.on('Tracing.dataCollected', (d) => events.push(...(d.value as unknown as TraceEvent[])));
  const done = new Promise<void>((resolve) => client.once('Tracing.tracingComplete', () => resolve()));
  await client.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: {
      includedCategories: ['toplevel', 'devtools.timeline', 'disabled-by-default-devtools.timeline', 'cc'],
    },
  });
  await run();
  await client.send('Tracing.end');
  await done;
  return events;
}

/** The thread of the page under test: the renderer's main thread that began the most frames, with those beginnings. */
function mainThread(events: readonly TraceEvent[]): { thread: string; starts: number[] } {
  const mains = events
    .filter((e) => e.name === 'thread_name' && e.args?.name === 'CrRendererMain')
    .map((e) => `${e.pid}:${e.tid}`);
  const own = (e: TraceEvent) => mains.includes(`${e.pid}:${e.tid}`);
  // The page's own renderer is the one that began the most frames.
  const frames = events.filter((e) => own(e) && e.ph === 'X' && e.name === 'ProxyMain::BeginMainFrame');
  const count = new Map<string, number>();
  for (const f of frames) count.set(`${f.pid}:${f.tid}`, (count.get(`${f.pid}:${f.tid}`) ?? 0) + 1);
  const [busiest] = [...count].sort((a, b) => b[1] - a[1])[0] ?? [''];
  const starts = frames
    .filter((f) => `${f.pid}:${f.tid}` === busiest)
    .map((f) => f.ts)
    .sort((a, b) => a - b);
  return { thread: busiest, starts };
}

/** The longest task of the page's main thread by the clock, and the most one worked, ms. */
export function longestTaskMs(events: readonly TraceEvent[]): { byTheClock: number; work: number } {
  const { thread } = mainThread(events);
  const tasks = events.filter(
    (e) => `${e.pid}:${e.tid}` === thread && e.ph === 'X' && e.name === 'RunTask' && e.dur,
  );
  const most = (of: (e: TraceEvent) => number) => tasks.reduce((max, e) => Math.max(max, of(e) / 1000), 0);
  return { byTheClock: most((e) => e.dur!), work: most((e) => e.tdur ?? e.dur!) };
}

/**
 * What the main thread did in each frame, ms: tasks between one frame's beginning and the next. `work` is the time the thread
 * itself ran; `byTheClock` has in it what it waited for a core, which the browser, the worker, the server and the one that
 * drives them share.
 */
export function frameWorkMs(events: readonly TraceEvent[]): { work: number[]; byTheClock: number[] } {
  const { thread: busiest, starts } = mainThread(events);
  const make = () => new Array<number>(Math.max(0, starts.length - 1)).fill(0);
  const [work, byTheClock] = [make(), make()];
  for (const e of events) {
    if (`${e.pid}:${e.tid}` !== busiest || e.ph !== 'X' || e.name !== 'RunTask' || !e.dur) continue;
    let i = starts.findIndex((s) => s > e.ts) - 1;
    if (i === -2) i = starts.length - 1;
    if (i < 0 || i >= work.length) continue;
    work[i]! += (e.tdur ?? e.dur) / 1000;
    byTheClock[i]! += e.dur / 1000;
  }
  const rising = (list: number[]) => list.sort((a, b) => a - b);
  return { work: rising(work), byTheClock: rising(byTheClock) };
}
