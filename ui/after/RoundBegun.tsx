'use client';
import { useState } from 'react';
import { evidenceOf } from '@/core/evidence/fold';
import type { EvidenceRows } from '@/core/evidence/rows';
import { takenBack, type NextRound } from '@/core/job/nextRound';
import type { Plan } from '@/core/plan/option/schema';
import { newId } from '@/ui/job/newId';
import { useJobStore } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';

/** A round that was just begun, with how the job stood before it. */
export interface Begun {
  spotId: string;
  /** Runs that were read at its spot by then: with the next one its cause is asked for anew. */
  runs: number;
  round: NextRound;
  before: { plan: Plan; rows: EvidenceRows };
}

/** Runs that were ever read at a spot. */
export const runsAt = (rows: EvidenceRows, spotId: string): number =>
  evidenceOf(rows).bySpot.get(spotId)?.length ?? 0;

/** Says that the next round has begun, and takes it back by one press for as long as nothing was built on it. */
export function RoundBegun({ begun, onBack }: { begun: Begun; onBack: () => void }) {
  const store = useJobStore();
  const record = useRecord();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { round, before } = begun;
  async function takeBack() {
    if (busy) return;
    setBusy(true);
    const { plan, evidence, setPlan } = store.getState();
    const back = takenBack({ plan, rows: evidence }, round, before, newId, new Date().toISOString());
    const failed = back
      ? await record.rows(back.rows)
      : 'The plan was changed or something was fitted since: the round stands. Change the plan in Plan.';
    if (!failed && back && round.plan !== before.plan) setPlan(() => back.plan);
    setBusy(false);
    setProblem(failed);
    if (!failed) onBack();
  }
  return (
    <div className="mt-1 border-l-4 border-l-fibre pl-2" role="status">
      <p>
        {round.plan === before.plan
          ? 'The next round has begun: do it, then read this spot again.'
          : 'The next round has begun: the plan holds it, Fit has its steps and what to buy, its price is an extra nobody has agreed to yet.'}
      </p>
      <Button className="mt-1" disabled={busy} onClick={() => void takeBack()}>
        Take the round back
      </Button>
      <Problem words={problem} className="mt-1" />
    </div>
  );
}
