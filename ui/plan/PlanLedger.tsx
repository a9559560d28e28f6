'use client';
import { memo, useMemo } from 'react';
import { directionOf, factsOf, rowOf } from '@/ui/ledger/rows';
import { useDerived, useSettling } from '@/ui/job/derived';
import { useJob, useJobStore } from '@/ui/job/store';
import { Ledger, type LedgerRow } from '@/ui/ledger/Ledger';
import { Pipe } from '@/ui/ledger/Pipe';
import { VERDICT_TONE } from '@/ui/ledger/tones';
import { Words } from '@/ui/ledger/Words';
import { TrackKey } from '@/ui/ledger/Track';
import { eveningLabel, eveningWords } from '@/core/plan/predict/eveningWords';
import { rangeWords } from '@/core/plan/predict/words';
import { speedText } from '@/ui/pieces/format';
import { Button } from '@/ui/pieces/Button';
import { AccessChoice } from './AccessChoice';
import { useShownGhost } from './point/useGhost';
import type { Prediction } from '@/core/plan/predict/prediction';
import { VERDICT_WORDS } from '@/core/site/model/verdict';

/** Numbers of a prediction in words, for readers of the track. */
function predictionLabel(p: Prediction): string {
  const up = p.decidedBy === 'up';
  const range = up ? p.upRangeMbps : p.downRangeMbps;
  return `${p.runs > 0 ? 'read' : 'predicted'} ${speedText(up ? p.upMbps : p.downMbps)} Mb/s ${up ? 'up' : 'down'}, ${rangeWords(p, range, speedText)}, needed ${speedText(up ? p.need.upMbps : p.need.downMbps)}`;
}

/** What decides a spot, of what it needs: a speed, or the round trip where that fails. */
function figureOf(p: Prediction): string {
  if (p.decidedBy === 'latency' && p.latencyMs > p.need.latencyMs)
    return `${p.latencyMs.toFixed(0)} of ${p.need.latencyMs} ms round trip`;
  const up = directionOf(p.decidedBy) === 'up';
  return `${speedText(up ? p.upMbps : p.downMbps)} of ${speedText(up ? p.need.upMbps : p.need.downMbps)} Mb/s`;
}

function usePlanRows(): LedgerRow[] {
  const spots = useJob((s) => s.site.spots);
  const today = useJob((s) => s.plan.today);
  const { predictions, predictionsToday, derived, of: option } = useDerived();
  const ghost = useShownGhost();
  return useMemo(() => {
    const now = option ? predictions : predictionsToday;
    return factsOf(spots, derived?.verdicts, ghost?.predictions ?? now).map((f): LedgerRow => {
      const { spot, prediction: p, verdict } = f;
      const before = verdict?.before;
      // What is pointed at is told against now, else now against what was read before.
      const was = ghost ? now.get(spot.id)?.verdict : before?.verdict;
      const isSame = was === undefined || was === p?.verdict;
      if (!p)
        return rowOf(f, before?.decidedBy, ['before'], {
          trackLabel: 'working it out',
          result: 'working it out',
          tone: 'plain',
          detail: <Words spot={spot} />,
        });
      return rowOf(f, p.decidedBy, ['before', 'predicted', 'range'], {
        trackLabel: predictionLabel(p),
        result: isSame ? VERDICT_WORDS[p.verdict] : `${VERDICT_WORDS[was]} → ${VERDICT_WORDS[p.verdict]}`,
        isPointed: ghost !== null && !isSame,
        note: eveningLabel(p) ?? `${figureOf(p)}${p.runs > 0 ? ', read' : ''}`,
        tone: VERDICT_TONE[p.verdict],
        detail: (
          <>
            <Words spot={spot} />
            <Pipe prediction={p} option={ghost?.sheet.option ?? option ?? today} />
            <BusyHour prediction={p} />
            <AccessChoice spotId={spot.id} />
            {p.verdict !== 'works' && (
              <div className="mt-2">
                <ToFix />
              </div>
            )}
          </>
        ),
      });
    });
  }, [spots, derived, predictions, predictionsToday, option, today, ghost]);
}

/** Leads to what one change would serve the spot that is open. */
function ToFix() {
  const store = useJobStore();
  return <Button onClick={() => store.getState().set({ bench: 'fix' })}>What would fix it?</Button>;
}

/** Why a spot that works alone does not at the busy hour. */
function BusyHour({ prediction }: { prediction: Prediction }) {
  const spots = useJob((s) => s.site.spots);
  const words = eveningWords(prediction, spots);
  return words && <p className="mt-1 text-amber">{words}</p>;
}

/** Says that the numbers are older than the hand. */
function Settling() {
  const settling = useSettling();
  return settling && <span className="fig text-[13px] text-ink-2">settling</span>;
}

/** The ledger of Plan; it follows the numbers, not the hand. */
export const PlanLedger = memo(function PlanLedger() {
  const rows = usePlanRows();
  return (
    <Ledger
      rows={rows}
      head={
        <>
          <TrackKey before predicted />
          <Settling />
        </>
      }
      empty="No spots yet. Put them in Survey: one where each thing must work."
    />
  );
});
