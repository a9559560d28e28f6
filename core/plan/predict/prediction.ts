import type { Band } from '../../radio/link/bands';
import type { Need } from '../../site/model/needs';
import type { Spot } from '../../site/model/schema';
import { type Evening } from '../links/busyHour';
import { holdsInTheEvening } from '../links/house';
import type { DecidedBy } from '../links/judge';
import type { Part } from '../links/part';
import type { Verdict } from '../../site/model/verdict';

/** Why a spot has no link. */
export type NoLink =
  { kind: 'noUnits' | 'notJoined' | 'noBand' | 'readSilent' } | { kind: 'tooWeak'; levelDbm: number };

/** What one spot gets under an option: numbers and facts; `words.ts` makes sentences of them. */
export interface Prediction {
  spotId: string;
  number: number;
  name: string;
  need: Need;
  /** Band the device uses; null without a link, or on a wire. */
  band: Band | null;
  unitId: string | null;
  rssiDbm: number | null;
  /** Spread of that level, dB. */
  sigmaDb: number;
  phyMbps: number;
  downMbps: number;
  upMbps: number;
  downRangeMbps: [number, number];
  upRangeMbps: [number, number];
  /** Loaded round trip, ms. */
  latencyMs: number;
  decidedBy: DecidedBy;
  /** What it comes to with nobody else at home, and at the busy hour besides: what works alone alone is tight then. */
  alone: Verdict;
  verdict: Verdict;
  /** What it gets at the busy hour; null where it has no connection, or where nobody has asked. */
  evening: Evening | null;
  pipe: Part[];
  /** Index in the pipe of the part that holds it back in the deciding direction. */
  narrowest: number;
  /** What it would give without that part, Mb/s, and the index of the part that would hold it back then. */
  wouldGiveMbps: number;
  second: number;
  /** The unit a device that does not let go may stay on, and what it gets there. */
  stuck: { unitId: string; downMbps: number; upMbps: number } | null;
  /** Why there is no link, where there is none. */
  problem: NoLink | null;
  /** Runs of this very network at the spot that the figures are taken from; 0 where they are predicted. */
  runs: number;
}

export function noLink(spot: Spot, need: Need, problem: NoLink): Prediction {
  return {
    spotId: spot.id,
    number: spot.number,
    name: spot.name,
    need,
    band: null,
    unitId: null,
    rssiDbm: null,
    sigmaDb: 0,
    phyMbps: 0,
    downMbps: 0,
    upMbps: 0,
    downRangeMbps: [0, 0],
    upRangeMbps: [0, 0],
    latencyMs: 0,
    decidedBy: 'down',
    alone: 'noSignal',
    verdict: 'noSignal',
    evening: null,
    pipe: [],
    narrowest: 0,
    wouldGiveMbps: 0,
    second: 0,
    stuck: null,
    problem,
    runs: 0,
  };
}

/** A prediction with the verdict of both: it works when it works alone and at the busy hour, else it is tight at best. */
export function decided(p: Prediction): Prediction {
  const isShort = p.alone === 'works' && p.evening !== null && !holdsInTheEvening(p.evening);
  return { ...p, verdict: isShort ? 'tight' : p.alone };
}
