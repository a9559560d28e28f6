import equal from 'fast-deep-equal';
import { networkHash, freeze } from './frozenNetwork';
import { asBuilt } from './built';
import type { PriceNow } from './agreed';
import type { EvidenceRows, RowOf } from './rows';
import type { SignedFor } from './agreement';
import type { Plan } from '../plan/option/schema';
import type { Site } from '../site/model/schema';
import type { Verdict } from '../site/model/verdict';

/** What a verdict says of a spot, as far as it is signed for. */
interface SpotSigned {
  spotId: string;
  wasDead: boolean;
  gone: boolean;
  verdict: Verdict | null;
  after: { downMbps: number; upMbps: number } | null;
}

/** What a job is signed for, with what was computed of it. */
export interface Signable {
  site: Site;
  plan: Plan;
  evidence: EvidenceRows;
  derived: { verdicts: readonly SpotSigned[] };
}

/** What stands on the page now, as it would be signed for. */
export function signedNow({ site, plan, evidence, derived }: Signable, price: PriceNow | null): SignedFor {
  const { verdicts } = derived;
  const built = asBuilt(site, plan, evidence);
  return {
    dead: verdicts.filter((v) => v.wasDead).length,
    gone: verdicts.filter((v) => v.gone).length,
    spots: verdicts.map(({ spotId, gone, verdict, after }) => ({
      spotId,
      gone,
      verdict,
      downMbps: after?.downMbps ?? 0,
      upMbps: after?.upMbps ?? 0,
    })),
    network: built && networkHash(freeze(site, built.option, built.kit).network, site),
    totalMinor: price?.accepted ? price.totalMinor : null,
  };
}

/** Whether what stands there now is what was signed for. An older row kept nothing it could be held against. */
export const isAsSigned = ({ shown }: Pick<RowOf<'signOff'>, 'shown'>, now: SignedFor): boolean =>
  shown === undefined || equal(shown, now);
