import equal from 'fast-deep-equal';
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
      ...(remedy.proposal && { asBuilt: true }),
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

/**
 * Takes a round back that was begun by mistake: the option as it was, what was moved counts again, the extra falls to nothing, and the
 * remedy is told as not done. Null where the plan was changed since, somebody agreed to its price, or something was fitted: then it is real.
 */
export function takenBack(
  { plan, rows }: { plan: Plan; rows: EvidenceRows },
  round: NextRound,
  before: { plan: Plan; rows: EvidenceRows },
  newId: (kind: string) => string,
  at: string,
): NextRound | null {
  const changedId = acceptedOption(round.plan, rows)?.id;
  const optionOf = (of: Plan) => of.options.find((o) => o.id === changedId);
  const known = new Set(before.rows.map((r) => r.id));
  const isFitted = rows.some((r) => r.kind === 'step' && r.act === 'done' && !known.has(r.id));
  const open = new Set(evidenceOf(rows).extras.map((x) => x.id));
  const isAgreed = round.rows.some((r) => r.kind === 'extra' && !open.has(r.id));
  if (!equal(optionOf(plan), optionOf(round.plan)) || isFitted || isAgreed) return null;
  const base = { at, by: '' };
  const { moves } = evidenceOf(before.rows);
  return {
    plan: {
      ...plan,
      options: plan.options.map((o) => (o.id === changedId ? (optionOf(before.plan) ?? o) : o)),
    },
    rows: round.rows.flatMap((r): EvidenceRow[] => {
      if (r.kind === 'remedy') return [{ ...r, ...base, id: newId('rm'), takesBackId: r.id }];
      if (r.kind === 'extra') return [{ ...r, ...base, id: newId('ex'), minor: 0, replacesId: r.id }];
      const move = r.kind === 'move' ? moves.get(r.unitId) : undefined;
      if (!move) return [];
      const { received: _, ...was } = move;
      return [{ ...was, ...base, id: newId('mv') }];
    }),
  };
}
