'use client';
import { useMemo, useState } from 'react';
import { nextRound } from '@/core/job/nextRound';
import { minutesText } from '@/core/plan/cost/duration';
import { moneyText } from '@/core/plan/cost/money';
import type { Option } from '@/core/plan/option/schema';
import type { SpotCause } from '@/core/readings/causes';
import type { Remedy } from '@/core/suggest/questions/remedies';
import { useBuilt } from '@/ui/job/derived';
import { newId } from '@/ui/job/newId';
import { useJob, useJobStore } from '@/ui/job/store';
import { useAsk } from '@/ui/job/useAsk';
import { useRecord } from '@/ui/job/useRecord';
import { Button } from '@/ui/pieces/Button';
import { speedText } from '@/ui/pieces/format';
import { Problem } from '@/ui/pieces/Problem';
import { runsAt, type Begun } from './RoundBegun';

/** The numbers of spots that have to be read again, in a few words. */
function ReadAgain({ ids }: { ids: readonly string[] }) {
  const spots = useJob((s) => s.site.spots);
  const numbers = spots
    .filter((s) => ids.includes(s.id))
    .map((s) => s.number)
    .sort((a, b) => a - b);
  return <>read again {numbers.join(', ') || 'nothing else'}</>;
}

/** What the remedies of a spot are, and one press that begins the next round with one of them. */
export function Remedies({
  cause,
  option,
  onBegun,
}: {
  cause: SpotCause;
  option: Option;
  onBegun: (begun: Begun) => void;
}) {
  const store = useJobStore();
  const record = useRecord();
  const built = useBuilt();
  const currency = useJob((s) => s.brief.currency);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { spotId } = cause;
  // The chance of a cause moves a little with every run: the remedies are asked for anew where the cause is another.
  const first = JSON.stringify({ ...cause.first, chance: Math.round(cause.first.chance * 10) / 10 });
  const question = useMemo(
    () => ({ kind: 'remedies' as const, option, spotId, cause: JSON.parse(first) as SpotCause['first'] }),
    [option, spotId, first],
  );
  const remedies = useAsk<'remedies'>(question);
  async function begin(remedy: Remedy) {
    if (busy) return;
    setBusy(true);
    const { site, plan, evidence, setPlan } = store.getState();
    const round = nextRound({ site, plan, rows: evidence }, cause, remedy, newId, new Date().toISOString());
    const failed = round
      ? await record.rows(round.rows)
      : 'The option that was agreed to is not in the plan any more: accept one on the offer, then begin the round.';
    if (!failed && round && round.plan !== plan) setPlan(() => round.plan);
    setBusy(false);
    setProblem(failed);
    // The plan as the store has it: what belongs together with the change was done there.
    if (!failed && round)
      onBegun({
        spotId,
        runs: runsAt(evidence, spotId),
        round: { ...round, plan: store.getState().plan },
        before: { plan, rows: evidence },
      });
  }
  if (!remedies)
    return (
      <p className="mt-1 text-ink-2" role="status">
        Trying what would mend it.
      </p>
    );
  return (
    <div className="mt-2" role="group" aria-label="Remedies">
      {remedies.length === 0 && (
        <p>No single change mends it for sure. Take one reading more, or look for two changes in Plan.</p>
      )}
      <ol className="divide-y divide-rule border-y border-rule">
        {remedies.map((r) => (
          <li key={r.label} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
            <span className="min-w-44 flex-1">
              {r.label}
              <span className="fig block text-[13px] text-ink-2">
                {speedText(r.downMbps)} ↓ {speedText(r.upMbps)} ↑ Mb/s
                {r.works ? ', works' : ', not enough alone'};{' '}
                {r.minor === null
                  ? 'not ours to price'
                  : r.minor === 0
                    ? 'no cost'
                    : moneyText(r.minor, currency)}
                {r.minutes === null ? '' : `, ${minutesText(Math.max(0, r.minutes))} on site`};{' '}
                <ReadAgain ids={r.readAgain} />
              </span>
            </span>
            <Button
              disabled={busy || !built}
              onClick={() => void begin(r)}
              aria-label={`Next round: ${r.label}`}
            >
              Next round
            </Button>
          </li>
        ))}
      </ol>
      <Problem words={problem} className="mt-1" />
    </div>
  );
}
