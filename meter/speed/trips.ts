import { wait, type MeterAt } from './transfers';
import { METER_PATHS } from './protocol';

/** How far apart small requests are, and how long an answer is waited for, ms. */
const EVERY_MS = 100;
const PATIENCE_MS = 4000;

/**
 * Sends one small request after another until told to stop, and says of each when it was sent, ms since the start, and how long its
 * answer took; null where none came in four seconds.
 */
export async function watchTrips(
  at: MeterAt,
  onTrip: (atMs: number, tripMs: number | null) => void,
  signal: AbortSignal,
): Promise<void> {
  const began = performance.now();
  while (!signal.aborted) {
    const sent = performance.now();
    const given = AbortSignal.timeout(PATIENCE_MS);
    const answered = await fetch(at.base + METER_PATHS.ping, {
      cache: 'no-store',
      headers: at.token ? { authorization: `Bearer ${at.token}` } : {},
      signal: AbortSignal.any([given, signal]),
    }).then(
      (r) => r.ok,
      () => false,
    );
    if (signal.aborted) return;
    onTrip(Math.round(sent - began), answered ? performance.now() - sent : null);
    // Where the network is down at once, the next try is not sooner than the pace.
    await wait(EVERY_MS);
  }
}
