'use client';
import { useMemo } from 'react';
import { firstCause } from '@/core/readings/cause';
import { idsOf, lineTest, phaseStates } from '@/core/readings/line';
import type { SpotVerdict } from '@/core/readings/verdict';
import type { Spot } from '@/core/site/model/schema';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { Workbench } from '@/ui/pieces/Workbench';
import { Ledger, type LedgerRow } from '@/ui/ledger/Ledger';
import { TrackKey } from '@/ui/ledger/Track';
import { useNextKey } from '@/ui/ledger/useNextKey';
import { VERDICT_TONE } from '@/ui/ledger/tones';
import { speedText } from '@/ui/pieces/format';
import { Section } from '@/ui/section/Section';
import { Sheet } from '@/ui/sheet/Sheet';
import { useShade } from '@/ui/sheet/useShade';
import { LearntPanel } from './LearntPanel';
import { LinePanel } from '@/ui/readings/LinePanel';
import { Words } from '@/ui/ledger/Words';
import { ReadingForm } from '@/ui/readings/ReadingForm';
import { RunList } from '@/ui/readings/RunList';

const CAUSE_WORD = { line: 'the line', device: 'the device', signal: 'signal', airtime: 'airtime' } as const;

function Detail({ spot, verdict }: { spot: Spot; verdict: SpotVerdict }) {
  const evidence = useJob((s) => s.evidence);
  const today = useJob((s) => s.plan.today);
  const { before, need } = verdict;
  const cause = firstCause(verdict, lineTest(evidence, idsOf(phaseStates(evidence, 'before'))));
  return (
    <div>
      <Words spot={spot} />
      {before && (
        <p className="mt-1">
          Median of {before.runs}: {speedText(before.downMbps)} ↓ of {speedText(need.downMbps)},{' '}
          {speedText(before.upMbps)} ↑ of {speedText(need.upMbps)} Mb/s,{' '}
          {before.latencyMs === null
            ? 'round trip not measured'
            : `${before.latencyMs.toFixed(0)} of ${need.latencyMs} ms`}
          .
        </p>
      )}
      {cause && (
        <p className="mt-1">
          <strong className="font-semibold">First cause, {CAUSE_WORD[cause.kind]}:</strong> {cause.words}
        </p>
      )}
      {before && before.missing.length > 0 && !verdict.wasDead && (
        <p className="mt-1 text-amber">Missing: {before.missing.join('; ')}.</p>
      )}
      <RunList spotId={spot.id} phase="before" />
      <ReadingForm key={spot.id} spot={spot} phase="before" option={today} />
    </div>
  );
}

/** Before: the ledger leads; entering a run is one key. */
export function BeforeStop() {
  const site = useJob((s) => s.site);
  const storeyId = useJob((s) => s.storeyId);
  const today = useJob((s) => s.plan.today);
  const evidence = useJob((s) => s.evidence);
  const { verdicts } = useDerived();
  const shade = useShade(today, storeyId, null);
  const line = useMemo(() => lineTest(evidence, idsOf(phaseStates(evidence, 'before'))), [evidence]);
  const rows = useMemo(
    () =>
      verdicts.map((v): LedgerRow => {
        const spot = site.spots.find((s) => s.id === v.spotId)!;
        const { before, need } = v;
        const up = before?.decidedBy === 'up';
        const cause = firstCause(v, line);
        return {
          spot,
          direction: up ? 'up' : 'down',
          marks: {
            need: up ? need.upMbps : need.downMbps,
            before: before ? (up ? before.upMbps : before.downMbps) : null,
          },
          trackLabel: before
            ? `before ${speedText(up ? before.upMbps : before.downMbps)} Mb/s`
            : 'not read yet',
          result: before ? `${before.verdict}${v.wasDead ? ' · dead' : ''}` : 'not read',
          note: before
            ? cause
              ? CAUSE_WORD[cause.kind]
              : `${before.runs} ${before.runs === 1 ? 'run' : 'runs'}`
            : undefined,
          tone: before ? VERDICT_TONE[before.verdict] : 'plain',
          detail: <Detail spot={spot} verdict={v} />,
        };
      }),
    [verdicts, site.spots, line],
  );
  useNextKey(
    useMemo(
      () =>
        verdicts
          .filter((v) => (v.before?.runs ?? 0) < 3)
          .map((v) => ({
            id: v.spotId,
            storeyId: site.spots.find((s) => s.id === v.spotId)!.place.storeyId,
          })),
      [verdicts, site.spots],
    ),
  );
  const failing = useMemo(() => new Set(verdicts.filter((v) => v.wasDead).map((v) => v.spotId)), [verdicts]);
  return (
    <Workbench
      sheet={
        <Sheet
          label="Sheet as it is today"
          option={today}
          shade={shade}
          failing={failing}
          foot={
            <p className="fig rounded-[3px] border border-rule bg-sheet px-2 py-1 text-[13px]">
              {today.units.length === 0
                ? 'No router placed: put it in as today’s network'
                : 'Today’s network, shade estimated'}
            </p>
          }
        />
      }
      section={<Section option={today} />}
      side={
        <>
          <LinePanel phase="before" option={today} />
          <LearntPanel />
          <Ledger
            rows={rows}
            head={<TrackKey before />}
            empty="No spots yet. Put them in Survey, then read each one here."
          />
        </>
      }
    />
  );
}
