import { median } from '../../core/stats/median';
import { STREAMS } from './protocol';
import { SAMPLE_MS } from './samples';
import { MeterFault, transfers, wait, type Filling, type MeterAt } from './transfers';

/** How long each direction is kept full when several phones run at once, and how much of that is ramp, ms. */
const FILLED_MS = 8000;
const RAMP_MS = 2000;
/** From one direction to the other, so that a phone whose clock is a little late meets the others still, ms. */
const PAUSE_MS = 1500;
const PING_EVERY_MS = 200;

/** What a phone got while others ran beside it. Speeds Mb/s, times ms. */
export interface TogetherResult {
  downMbps: number;
  upMbps: number;
  /** Median round trip while everything was full; null where none was answered. */
  loadedMs: number | null;
}

const tenth = (v: number) => Math.round(v * 10) / 10;

/** The samples of a transfer as one, after its ramp; of a phone so busy that it took hardly any, of those it has. */
function settled(mbps: readonly number[]): number {
  const after = mbps.slice(RAMP_MS / SAMPLE_MS);
  return median(after.length > 0 ? after : mbps) ?? 0;
}

/**
 * Measures for the same time as others do: from a moment on, `startsInMs` from now, eight seconds down and eight up, full all the time,
 * with round trips beside. What comes to nothing is 0; a meter that refuses, or that answers and does not say what arrived, rejects
 * with `MeterFault`.
 */
export async function measureTogether(
  at: MeterAt,
  run: string,
  startsInMs: number,
  onProgress: (phase: 'waiting' | 'down' | 'up', mbps: number | null) => void,
  signal: AbortSignal,
): Promise<TogetherResult> {
  const startMs = performance.now() + startsInMs;
  const stop = new AbortController();
  const abort = () => stop.abort();
  signal.addEventListener('abort', abort);
  const { ping, fillDown, fillUp, arrived } = transfers(at, stop.signal);
  const trips: number[] = [];

  /** Samples and round trips while a way is full. */
  async function filled(way: Filling, untilMs: number, sample: () => Promise<void> | void): Promise<void> {
    let isOver = false;
    const pinged = (async () => {
      await wait(RAMP_MS);
      while (!isOver) {
        await ping().then(
          (ms) => trips.push(ms),
          () => undefined,
        );
        await wait(PING_EVERY_MS);
      }
    })();
    try {
      while (performance.now() < untilMs && !stop.signal.aborted) {
        await wait(SAMPLE_MS);
        await sample();
        const fault = way.fault();
        // A network that is gone for a while is what the house gives; a meter that refuses is not.
        if (fault instanceof MeterFault) throw fault;
      }
    } finally {
      isOver = true;
      await way.stop();
      await pinged;
    }
  }

  try {
    onProgress('waiting', null);
    await wait(Math.max(0, startMs - performance.now()));
    const down: number[] = [];
    const pull = fillDown(STREAMS);
    let [last, lastMs] = [0, performance.now()];
    await filled(pull, startMs + FILLED_MS, () => {
      const [bytes, now] = [pull.bytes(), performance.now()];
      down.push(((bytes - last) * 8) / ((now - lastMs) * 1000));
      [last, lastMs] = [bytes, now];
      onProgress('down', down[down.length - 1]!);
    });
    const upAtMs = startMs + FILLED_MS + PAUSE_MS;
    await wait(Math.max(0, upAtMs - performance.now()));
    let up: number[] = [];
    await filled(fillUp(STREAMS, run), upAtMs + FILLED_MS, async () => {
      up = await arrived(run).catch((error: unknown) => {
        if (error instanceof MeterFault) throw error;
        return up;
      });
      onProgress('up', up[up.length - 1] ?? null);
    });
    if (signal.aborted) throw new MeterFault('Stopped.');
    // Asked beside full streams it may wait for its turn until they end: what came in the last seconds, or at all, is asked for now.
    up = await arrived(run).catch(() => up);
    if (up.length === 0 && trips.length > 0)
      throw new MeterFault('The laptop did not say what arrived: run it once more.');
    const loadedMs = median(trips);
    return {
      downMbps: tenth(settled(down)),
      upMbps: tenth(settled(up)),
      loadedMs: loadedMs === null ? null : tenth(loadedMs),
    };
  } finally {
    stop.abort();
    signal.removeEventListener('abort', abort);
  }
}
