import { priceNow } from '@/core/evidence/agreed';
import type { SignedFor } from '@/core/evidence/agreement';
import { acceptedOption } from '@/core/evidence/built';
import { evidenceOf } from '@/core/evidence/fold';
import { isAsSigned, signedNow } from '@/core/evidence/signed';
import type { Derived } from '@/core/job/planner';
import { moneyText } from '@/core/plan/cost/money';
import { speedText } from '@/core/site/model/speedText';
import { VERDICT_WORDS } from '@/core/site/model/verdict';
import type { OpenJob } from '../jobs/loaded';

/** What can be signed for on a phone, as it stands on the customer's page. */
export interface WalkSigning {
  shown: SignedFor;
  /** The same in words, spot by spot. */
  lines: { number: number; words: string }[];
  /** With tax and extras; null where no price was agreed to. */
  total: string | null;
  /** Who signed last, and whether that is what stands there now; null before anybody has. */
  last: { who: string; at: string; isSame: boolean } | null;
}

/** What stands to be signed for; null before anything was agreed to. */
export function signingOf({ job }: OpenJob, derived: Derived): WalkSigning | null {
  const accepted = acceptedOption(job.plan, job.evidence);
  if (!accepted) return null;
  const price = priceNow(job.evidence, job.brief, derived.options[accepted.id] ?? null);
  const shown = signedNow({ ...job, derived }, price);
  const last = evidenceOf(job.evidence).signed.at(-1);
  return {
    shown,
    lines: shown.spots.flatMap((s) => {
      const spot = job.site.spots.find((p) => p.id === s.spotId);
      if (!spot) return [];
      const verdict = s.gone ? 'gone' : s.verdict ? VERDICT_WORDS[s.verdict] : 'not read';
      const read = s.downMbps > 0 ? `, ${speedText(s.downMbps)} ↓ ${speedText(s.upMbps)} ↑ Mb/s` : '';
      return [{ number: spot.number, words: `${spot.name}: ${verdict}${read}` }];
    }),
    total: shown.totalMinor === null ? null : moneyText(shown.totalMinor, price!.agreed.currency),
    last: last ? { who: last.who, at: last.at, isSame: isAsSigned(last, shown) } : null,
  };
}
