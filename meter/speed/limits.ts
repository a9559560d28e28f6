/** What is known of how a run went, beside its speeds. */
export interface Circumstances {
  /** How late the browser's own clock ticked while data came, median ms: a browser with too much to do ticks late. */
  lateMs: number;
  /** How long a small request under load waited for a connection before it was sent, median ms; null is not known. */
  queuedMs: number | null;
  /** Speed of the laptop's own port by its system, Mb/s; null is not known. */
  portMbps: number | null;
  /** Whether the laptop itself hangs on air; null is not known. */
  portIsAir: boolean | null;
  /** Whether the browser runs on the machine it measures to: nothing of the house is on the way. */
  sameMachine: boolean;
}

export interface Speeds {
  downMbps: number | null;
  upMbps: number | null;
  /** Distance between the quartiles, Mb/s. */
  downSpreadMbps: number | null;
  idleMs: number | null;
  loadedMs: number | null;
}

export interface Limit {
  kind: 'sameMachine' | 'connections' | 'browser' | 'port' | 'air' | 'cable' | 'path' | 'none';
  words: string;
}

/** A clock that ticks later than this is that of a browser at its end, ms. */
const LATE_MS = 120;
/** A small request that waits longer for a connection than this was told by the queue in the browser and not by the way, ms (estimate). */
const QUEUED_MS = 40;
/** Above this a browser on a small machine is as likely the limit as the house, Mb/s (estimate from our bench). */
const BROWSER_MBPS = 1500;
/** Ethernet moves this share of its rate as payload (1500 bytes, timestamps). */
const GOODPUT = 0.9415;
/** A result within this share of a port's payload is the port's. */
const NEAR_PORT = 0.93;
/** A wire gives nearly the same in every sample: spread as a share of the middle. */
const STEADY = 0.03;

const isAt = (mbps: number, portMbps: number) =>
  mbps >= NEAR_PORT * GOODPUT * portMbps && mbps <= 1.01 * portMbps;

/** What a machine is told that measures to itself. */
export const SAME_MACHINE =
  'This browser runs on the machine it measures to: it tells nothing about the house.';

/** What most likely held a run back, in plain words: whatever is no property of the way through the house comes first. */
export function limitOf(speeds: Speeds, about: Circumstances): Limit {
  const down = speeds.downMbps;
  if (about.sameMachine)
    return {
      kind: 'sameMachine',
      words: SAME_MACHINE,
    };
  if (about.queuedMs !== null && about.queuedMs > QUEUED_MS)
    return {
      kind: 'connections',
      words: `Other windows of this browser held all its connections to the laptop: requests waited ${Math.round(about.queuedMs)} ms before they were sent. Close them and run again.`,
    };
  if (down === null) return { kind: 'none', words: 'Nothing came.' };
  if (about.lateMs > LATE_MS || down > BROWSER_MBPS)
    return {
      kind: 'browser',
      words: 'The browser on this device was the limit: the way through the house gives at least this.',
    };
  if (about.portMbps !== null && isAt(down, about.portMbps))
    return {
      kind: 'port',
      words: `The laptop’s own port was the limit (${about.portMbps} Mb/s): the way through the house gives at least this.`,
    };
  if (about.portIsAir === true)
    return {
      kind: 'air',
      words:
        'The laptop itself is on Wi-Fi: this run went over the air twice. Put it on a cable at the gateway.',
    };
  const steady = speeds.downSpreadMbps !== null && speeds.downSpreadMbps <= STEADY * down;
  if (steady && isAt(down, 100))
    return {
      kind: 'cable',
      words:
        'Steady at what a 100 Mb/s link gives: look for an old switch, a port or a cable with a broken pair.',
    };
  const rise =
    speeds.loadedMs !== null && speeds.idleMs !== null ? Math.round(speeds.loadedMs - speeds.idleMs) : null;
  return {
    kind: 'path',
    words: `The way through the house was the limit${rise !== null && rise > 60 ? `; under load answers come ${rise} ms later` : ''}.`,
  };
}
