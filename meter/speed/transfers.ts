import { METER_PATHS, aboutMeter, upReport } from './protocol';

/** Why a run did not come to an end, in words. */
export class MeterFault extends Error {}

export interface MeterAt {
  /** Address of the server without a path, '' for the page's own. */
  base: string;
  /** Sent with each request; null where the page itself is let in. */
  token: string | null;
}

/** One body up at the start; it grows with the speed, so that a fast way is not held up by its ends, bytes. */
const UP_FIRST_BYTES = 256 * 1024;
const UP_LARGEST_BYTES = 32 * 1024 * 1024;
/** A body should take about this long, ms. */
const UP_BODY_MS = 400;

/** How long an answer about the other end is waited for, ms. */
const ABOUT_MS = 4000;

/** How often a machine is asked before it counts as not reached, and the pause between, ms. */
const REACH_TRIES = 3;
const REACH_PAUSE_MS = 300;

export const wait = (ms: number) => new Promise<void>((next) => setTimeout(next, ms));

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

/** A way that is being filled, until it is told to stop. */
export interface Filling {
  fault: () => unknown;
  stop: () => Promise<void>;
}

/** Requests and transfers of one run to the server at the other end; all of them end with the signal. */
export function transfers(at: MeterAt, stop: AbortSignal) {
  const headers: Record<string, string> = at.token ? { authorization: `Bearer ${at.token}` } : {};
  const ask = async (path: string, init: RequestInit = {}): Promise<Response> => {
    const response = await fetch(at.base + path, {
      cache: 'no-store',
      headers,
      signal: stop,
      ...init,
    });
    if (response.ok) return response;
    const said = (await response.json().catch(() => null)) as { problems?: { message: string }[] } | null;
    throw new MeterFault(said?.problems?.[0]?.message ?? `The meter answered ${response.status}.`);
  };
  /** A signal for part of the run, which ends with the whole at the latest. */
  const part = () => {
    const own = new AbortController();
    stop.addEventListener('abort', () => own.abort());
    return own;
  };
  const ping = async (): Promise<number> => {
    const start = performance.now();
    await ask(METER_PATHS.ping);
    return performance.now() - start;
  };
  /** Fills the way down with some streams until told otherwise. */
  function fillDown(streams: number): Filling & { bytes: () => number } {
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
  function fillUp(streams: number, name: string): Filling {
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

  return { ask, ping, fillDown, fillUp, arrived };
}

/** Whether the machine that runs Nestle answers a small request now: asked three times, so that one lost answer says nothing. */
export async function isReached(at: MeterAt): Promise<boolean> {
  for (let n = 0; n < REACH_TRIES; n++)
    try {
      await transfers(at, AbortSignal.timeout(ABOUT_MS)).ping();
      return true;
    } catch {
      await wait(REACH_PAUSE_MS);
    }
  return false;
}

/** Whether the machine that runs Nestle is the one that asks: it tells nothing of the house. False where nothing answers. */
export async function isSameMachine(at: MeterAt): Promise<boolean> {
  try {
    const { ask } = transfers(at, AbortSignal.timeout(ABOUT_MS));
    return aboutMeter.parse(await (await ask(METER_PATHS.about)).json()).sameMachine;
  } catch {
    return false;
  }
}
