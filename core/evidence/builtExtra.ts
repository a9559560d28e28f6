import { sum } from 'd3-array';
import type { Brief } from '../brief/brief';
import { changeText } from '../plan/cost/parts';
import type { Option } from '../plan/option/schema';
import { sinceAgreed, type Priced } from './agreed';
import { evidenceOf } from './fold';
import type { EvidenceRows } from './rows';

const MOST_WORDS = 80;

/** An extra, or a credit, that what was built or planned since it was agreed to comes to. */
export interface BuiltExtra {
  what: string;
  /** Before tax, minor units of the job's currency. */
  minor: number;
}

/**
 * What the network as it was built costs more, or less, than was agreed to, with what of that is an extra already taken off, that of a
 * remedy among it; null where nothing is left. Nothing is charged by itself: it is proposed, and somebody agrees.
 */
export function builtExtra(
  rows: EvidenceRows,
  brief: Pick<Brief, 'currency' | 'offer' | 'lengthUnit'>,
  option: Option,
  built: Priced,
): BuiltExtra | null {
  const { moves, extras, remedies, accepted } = evidenceOf(rows);
  if (!accepted?.price || accepted.price.currency !== brief.currency) return null;
  const moved = option.units.filter((u) => {
    const move = moves.get(u.id);
    return move !== undefined && (move.leftOut || move.place !== null || move.feed !== null);
  });
  // Jobs of earlier versions do not say which extra is for a remedy: it has its words and its price.
  const isRemedy = (x: (typeof extras)[number]) =>
    remedies.some((r) => r.minor === x.minor && r.label.slice(0, MOST_WORDS) === x.what);
  const taken = sum(extras, (x) => (x.asBuilt || isRemedy(x) ? x.minor : 0));
  const since = sinceAgreed(accepted.price, built);
  const minor = (since?.netMinor ?? 0) - taken;
  if (minor === 0) return null;
  const parts = (since?.parts ?? []).map((p) => `${changeText(p, brief.lengthUnit)} ${p.label}`);
  const letters = moved.map((u) => (moves.get(u.id)!.leftOut ? `${u.letter} left out` : `${u.letter} moved`));
  const what = `${moved.length > 0 ? 'As built' : 'Since agreed'}: ${[...letters, ...parts].join(', ') || 'as agreed again'}`;
  return { what: what.length > MOST_WORDS ? `${what.slice(0, MOST_WORDS - 1)}…` : what, minor };
}
