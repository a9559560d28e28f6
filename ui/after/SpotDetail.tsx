'use client';
import type { Built } from '@/core/evidence/built';
import { partLabel } from '@/core/plan/links/partWords';
import type { Prediction } from '@/core/plan/predict/prediction';
import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import type { Spot } from '@/core/site/model/schema';
import { VERDICT_WORDS } from '@/core/site/model/verdict';
import { useBuilt, useDerived, useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { useAccept } from '@/ui/job/useAccept';
import { speedText } from '@/ui/pieces/format';
import { CauseText } from '@/ui/readings/CauseText';
import { ProofNotes } from '@/ui/readings/ProofNotes';
import { ReadingForm } from '@/ui/readings/ReadingForm';
import { Remarks } from '@/ui/readings/Remarks';
import { RunList } from '@/ui/readings/RunList';
import { Remedies } from './Remedies';
import { RoundBegun, runsAt, type Begun } from './RoundBegun';
import { Story } from './Story';

/** A spot in After, open: its story, what it was put down to and what would mend it, its runs and the next one. */
export function SpotDetail({
  spot,
  verdict: v,
  prediction: p,
  network,
  begun,
  onBegun,
}: {
  spot: Spot;
  verdict: SpotVerdict | undefined;
  prediction: Prediction | undefined;
  network: Built;
  /** The round that was begun here last, whichever spot it was for. */
  begun: Begun | null;
  onBegun: (begun: Begun | null) => void;
}) {
  const option = useOption();
  const isBuilt = useBuilt() !== null;
  const { derived } = useDerived();
  const { ensure } = useAccept();
  const runs = useJob((s) => runsAt(s.evidence, spot.id));
  const narrow = p?.pipe[p.narrowest];
  const cause = derived?.causes.find((c) => c.spotId === spot.id && c.phase === 'after');
  return (
    <div>
      {v && <Story spot={spot} verdict={v} option={network.option} />}
      {v?.after && (
        <p className="mt-1">
          Median of {v.after.runs}: {speedText(v.after.downMbps)} ↓ of {speedText(v.need.downMbps)},{' '}
          {speedText(v.after.upMbps)} ↑ of {speedText(v.need.upMbps)} Mb/s,{' '}
          {v.after.latencyMs === null
            ? 'round trip not measured'
            : `${v.after.latencyMs.toFixed(0)} of ${v.need.latencyMs} ms`}
          .
        </p>
      )}
      {v?.gone && (
        <p className="mt-1 font-semibold text-good">
          The dead spot is gone: {v.after!.runsMet} of {v.after!.runs} runs meet the need on the same kind of
          device.
        </p>
      )}
      {v?.worse && (
        <p className="mt-1 font-semibold text-mains">
          This spot was fine before ({VERDICT_WORDS[v.before!.verdict]}) and is worse now (
          {VERDICT_WORDS[v.after!.verdict]}). Look at what serves it, then read again.
        </p>
      )}
      {v && !v.gone && v.missing.length > 0 && (
        <p className="mt-1">
          <strong className="font-semibold">Missing:</strong> {v.missing.join('; ')}.
        </p>
      )}
      {begun?.spotId === spot.id && begun.runs === runs ? (
        <RoundBegun begun={begun} onBack={() => onBegun(null)} />
      ) : cause ? (
        <>
          <CauseText cause={cause} option={network.option} />
          {isBuilt && <Remedies key={spot.id} cause={cause} option={network.option} onBegun={onBegun} />}
        </>
      ) : (
        v?.after &&
        v.after.verdict !== 'works' &&
        narrow && (
          <p className="mt-1">
            <strong className="font-semibold">Held back by {partLabel(narrow, network.option)}</strong> by the
            prediction. Change it in Plan, fit it, read again.
          </p>
        )
      )}
      <ProofNotes verdict={v} />
      <Remarks spotId={spot.id} />
      <RunList spotId={spot.id} phase="after" verdict={v} />
      <ReadingForm
        key={spot.id}
        spot={spot}
        phase="after"
        network={network}
        before={option ? () => ensure(option) : undefined}
      />
    </div>
  );
}
