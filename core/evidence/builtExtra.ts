import { sum } from 'd3-array';
import type { Brief } from '../brief/brief';
import { changeText } from '../plan/cost/parts';
import type { Option } from '../plan/option/schema';
import { priceToAgree, sinceAgreed, type Priced } from './agreed';
import { evidenceOf } from './fold';
import type { EvidenceRows } from './rows';

const MOST_WORDS = 80;

/** An extra, or a credit, that what was built on the day comes to. */
export interface BuiltExtra {
  what: string;
  /** Before tax, minor units of the job's currency. */
  minor: number;
}

/**
 * What the network as it was built costs more, or less, than as it was planned, with what of that is an extra already taken off; null
 * where nothing is left. Nothing is charged by itself: it is proposed, and somebody agrees.
 */
export function builtExtra(
  rows: EvidenceRows,
  brief: Pick<Brief, 'currency' | 'offer' | 'lengthUnit'>,
  option: Option,
  planned: Priced,
  built: Priced,
): BuiltExtra | null {
  const { moves, extras, accepted } = evidenceOf(rows);
  if (!accepted?.price || accepted.price.currency !== brief.currency) return null;
  const moved = option.units.filter((u) => {
    const move = moves.get(u.id);
    return move !== undefined && (move.leftOut || move.place !== null || move.feed !== null);
  });
  const taken = sum(extras, (x) => (x.asBuilt ? x.minor : 0));
  const since = sinceAgreed(priceToAgree(brief, planned), built);
  const minor = (since?.netMinor ?? 0) - taken;
  if (minor === 0) return null;
  const parts = (since?.parts ?? []).map((p) => `${changeText(p, brief.lengthUnit)} ${p.label}`);
  const letters = moved.map((u) => (moves.get(u.id)!.leftOut ? `${u.letter} left out` : `${u.letter} moved`));
  const what = `As built: ${[...letters, ...parts].join(', ') || 'as planned again'}`;
  return { what: what.length > MOST_WORDS ? `${what.slice(0, MOST_WORDS - 1)}…` : what, minor };
}
