import { acceptedOption, asBuilt } from '../evidence/built';
import { evidenceOf } from '../evidence/fold';
import type { EvidenceRow, EvidenceRows } from '../evidence/rows';
import type { Plan } from '../plan/option/schema';
import type { Site } from '../site/model/schema';
import type { SpotCause } from '../readings/causes';
import { takenInto } from '../suggest/choices/added';
import type { Remedy } from '../suggest/questions/remedies';

/** What one press does: the plan with the remedy in it, and the rows that tell of it. */
export interface NextRound {
  plan: Plan;
  rows: EvidenceRow[];
}

/**
 * Begins the next round with a remedy. Where the plan changes, the option agreed to is changed as it was built; what was agreed to
 * stays as it was, and the price of the remedy is an extra that somebody still has to agree to. Which proofs that ends, what is to be
 * fitted and what is to be bought follow from the plan. Null where nothing is built that could have another round.
 *
 * @param newId makes an id that nothing has
 * @param at now, ISO
 */
export function nextRound(
  { site, plan, rows }: { site: Site; plan: Plan; rows: EvidenceRows },
  cause: SpotCause,
  remedy: Remedy,
  newId: (kind: string) => string,
  at: string,
): NextRound | null {
  const built = asBuilt(site, plan, rows);
  const accepted = acceptedOption(plan, rows);
  // A plan nobody agreed to, or one that was deleted, cannot have another round.
  if (!built || (remedy.proposal && !accepted)) return null;
  const base = { at, by: '' };
  const label = remedy.label.slice(0, 200);
  const told: EvidenceRow[] = [
    {
      kind: 'remedy',
      id: newId('rm'),
      ...base,
      spotId: cause.spotId,
      cause: cause.first.kind,
      unitId: cause.first.unitId,
      act: remedy.act,
      label,
      downMbps: remedy.downMbps,
      upMbps: remedy.upMbps,
      minor: remedy.minor,
    },
  ];
  if (remedy.minor !== null && remedy.minor !== 0)
    told.push({
      kind: 'extra',
      id: newId('ex'),
      ...base,
      what: label.slice(0, 80),
      minor: remedy.minor,
      agreedBy: '',
      replacesId: null,
    });
  if (!remedy.proposal || !accepted) return { plan, rows: told };
  const then = takenInto(accepted, remedy.proposal, newId);
  // What stood otherwise than planned is in the plan now: it counts as planned from here on.
  const { moves } = evidenceOf(rows);
  for (const [unitId, move] of moves)
    if (!move.leftOut && (move.place !== null || move.feed !== null))
      told.push({
        kind: 'move',
        id: newId('mv'),
        ...base,
        unitId,
        place: null,
        feed: null,
        leftOut: false,
        note: label,
      });
  return {
    plan: { ...plan, options: plan.options.map((o) => (o.id === accepted.id ? then : o)) },
    rows: told,
  };
}
