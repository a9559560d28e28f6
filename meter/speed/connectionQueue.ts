import { median } from '../../core/stats/median';
import { METER_PATHS } from './protocol';

/** The timing of one request as a browser tells it, ms since the page began; 0 where another origin keeps it to itself. */
interface Timed {
  name: string;
  startTime: number;
  fetchStart: number;
  requestStart: number;
}

/**
 * How long small requests waited in the browser for a connection of their own. A browser opens six to one host: where other
 * windows hold them, a round trip is told by that queue and not by the way through the house.
 */
export class ConnectionQueue {
  private readonly seen: Timed[] = [];
  private sinceMs = 0;
  private readonly observer: PerformanceObserver | null;

  constructor() {
    this.observer = PerformanceObserver.supportedEntryTypes.includes('resource')
      ? new PerformanceObserver((list) => this.add(list.getEntries() as PerformanceResourceTiming[]))
      : null;
    this.observer?.observe({ type: 'resource' });
  }

  /** Takes note of requests; what is no ping of the meter is passed over. */
  add(entries: readonly Timed[]): void {
    for (const entry of entries)
      if (entry.name.includes(METER_PATHS.ping) && entry.requestStart > 0) this.seen.push(entry);
  }

  /** Counts requests from now on, ms since the page began. */
  from(ms: number): void {
    this.sinceMs = ms;
  }

  /** Median of what they waited, ms; null where the browser tells nothing of it. */
  medianMs(): number | null {
    if (this.observer) this.add(this.observer.takeRecords() as PerformanceResourceTiming[]);
    return median(
      this.seen.filter((e) => e.startTime >= this.sinceMs).map((e) => e.requestStart - e.fetchStart),
    );
  }

  close(): void {
    this.observer?.disconnect();
  }
}
