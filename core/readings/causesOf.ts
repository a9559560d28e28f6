import type { Built } from '../evidence/built';
import type { EvidenceRows, Phase } from '../evidence/rows';
import type { PlanContext } from '../plan/network/context';
import type { Prediction } from '../plan/predict/prediction';
import { linksOf } from '../plan/links/pipe';
import { causeOf, fastestBy, type SpotCause } from './causes';
import type { LineTest } from './line';
import { withTrials } from './trials';
import type { SpotVerdict } from './spotVerdicts';

/** What all causes of a job rest on. */
export interface CausesGround {
  context: PlanContext;
  rows: EvidenceRows;
  verdicts: readonly SpotVerdict[];
  lines: Readonly<Record<Phase, LineTest>>;
}

/**
 * Causes of all spots that a phase found short of their need: before those that were dead, after all that do not work. The network
 * is the one that was read, with what it is reckoned to give.
 */
export function causesOf(
  { context, rows, verdicts, lines }: CausesGround,
  phase: Phase,
  built: Built,
  { predictions }: { predictions: readonly Pick<Prediction, 'spotId' | 'unitId'>[] },
): SpotCause[] {
  const servedBy = new Map(predictions.flatMap((p) => (p.unitId ? [[p.spotId, p.unitId] as const] : [])));
  // What was read beside a unit is what its backhaul gives, as long as both are as they were.
  const option = withTrials(built.option, rows);
  const own = { ...context, ownKit: built.kit };
  const ground = {
    context: own,
    option,
    rows,
    phase,
    line: lines[phase],
    links: linksOf(own, option),
    fastest: fastestBy(rows, phase, servedBy),
  };
  return verdicts.flatMap((v) => {
    const cause = phase === 'after' || v.wasDead ? causeOf(ground, v) : null;
    return cause ? [cause] : [];
  });
}
