import { METER_PATHS, STREAMS, aboutMeter, upReport, type AboutMeter } from './protocol';
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

/** Why a run did not come to an end, in words. */
export class MeterFault extends Error {}

export interface MeterAt {
  /** Address of the server without a path, '' for the page's own. */
  base: string;
  /** Sent with each request; null where the page itself is let in. */
  token: string | null;
}

/** Pings before anything moves, and how far apart, ms. */
const IDLE_PINGS = 12;
const PING_EVERY_MS = 60;
/** How long both directions are kept full for the round trip under load, ms. */
const BOTH_MS = 2000;
/** One body up at the start; it grows with the speed, so that a fast way is not held up by its ends, bytes. */
const UP_FIRST_BYTES = 256 * 1024;
const UP_LARGEST_BYTES = 32 * 1024 * 1024;
/** A body should take about this long, ms. */
const UP_BODY_MS = 400;
/** No answer for so long is no connection, ms. */
const STALLED_MS = 8000;

const wait = (ms: number) => new Promise<void>((next) => setTimeout(next, ms));

let noise: Blob | null = null;
/** Noise to send, made once; larger bodies are the same noise again and again. */
function body(bytes: number): Blob {
  if (!noise) {
    const piece = new Uint8Array(UP_FIRST_BYTES);
    for (let at = 0; at < piece.length; at += 65_536) crypto.getRandomValues(piece.subarray(at, at + 65_536));
    noise = new Blob(Array.from({ length: UP_LARGEST_BYTES / UP_FIRST_BYTES }, () => piece));
  }
  return noise.slice(0, bytes);
}

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
  const headers: Record<string, string> = at.token ? { authorization: `Bearer ${at.token}` } : {};
  const ask = async (path: string, init: RequestInit = {}): Promise<Response> => {
    const response = await fetch(at.base + path, {
      cache: 'no-store',
      headers,
      signal: stop.signal,
      ...init,
    });
    if (response.ok) return response;
    const said = (await response.json().catch(() => null)) as { problems?: { message: string }[] } | null;
    throw new MeterFault(said?.problems?.[0]?.message ?? `The meter answered ${response.status}.`);
  };
  /** A signal for part of the run, which ends with the whole at the latest. */
  const part = () => {
    const own = new AbortController();
    stop.signal.addEventListener('abort', () => own.abort());
    return own;
  };
  const ping = async (): Promise<number> => {
    const start = performance.now();
    await ask(METER_PATHS.ping);
    return performance.now() - start;
  };
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

  /** Fills the way down with some streams until told otherwise. */
  function fillDown(streams: number) {
    const own = part();
    let bytes = 0;
    let fault: unknown = null;
    const pull = async () => {
      const response = await ask(METER_PATHS.down, { signal: own.signal });
      const reader = response.body!.getReader();
      for (;;) {
        const { done, value } = await reader.read();
        if (done) break;
        bytes += value.byteLength;
      }
    };
    const all = Array.from({ length: streams }, () =>
      pull().catch((error: unknown) => {
        if (!own.signal.aborted) fault = error;
      }),
    );
    return {
      bytes: () => bytes,
      fault: () => fault,
      stop: async () => {
        own.abort();
        await Promise.all(all);
      },
    };
  }

  /** Fills the way up with some streams until told otherwise. */
  function fillUp(streams: number, name: string) {
    const own = part();
    let fault: unknown = null;
    const push = async () => {
      let bytes = UP_FIRST_BYTES;
      while (!own.signal.aborted) {
        const start = performance.now();
        await ask(`${METER_PATHS.up}?run=${name}`, {
          method: 'POST',
          body: body(bytes),
          headers: { ...headers, 'content-type': 'application/octet-stream' },
          signal: own.signal,
        });
        const tookMs = performance.now() - start;
        if (tookMs < UP_BODY_MS)
          bytes = Math.min(UP_LARGEST_BYTES, bytes * (tookMs < UP_BODY_MS / 4 ? 4 : 2));
      }
    };
    const all = Array.from({ length: streams }, () =>
      push().catch((error: unknown) => {
        if (!own.signal.aborted) fault = error;
      }),
    );
    return {
      fault: () => fault,
      stop: async () => {
        own.abort();
        await Promise.all(all);
      },
    };
  }

  /** What the server says that arrived of a run. */
  const arrived = async (name: string) =>
    upReport.parse(await (await ask(`${METER_PATHS.up}?run=${name}`)).json()).mbps;

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
