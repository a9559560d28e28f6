import { METER_PATHS, STREAMS, aboutMeter, type AboutMeter } from './protocol';
import { MeterFault, transfers, wait, type MeterAt } from './transfers';
import { limitOf, type Limit } from './limits';
import { SAMPLE_MS, isThrough, judgeSamples, judgeTrips, type Judged } from './samples';
import { median } from '../../core/stats/median';
import { ConnectionQueue } from './connectionQueue';

/** What a run is doing now, for whoever watches. */
export interface Progress {
  phase: 'idle' | 'down' | 'up' | 'both';
  /** Newest sample, Mb/s; null in phases without one. */
  mbps: number | null;
}

/** What one run found. Speeds Mb/s, times ms. */
export interface RunResult {
  down: Judged;
  up: Judged;
  idleMs: number | null;
  jitterMs: number | null;
  /** Median round trip while both directions are full. */
  loadedMs: number | null;
  loadedJitterMs: number | null;
  limit: Limit;
  about: AboutMeter;
}

/** Pings before anything moves, and how far apart, ms. */
const IDLE_PINGS = 12;
const PING_EVERY_MS = 60;
/** How long both directions are kept full for the round trip under load, ms. */
const BOTH_MS = 2000;
/** No answer for so long is no connection, ms. */
const STALLED_MS = 8000;

/**
 * Measures once to the server at the other end: idle round trips, down, up, then both for the round trip under load. At
 * most four streams at a time. Rejects with `MeterFault` where nothing answers, and when the signal is aborted.
 */
export async function measure(
  at: MeterAt,
  run: string,
  onProgress: (progress: Progress) => void,
  signal: AbortSignal,
): Promise<RunResult> {
  const stop = new AbortController();
  const abort = () => stop.abort();
  signal.addEventListener('abort', abort);
  const { ask, ping, fillDown, fillUp, arrived } = transfers(at, stop.signal);
  const lates: number[] = [];
  const queue = new ConnectionQueue();

  /** Samples a transfer until it is known well enough; `bytes` counts up. Gives the speeds of the samples. */
  async function sampled(bytes: () => number, failed: () => unknown): Promise<number[]> {
    const mbps: number[] = [];
    let last = bytes();
    let lastMs = performance.now();
    let movedMs = lastMs;
    for (;;) {
      await wait(SAMPLE_MS);
      const now = performance.now();
      lates.push(now - lastMs - SAMPLE_MS);
      const total = bytes();
      mbps.push(((total - last) * 8) / ((now - lastMs) * 1000));
      if (total > last) movedMs = now;
      last = total;
      lastMs = now;
      onProgress({ phase: 'down', mbps: mbps[mbps.length - 1]! });
      if (failed()) throw failed();
      if (now - movedMs > STALLED_MS) throw new MeterFault('Nothing came for eight seconds.');
      if (isThrough(mbps)) return mbps;
    }
  }

  try {
    const about = aboutMeter.parse(await (await ask(METER_PATHS.about)).json());
    onProgress({ phase: 'idle', mbps: null });
    await ping();
    const idle: number[] = [];
    for (let i = 0; i < IDLE_PINGS; i++) {
      idle.push(await ping());
      await wait(PING_EVERY_MS);
    }

    const pull = fillDown(STREAMS);
    const downMbps = await sampled(pull.bytes, pull.fault).finally(pull.stop);

    const push = fillUp(STREAMS, run);
    let upMbps: number[] = [];
    try {
      let movedMs = performance.now();
      while (!isThrough(upMbps)) {
        await wait(SAMPLE_MS);
        const now = await arrived(run);
        if (now.slice(upMbps.length).some((v) => v > 0)) movedMs = performance.now();
        upMbps = now;
        onProgress({ phase: 'up', mbps: upMbps[upMbps.length - 1] ?? null });
        if (push.fault()) throw push.fault();
        if (performance.now() - movedMs > STALLED_MS)
          throw new MeterFault('Nothing arrived for eight seconds.');
      }
    } finally {
      await push.stop();
    }

    onProgress({ phase: 'both', mbps: null });
    const fullDown = fillDown(STREAMS / 2);
    const fullUp = fillUp(STREAMS / 2, `${run.slice(0, 38)}-b`);
    const loaded: number[] = [];
    try {
      // The queues fill first.
      await wait(2 * SAMPLE_MS);
      queue.from(performance.now());
      const until = performance.now() + BOTH_MS;
      while (performance.now() < until) {
        loaded.push(await ping());
        await wait(PING_EVERY_MS);
      }
    } finally {
      await Promise.all([fullDown.stop(), fullUp.stop()]);
    }

    const queuedMs = queue.medianMs();
    const [down, up] = [judgeSamples(downMbps), judgeSamples(upMbps)];
    const [still, full] = [judgeTrips(idle), judgeTrips(loaded)];
    return {
      down,
      up,
      idleMs: still.tripMs,
      jitterMs: still.jitterMs,
      loadedMs: full.tripMs,
      loadedJitterMs: full.jitterMs,
      about,
      limit: limitOf(
        {
          downMbps: down.mbps,
          upMbps: up.mbps,
          downSpreadMbps: down.spreadMbps,
          idleMs: still.tripMs,
          loadedMs: full.tripMs,
        },
        { ...about, lateMs: median(lates) ?? 0, queuedMs },
      ),
    };
  } catch (error) {
    // What a browser throws where nothing answers; anything else is a bug of ours.
    if (error instanceof TypeError && !stop.signal.aborted)
      throw new MeterFault('The laptop does not answer from here.');
    throw error;
  } finally {
    queue.close();
    stop.abort();
    signal.removeEventListener('abort', abort);
  }
}
