import { MOST_MINOR, MOST_RATE, type Brief } from '../../brief/brief';
import type { Plan } from '../option/schema';
import { minorDigits } from './money';

/**
 * Brief and plan in another currency. `rate` is what one unit of the present currency is worth in the new one; null
 * relabels: every number stays as it reads. Amounts are kept in whole minor units, which not every currency has.
 */
export function inCurrency(
  { brief, plan }: { brief: Brief; plan: Plan },
  currency: string,
  rate: number | null,
): { brief: Brief; plan: Plan } {
  const perMinor = (rate ?? 1) * 10 ** (minorDigits(currency) - minorDigits(brief.currency));
  const money = (minor: number) => Math.min(MOST_MINOR, Math.round(minor * perMinor));
  const { allowed } = brief;
  return {
    brief: {
      ...brief,
      currency,
      catalogueRate: Math.min(MOST_RATE, brief.catalogueRate * perMinor),
      labourMinorPerHour: money(brief.labourMinorPerHour),
      checkMinor: money(brief.checkMinor),
      offer: {
        ...brief.offer,
        travelMinor: money(brief.offer.travelMinor),
        secondVisitMinor: brief.offer.secondVisitMinor === null ? null : money(brief.offer.secondVisitMinor),
      },
      allowed: {
        ...allowed,
        budgetMinor: allowed.budgetMinor === null ? null : money(allowed.budgetMinor),
      },
    },
    plan: {
      ...plan,
      ownKit: plan.ownKit.map((k) => ({
        ...k,
        costMinor: money(k.costMinor),
        packs: k.packs.map((p) => ({ ...p, costMinor: money(p.costMinor) })),
      })),
      // A metre of cable or a clip may cost a part of a minor unit.
      ownMaterials: plan.ownMaterials.map((m) => ({
        ...m,
        costMinor: Math.min(MOST_MINOR, m.costMinor * perMinor),
      })),
    },
  };
}
