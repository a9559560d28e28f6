import { speedText } from '../site/model/speedText';
import type { TogetherRun, TogetherSpot } from './together';

/** One spot of a run with others beside it: "4 Desk 31 ↓ 9.2 ↑ Mb/s, enough". */
export function togetherSpotWords({
  number,
  name,
  downMbps,
  upMbps,
  latencyMs,
  need,
  met,
}: TogetherSpot): string {
  const read = `${number} ${name}: ${speedText(downMbps)} ↓ ${speedText(upMbps)} ↑ Mb/s`;
  if (met) return `${read}, enough`;
  const few = downMbps < need.downMbps || upMbps < need.upMbps;
  const lacks = few
    ? `${speedText(need.downMbps)} ↓ ${speedText(need.upMbps)} ↑ needed`
    : latencyMs === null
      ? 'no round trip came back'
      : `${latencyMs.toFixed(0)} of ${need.latencyMs.toFixed(0)} ms`;
  return `${read}, ${lacks}`;
}

/** What a run of several phones at once shows, in a sentence. */
export function togetherWords({ phones, spots, held, stands }: TogetherRun): string {
  const met = spots.filter((s) => s.met).length;
  const found = held
    ? `${phones} at once: every spot got what it needs.`
    : spots.length < phones
      ? `${phones} at once: only ${spots.length} ${spots.length === 1 ? 'has' : 'have'} told what it got.`
      : `${phones} at once: ${met} of ${spots.length} spots got what they need.`;
  return stands ? found : `${found} That was in another network than stands now.`;
}

/** What was reckoned for its spots at the busy hour; empty where it was not asked. */
export function reckonedWords({ spots }: Pick<TogetherRun, 'spots'>): string {
  const told = spots.flatMap((s) => (s.reckonedOfTen === null ? [] : [`${s.number}: ${s.reckonedOfTen}`]));
  return told.length === 0 ? '' : `Reckoned to hold in evenings of ten: ${told.join(', ')}.`;
}
