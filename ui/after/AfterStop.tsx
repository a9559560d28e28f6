'use client';
import Link from 'next/link';
import { useMemo } from 'react';
import type { SpotVerdict } from '@/core/readings/verdict';
import type { Option } from '@/core/plan/option/schema';
import type { Spot } from '@/core/site/model/schema';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { Workbench } from '@/ui/pieces/Workbench';
import { LinePanel } from '@/ui/readings/LinePanel';
import { ReadingForm } from '@/ui/readings/ReadingForm';
import { RunList } from '@/ui/readings/RunList';
import { Ledger, type LedgerRow } from '@/ui/ledger/Ledger';
import type { Tone } from '@/ui/ledger/tones';
import { TrackKey } from '@/ui/ledger/Track';
import { useNextKey } from '@/ui/ledger/useNextKey';
import { speedText } from '@/ui/pieces/format';
import { Section } from '@/ui/section/Section';
import { CompareSheet } from './CompareSheet';

/** Word of the result column and its tone. */
function resultOf(v: SpotVerdict): { result: string; tone: Tone } {
  if (v.gone) return { result: 'gone ✓', tone: 'good' };
  if (!v.after) return { result: v.wasDead ? 'dead, not read yet' : 'not read yet', tone: 'plain' };
  if (v.wasDead)
    return {
      result: `not yet: ${v.after.verdict}`,
      tone: v.after.verdict === 'serves' || v.after.verdict === 'tight' ? 'care' : 'bad',
    };
  return {
    result: v.after.verdict,
    tone: v.after.verdict === 'serves' ? 'good' : v.after.verdict === 'tight' ? 'care' : 'bad',
  };
}

function Detail({ spot, verdict: v, option }: { spot: Spot; verdict: SpotVerdict; option: Option }) {
  const { predictions } = useDerived();
  const p = predictions.get(spot.id);
  return (
    <div>
      {v.after && (
        <p>
          Median of {v.after.runs}: {speedText(v.after.downMbps)} ↓ of {speedText(v.need.downMbps)},{' '}
          {speedText(v.after.upMbps)} ↑ of {speedText(v.need.upMbps)} Mb/s,{' '}
          {v.after.latencyMs === null
            ? 'round trip not measured'
            : `${v.after.latencyMs.toFixed(0)} of ${v.need.latencyMs} ms`}
          .
          {p &&
            ` Predicted ${speedText(p.downMbps)} ↓ (${speedText(p.downRangeMbps[0])} to ${speedText(p.downRangeMbps[1])}).`}
        </p>
      )}
      {v.gone && (
        <p className="mt-1 font-semibold text-good">
          The dead spot is gone: {v.after!.runsMet} of {v.after!.runs} runs meet the need on the same kind of
          device.
        </p>
      )}
      {!v.gone && v.missing.length > 0 && (
        <p className="mt-1">
          <strong className="font-semibold">Missing:</strong> {v.missing.join('; ')}.
        </p>
      )}
      {v.after && v.after.verdict !== 'serves' && p && (
        <p className="mt-1">
          <strong className="font-semibold">Held back by {p.heldBackBy}</strong> by the prediction. Change it
          in Plan, fit it, read again.
        </p>
      )}
      <RunList spotId={spot.id} phase="after" />
      <ReadingForm key={spot.id} spot={spot} phase="after" option={option} />
    </div>
  );
}

/** After: the Before sheet again, with the network as built; the verdict per spot, "gone" only on evidence. */
export function AfterStop() {
  const site = useJob((s) => s.site);
  const jobId = useJob((s) => s.id);
  const today = useJob((s) => s.plan.today);
  const { verdicts, option } = useDerived();
  const rows = useMemo(
    () =>
      verdicts.map((v): LedgerRow => {
        const spot = site.spots.find((s) => s.id === v.spotId)!;
        const up = (v.after ?? v.before)?.decidedBy === 'up';
        const pick = (r: SpotVerdict['before']) => (r ? (up ? r.upMbps : r.downMbps) : null);
        return {
          spot,
          direction: up ? 'up' : 'down',
          marks: { need: up ? v.need.upMbps : v.need.downMbps, before: pick(v.before), after: pick(v.after) },
          trackLabel: v.after ? `after ${speedText(pick(v.after)!)} Mb/s` : 'not read yet',
          ...resultOf(v),
          note: v.after ? `${v.after.runs} ${v.after.runs === 1 ? 'run' : 'runs'}` : undefined,
          detail: option ? <Detail spot={spot} verdict={v} option={option} /> : null,
        };
      }),
    [verdicts, site.spots, option],
  );
  useNextKey(
    useMemo(
      () =>
        verdicts
          .filter((v) => (v.wasDead ? !v.gone : !v.after))
          .map((v) => ({
            id: v.spotId,
            storeyId: site.spots.find((s) => s.id === v.spotId)!.place.storeyId,
          })),
      [verdicts, site.spots],
    ),
  );
  if (!option)
    return (
      <p className="panel m-4 p-6">
        There is nothing built to read yet.{' '}
        <Link className="link" href={`/jobs/${jobId}/plan`}>
          Begin a plan
        </Link>
        , fit it, then read the same spots again.
      </p>
    );
  return (
    <Workbench
      sheet={<CompareSheet before={today} after={option} verdicts={verdicts} />}
      section={<Section option={option} />}
      side={
        <>
          <LinePanel phase="after" option={option} />
          <Ledger rows={rows} head={<TrackKey before after />} empty="No spots yet." />
        </>
      }
    />
  );
}
