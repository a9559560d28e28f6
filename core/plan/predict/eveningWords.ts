import type { Spot } from '../../site/model/schema';
import { type BusyHour, type Evening, type MediumLoad } from '../links/busyHour';
import { holdsInTheEvening } from '../links/house';
import type { Prediction } from './prediction';

/** Evenings of ten, so that none and all are said only where it is so. */
const ofTen = (share: number): number => (share <= 0 ? 0 : Math.min(10, Math.max(1, Math.round(10 * share))));

const percent = (share: number): string => `${(100 * share).toFixed(0)} %`;

/** "5 GHz, channel 36 at B: 52 % of at most 70 %", and what does not fit. */
export function loadWords({ label, share, limit, full }: MediumLoad): string {
  const used = `${label}: ${percent(share)} of at most ${percent(limit)}`;
  return full > 0 ? `${used}, in ${ofTen(full)} of 10 evenings not all fits` : used;
}

/** What does not hold all that is asked of it at the busy hour, and what mends that. */
export function fullWords({ id, label, full }: MediumLoad): string {
  // A channel has the unit that hears it before the bar.
  const mends = id.startsWith('line:')
    ? 'only a faster line mends it'
    : id.includes('|')
      ? 'a cable, another place or another channel mends it'
      : 'a wire of its own mends it';
  return `At the busy hour ${label} is full in ${ofTen(full)} of 10 evenings: ${mends}.`;
}

/** "3 Study, 5 Lounge". */
const named = (ids: readonly string[], spots: readonly Pick<Spot, 'id' | 'number' | 'name'>[]): string =>
  ids
    .flatMap((id) => spots.find((s) => s.id === id) ?? [])
    .map((s) => `${s.number} ${s.name}`)
    .join(', ');

/** What the line does not hold whatever is built, said before any price; null where it holds all. */
export function lineShortWords(
  { lineShort: { alone, evening }, people }: Pick<BusyHour, 'lineShort' | 'people'>,
  spots: readonly Pick<Spot, 'id' | 'number' | 'name'>[],
): string | null {
  const said = [
    alone.length > 0 ? `it carries less than the need of ${named(alone, spots)}` : '',
    evening.length > 0
      ? `in the evening, with ${people} at home, it does not hold ${named(evening, spots)}`
      : '',
  ].filter((w) => w !== '');
  return said.length > 0
    ? `The line is too small, whatever is built: ${said.join('; ')}. Only a faster line mends it.`
    : null;
}

/** Evenings of ten in which a need is not met. */
const shortOfTen = ({ used, met }: Evening): number => ofTen((used - met) / Math.max(1, used));

/** Why a spot that works alone does not at the busy hour: what is full, how often and by whom; null where it holds, or fails alone too. */
export function eveningWords(
  { alone, evening }: Pick<Prediction, 'alone' | 'evening'>,
  spots: readonly Pick<Spot, 'id' | 'number' | 'name'>[],
): string | null {
  if (alone !== 'works' || !evening || holdsInTheEvening(evening) || !evening.full) return null;
  const { label, by, isLine } = evening.full;
  const remedy = isLine ? '. Only a faster line mends it' : '';
  return `Works alone, not at the busy hour: ${label}, is full in ${shortOfTen(evening)} of 10 evenings, most by ${named(by, spots)}${remedy}.`;
}

/** The same in a few words, for a row. */
export function eveningLabel({ alone, evening }: Pick<Prediction, 'alone' | 'evening'>): string | null {
  if (alone !== 'works' || !evening || holdsInTheEvening(evening) || !evening.full) return null;
  return `alone, short in ${shortOfTen(evening)} of 10 evenings`;
}
