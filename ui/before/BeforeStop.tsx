'use client';
import { useMemo } from 'react';
import { askedAtSpots } from '@/core/evidence/asked';
import { suspectWord } from '@/core/readings/causeWords';
import { type SpotVerdict } from '@/core/readings/spotVerdicts';
import { RUNS_WANTED } from '@/core/readings/enough';
import type { Spot } from '@/core/site/model/schema';
import { useAsItWas, useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { Ledger, type LedgerRow } from '@/ui/ledger/Ledger';
import { directionOf, factsOf, rowOf } from '@/ui/ledger/rows';
import { TrackKey } from '@/ui/ledger/Track';
import { useNextKey } from '@/ui/ledger/useNextKey';
import { VERDICT_TONE } from '@/ui/ledger/tones';
import { Words } from '@/ui/ledger/Words';
import { askedWords, readOf } from '@/ui/ledger/rows';
import { speedText } from '@/ui/pieces/format';
import { Workbench } from '@/ui/pieces/Workbench';
import { LinePanel } from '@/ui/readings/LinePanel';
import { ProofNotes } from '@/ui/readings/ProofNotes';
import { CauseText } from '@/ui/readings/CauseText';
import { ReadingForm } from '@/ui/readings/ReadingForm';
import { Remarks } from '@/ui/readings/Remarks';
import { RunList } from '@/ui/readings/RunList';
import { Section } from '@/ui/section/Section';
import { Sheet } from '@/ui/sheet/Sheet';
import { useShade, useSheetQuestion } from '@/ui/sheet/useShade';
import { FromFile } from '@/ui/readings/FromFile';
import { PhoneButton } from '@/ui/phone/PhoneButton';
import { PracticeBar } from '@/ui/readings/PracticeBar';
import { LastVisitPanel } from './LastVisitPanel';
import { LearntPanel } from './LearntPanel';
import { LeftToRead } from './LeftToRead';
import { VERDICT_WORDS } from '@/core/site/model/verdict';

const spread = ([low, high]: [number, number]) => `${speedText(low)} to ${speedText(high)}`;

function Detail({ spot, verdict }: { spot: Spot; verdict: SpotVerdict | undefined }) {
  const { derived } = useDerived();
  const network = useAsItWas();
  const before = verdict?.before;
  const cause = derived?.causes.find((c) => c.spotId === spot.id && c.phase === 'before');
  return (
    <div>
      <Words spot={spot} />
      {before && (
        <p className="mt-1">
          Median of {before.runs}: {speedText(before.downMbps)} ↓ of {speedText(verdict.need.downMbps)},{' '}
          {speedText(before.upMbps)} ↑ of {speedText(verdict.need.upMbps)} Mb/s,{' '}
          {before.latencyMs === null
            ? 'round trip not measured'
            : `${before.latencyMs.toFixed(0)} of ${verdict.need.latencyMs} ms`}
          .{before.runs > 1 && ` From ${spread(before.downExtentMbps)} ↓, ${spread(before.upExtentMbps)} ↑.`}
        </p>
      )}
      {cause && <CauseText cause={cause} option={network.option} />}
      {before && before.missing.length > 0 && !verdict.wasDead && (
        <p className="mt-1 text-amber">Missing: {before.missing.join('; ')}.</p>
      )}
      <ProofNotes verdict={verdict} />
      <Remarks spotId={spot.id} />
      <RunList spotId={spot.id} phase="before" verdict={verdict} />
      <ReadingForm key={spot.id} spot={spot} phase="before" network={network} />
    </div>
  );
}

/** Before: the ledger leads; entering a run is one key. */
export function BeforeStop() {
  const spots = useJob((s) => s.site.spots);
  const storeyId = useJob((s) => s.storeyId);
  const { derived, predictionsToday } = useDerived();
  const network = useAsItWas();
  const shade = useShade(network, useSheetQuestion(storeyId, null));
  const verdicts = derived?.verdicts;
  const facts = useMemo(
    () => factsOf(spots, verdicts, predictionsToday, derived?.walk),
    [spots, verdicts, predictionsToday, derived?.walk],
  );
  const evidence = useJob((s) => s.evidence);
  const asked = useMemo(() => askedAtSpots(evidence, 'before'), [evidence]);
  const rows = useMemo(
    () =>
      facts.map((f): LedgerRow => {
        const { spot, verdict: v } = f;
        const before = v?.before;
        const up = directionOf(before?.decidedBy) === 'up';
        const cause = derived?.causes.find((c) => c.spotId === spot.id && c.phase === 'before');
        return rowOf(f, before?.decidedBy, ['before'], {
          trackLabel: before
            ? `before ${speedText(up ? before.upMbps : before.downMbps)} Mb/s`
            : 'not read yet',
          result: before
            ? `${VERDICT_WORDS[before.verdict]}${v.wasDead ? ' · dead' : ''}`
            : derived
              ? askedWords(asked.get(spot.id)) || 'not read'
              : 'working it out',
          note: before
            ? `${readOf(before, up, v.need)}${cause ? `, ${suspectWord(cause.first, network.option)}` : before.runs < RUNS_WANTED ? `, ${before.runs} ${before.runs === 1 ? 'run' : 'runs'}` : ''}`
            : undefined,
          tone: before ? VERDICT_TONE[before.verdict] : 'plain',
          detail: <Detail spot={spot} verdict={v} />,
        });
      }),
    [facts, derived, asked, network],
  );
  useNextKey(
    facts
      .filter((f) => (f.verdict?.before?.runs ?? 0) < 3)
      .map(({ spot }) => ({ id: spot.id, storeyId: spot.place.storeyId })),
    facts.map(({ spot }) => ({ id: spot.id, storeyId: spot.place.storeyId })),
  );
  const failing = useMemo(
    () => new Set((verdicts ?? []).filter((v) => v.wasDead).map((v) => v.spotId)),
    [verdicts],
  );
  const today = network.option;
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
          <div className="flex shrink-0 flex-wrap items-center gap-2">
            <PhoneButton />
            <FromFile phase="before" network={network} />
            <PracticeBar phase="before" option={today} />
          </div>
          <div className="panel shrink-0 px-3 py-2 text-[13px] empty:hidden">
            <LeftToRead />
            <LastVisitPanel />
            <LearntPanel />
          </div>
          <LinePanel phase="before" network={network} />
        </>
      }
      ledger={
        <Ledger
          rows={rows}
          head={<TrackKey before />}
          empty="No spots yet. Put them in Survey, then read each one here."
        />
      }
    />
  );
}
