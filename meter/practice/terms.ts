import type { Place } from '../../core/site/model/schema';
import type { Triple } from './surfaces';

export type Band = 0 | 1 | 2;

/** A unit as the practice house meets it: plain figures of its data sheet, by band. */
export interface PracticeUnit {
  id: string;
  place: Place;
  /** Radiated power towards devices, dBm EIRP; null where it has no such radio. */
  eirpDbm: readonly (number | null)[];
  /** Gain towards what it hears, dBi. */
  gainDbi: Triple;
  widthMhz: Triple;
  streams: number;
  portMbps: number;
  feed: PracticeFeed;
}

export type PracticeFeed =
  | { kind: 'line' }
  | { kind: 'wire'; parentId: string | null }
  /** Over the air from its parent, on whichever of its bands moves most; a radio that serves on the same band halves it. */
  | { kind: 'air'; parentId: string | null; bands: readonly Band[]; shares: boolean }
  | {
      kind: 'powerline';
      parentId: string | null;
      boxMbps: number;
      sameCircuit: boolean;
      onStrip: boolean;
      pair: string;
    }
  | { kind: 'coax'; parentId: string | null; mostMbps: number; pair: string };

/** A device as the practice house meets it. */
export interface PracticeDevice {
  kind: string;
  bands: readonly (0 | 1 | 2)[];
  eirpDbm: Triple;
  gainDbi: Triple;
  bodyDb: number;
  streams: number;
  widthMhz: number;
  ceilingMbps: number;
}

export interface PracticeLine {
  downMbps: number;
  upMbps: number;
  idleMs: number;
}

/** What a reading in a practice house says. Speeds Mb/s, times ms. */
export interface PracticeRun {
  connected: boolean;
  band: 0 | 1 | 2 | null;
  unitId: string | null;
  rssiDbm: number | null;
  /** What the device shows in place of a level. */
  bars?: { shown: number; of: number };
  downMbps: number;
  upMbps: number;
  idleMs: number;
  loadedMs: number;
}

export type PracticeLight = 'holds' | 'thin' | 'lost' | 'noInternet';
