import type { Band } from '../../radio/link/bands';
import type { KitItem } from '../../kit/model/schema';
import type { ClientTypeId } from '../../site/model/schema';
import type { Option } from '../option/schema';

/** What the runs at one spot say of the network they were taken in, as far as they say it. */
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
  device: ClientTypeId | 'wired';
}

/** A network that was read, as it stood, with what was read in it by spot. */
export interface NetworkRead {
  option: Option;
  kit: readonly KitItem[];
  spots: ReadonlyMap<string, readonly SpotRead[]>;
}

/** What was read in the networks of a job, the newest first. Readings fill it; a prediction shows it where its way was read. */
export type Read = readonly NetworkRead[];

export const NOTHING_READ: Read = [];
