import type { PracticeHouseRef } from '../../core/site/model/schema';
import { named, pick } from './random';

/** What is wrong with a practice house, hidden from whoever plans in it. */
export interface Faults {
  /** Band on which a neighbour talks all day; null for none. */
  busyBand: 0 | 1 | 2 | null;
  /** Share of the line that is left in the evening, and always. */
  eveningShare: number;
  lineShare: number;
  badSplitter: boolean;
  surgeStrip: boolean;
}

const FAULTS_OF = { easy: 0, usual: 2, hard: 4, old: 1 } as const;

/** A house with nothing wrong. */
export const SOUND: Faults = {
  busyBand: null,
  eveningShare: 1,
  lineShare: 1,
  badSplitter: false,
  surgeStrip: false,
};

/** What is wrong with a house, by its seed: how many things hangs on how hard it is meant to be. */
export function faultsOf({ house, seed, difficulty }: PracticeHouseRef): Faults {
  // The farm's are its story: by day its line is sound, its dead spots are the stone's.
  if (house === 'farm') return { ...SOUND, eveningShare: 0.5, surgeStrip: true };
  const random = named(seed, 'faults');
  const some: Partial<Faults>[] = [
    { busyBand: pick(random, [0, 1] as const) },
    { eveningShare: 0.35 + 0.25 * random() },
    { lineShare: 0.55 + 0.3 * random() },
    { badSplitter: true },
    { surgeStrip: true },
  ];
  const out = { ...SOUND };
  for (let n = FAULTS_OF[difficulty]; n > 0; n--)
    Object.assign(out, ...some.splice(Math.floor(random() * some.length), 1));
  return out;
}

/** What somebody may have mended in a practice house. */
export type Mended = 'mendLine' | 'splitter' | 'strip' | 'channel';

/** What is left wrong after some of it was mended: what was not wrong stays as it was. */
export function mendedFaults(faults: Faults, mended: ReadonlySet<string>): Faults {
  const is = (what: Mended) => mended.has(what);
  return {
    busyBand: is('channel') ? null : faults.busyBand,
    eveningShare: is('mendLine') ? 1 : faults.eveningShare,
    lineShare: is('mendLine') ? 1 : faults.lineShare,
    badSplitter: faults.badSplitter && !is('splitter'),
    surgeStrip: faults.surgeStrip && !is('strip'),
  };
}
