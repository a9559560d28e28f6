import type { ChainPart } from '../../feed/chain';
import { Z90 } from '../../radio/learning/beliefs';
import type { CoaxStretch } from '../../feed/coax';
import type { Features } from '../../radio/propagation/features';
import type { Band } from '../../radio/link/bands';
import type { PathFacts } from '../../radio/propagation/path';

/** Why a part gives what it gives: facts that can go to another thread; `words.ts` makes the sentence when it is read. */
export type Why =
  | { kind: 'line'; measured: boolean }
  | { kind: 'port' }
  | { kind: 'device'; name: string }
  | { kind: 'lead' }
  | { kind: 'run'; name: string; lengthM: number; certainty: string; negotiatedMbps: number | null }
  | { kind: 'cable'; medium: string; lengthM: number; rateMbps: number }
  | { kind: 'coax'; attenuationDb: number; stretches: readonly CoaxStretch[]; guessed: boolean }
  | {
      kind: 'powerline';
      near: string;
      far: string;
      factors: readonly { factor: number; label: string }[];
    }
  | { kind: 'air'; bridge: boolean; band: Band; levelDbm: number; way: PathFacts }
  | { kind: 'dead'; medium: string; problem: string };

/** One length of the pipe between the line and a device. */
export interface Part extends ChainPart {
  kind: 'line' | 'port' | 'feed' | 'air' | 'lead' | 'device';
  /** What it carries by itself, Mb/s, where something else held back what was read over it; else what it gives. */
  carries?: Rates;
  /** Whether it is an estimate or was measured. */
  measured: boolean;
  /** The unit at the far end of a feed, or the serving unit of the air. */
  unitId: string | null;
  /** The unit a feed comes from. */
  parentId: string | null;
  why: Why;
}

/** What one link gives both ways, Mb/s. */
export interface Rates {
  downMbps: number;
  upMbps: number;
}

/** What a link gives over a set of draws of its level, Mb/s. */
export interface DrawnRates {
  down: Float64Array;
  up: Float64Array;
}

/** A link whose level or speed is unsure: the part in its middle, and what it gives at a shift of the level. */
export interface UnsureLink {
  part: Part;
  /** Spread of its level, dB, and of its speed beside that, as a natural logarithm; both 0 where it is sure. */
  sigmaDb: number;
  sigmaLn: number;
  /** Never more than this, Mb/s: a port, or what its kind carries at best. */
  mostMbps: number;
  /** Mb/s at a shift of its level, dB. */
  ratesAt(shiftDb: number): Rates;
  /** What its level leans on, and the spread that is its own beside that, dB; null where it is no level. */
  level: { features: Features; ownDb: number } | null;
  /** What it gave over the draws of each dimension asked for: a hop is shared by all spots behind it. */
  drawn: Map<number, DrawnRates>;
}

/** A link that is sure of what it gives. */
export const sureLink = (part: Part): UnsureLink => ({
  part,
  sigmaDb: 0,
  sigmaLn: 0,
  mostMbps: Infinity,
  ratesAt: () => part,
  level: null,
  drawn: new Map(),
});

/** An estimate of a link's speed that may be off by a factor, as a natural logarithm. */
export const roughLink = (part: Part, sigmaLn: number, mostMbps: number): UnsureLink => ({
  ...sureLink(part),
  sigmaLn,
  mostMbps,
});

/** What one link gives, as a pair of low and high, Mb/s. */
export interface RatesRange {
  downRangeMbps: [number, number];
  upRangeMbps: [number, number];
}

/**
 * What a link gives at the 10th and the 90th percentile of what is unsure of it, Mb/s: its level, and its speed beside that,
 * taken as independent of each other. A link that is sure has its own figure twice.
 */
export function rangeOf(link: UnsureLink): RatesRange {
  const { part, sigmaDb, sigmaLn, mostMbps } = link;
  const at = (z: number, key: keyof Rates): number => {
    const middle = part[key];
    const byLevel = sigmaDb === 0 ? middle : link.ratesAt(z * sigmaDb)[key];
    // Nothing left at a low level is nothing, however sure the speed.
    if (middle <= 0 || byLevel <= 0) return byLevel;
    const ln = Math.hypot(Math.log(byLevel / middle), Z90 * sigmaLn);
    return Math.min(mostMbps, middle * Math.exp(z < 0 ? -ln : ln));
  };
  const range = (key: keyof Rates): [number, number] => [at(-Z90, key), Math.max(part[key], at(Z90, key))];
  return { downRangeMbps: range('downMbps'), upRangeMbps: range('upMbps') };
}
