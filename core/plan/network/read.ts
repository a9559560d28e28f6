import type { Band } from '../../radio/link/bands';

/** What the runs at one spot say of the very network that is predicted, as far as they say it. */
export interface SpotRead {
  /** Middle of the runs, Mb/s; 0 without a connection. */
  downMbps: number;
  upMbps: number;
  /** Lowest and highest run, Mb/s. */
  downRangeMbps: [number, number];
  upRangeMbps: [number, number];
  /** Loaded round trip, ms; null where none was read. */
  latencyMs: number | null;
  rssiDbm: number | null;
  bandSeen: Band | null;
  /** How many runs there are. */
  runs: number;
}

/** What was read of a network, by spot. Readings fill it; a prediction shows it where it has it. */
export type Read = ReadonlyMap<string, SpotRead>;

export const NOTHING_READ: Read = new Map();
