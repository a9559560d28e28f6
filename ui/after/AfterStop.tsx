'use client';
import { askedAtSpots } from '@/core/evidence/asked';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { WalkJudged } from '@/core/readings/changeover';
import type { TogetherRun } from '@/core/readings/together';
import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import { forecastsHeld, heldWords } from '@/core/readings/forecastHeld';
import { useAccepted, useAsItWas, useBuilt, useDerived, useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { useAccept } from '@/ui/job/useAccept';
import { Ledger, type LedgerRow } from '@/ui/ledger/Ledger';
import { askedWords, directionOf, factsOf, rowOf } from '@/ui/ledger/rows';
import { TrackKey } from '@/ui/ledger/Track';
import { useNextKey } from '@/ui/ledger/useNextKey';
import { Button } from '@/ui/pieces/Button';
import { speedText } from '@/ui/pieces/format';
import { Workbench } from '@/ui/pieces/Workbench';
import { PracticeBar } from '@/ui/readings/PracticeBar';
import { FromFile } from '@/ui/readings/FromFile';
import { PhoneButton } from '@/ui/phone/PhoneButton';
import { LinePanel } from '@/ui/readings/LinePanel';
import { Section } from '@/ui/section/Section';
import { BackhaulsPanel } from './BackhaulsPanel';
import { BeforeAfterChart } from './BeforeAfterChart';
import { CompareSheet } from './CompareSheet';
import { resultOf, runsText, stillToRead } from './result';
import type { Begun } from './RoundBegun';
import { SpotDetail } from './SpotDetail';
import { TogetherPanel } from './TogetherPanel';
import { WalksPanel } from './WalksPanel';

const NO_VERDICTS: readonly SpotVerdict[] = [];
const NO_WALKS: readonly WalkJudged[] = [];
const NO_RUNS: readonly TogetherRun[] = [];

/** After: the Before sheet again, with the network as built; the verdict per spot, "gone" only on evidence. */
export function AfterStop() {
  const [begun, setBegun] = useState<Begun | null>(null);
  const spots = useJob((s) => s.site.spots);
  const jobId = useJob((s) => s.id);
  const ownKit = useJob((s) => s.plan.ownKit);
  const { derived } = useDerived();
  const option = useOption();
  const built = useBuilt();
  const before = useAsItWas();
  const accepted = useAccepted();
  const { ensure } = useAccept();
  const [asChart, setAsChart] = useState(false);
  const showStorey = useJob((s) => s.showStorey);
  const [walkId, setWalkId] = useState<string | null>(null);
  // Until somebody has accepted an option, the one being looked at stands in.
  const network = useMemo(() => built ?? (option ? { option, kit: ownKit } : null), [built, option, ownKit]);
  const evaluation = derived
    ? (derived.built ?? (option ? derived.options[option.id] : undefined))
    : undefined;
  const predictions = useMemo(
    () => new Map((evaluation?.predictions ?? []).map((p) => [p.spotId, p])),
    [evaluation],
  );
  const facts = useMemo(
    () => factsOf(spots, derived?.verdicts, predictions, derived?.walk),
    [spots, derived, predictions],
  );
  const evidence = useJob((s) => s.evidence);
  const asked = useMemo(() => askedAtSpots(evidence, 'after'), [evidence]);
  const rows = useMemo(
    () =>
      network
        ? facts.map((f): LedgerRow => {
            const { spot, verdict: v, prediction } = f;
            const decided = (v?.after ?? v?.before)?.decidedBy;
            const up = directionOf(decided) === 'up';
            return rowOf(f, decided, ['before', 'after'], {
              trackLabel: v?.after
                ? `after ${speedText(up ? v.after.upMbps : v.after.downMbps)} Mb/s`
                : 'not read yet',
              ...(v ? resultOf(v) : { result: 'working it out', tone: 'plain' as const }),
              note:
                [v?.after ? runsText(v) : '', askedWords(asked.get(spot.id))].filter(Boolean).join(', ') ||
                undefined,
              detail: (
                <SpotDetail
                  spot={spot}
                  verdict={v}
                  prediction={prediction}
                  network={network}
                  begun={begun}
                  onBegun={setBegun}
                />
              ),
            });
          })
        : [],
    [facts, network, asked, begun],
  );
  useNextKey(
    facts
      .filter(({ verdict: v }) => v && stillToRead(v))
      .map(({ spot }) => ({ id: spot.id, storeyId: spot.place.storeyId })),
    facts.map(({ spot }) => ({ id: spot.id, storeyId: spot.place.storeyId })),
  );
  if (!network)
    return (
      <p className="panel m-4 p-6">
        There is nothing built to read yet.{' '}
        <Link className="link" href={`/jobs/${jobId}/plan`}>
          Begin a plan
        </Link>
        , fit it, then read the same spots again.
      </p>
    );
  const verdicts = derived?.verdicts ?? NO_VERDICTS;
  const walks = (derived?.walks ?? NO_WALKS).filter((w) => w.phase === 'after');
  const held = heldWords(forecastsHeld(accepted?.forecast ?? [], verdicts));
  const again = verdicts.filter((v) => !v.after && v.past.length > 0);
  return (
    <Workbench
      sheet={
        <div className="relative h-full">
          {asChart ? (
            <BeforeAfterChart verdicts={verdicts} />
          ) : (
            <CompareSheet
              before={before}
              after={network}
              verdicts={verdicts}
              walk={walks.find((w) => w.readingId === walkId) ?? null}
            />
          )}
          <div className="absolute top-1.5 left-1/2 z-10 -translate-x-1/2">
            <Button aria-pressed={asChart} onClick={() => setAsChart(!asChart)}>
              {asChart ? 'As a sheet' : 'As a chart'}
            </Button>
          </div>
        </div>
      }
      section={<Section option={network.option} />}
      side={
        <>
          {!accepted && (
            <p className="panel shrink-0 px-3 py-2">
              Nothing is accepted yet: the first run here accepts “{network.option.name}” as built.
            </p>
          )}
          {again.length > 0 && (
            <p className="panel shrink-0 border-l-4 border-l-lamp px-3 py-2" role="status">
              What was changed ends the proof of {again.map((v) => `${v.number} ${v.name}`).join(', ')}: read{' '}
              {again.length === 1 ? 'it' : 'them'} again. All other proofs stand.
            </p>
          )}
          {held && <p className="panel shrink-0 px-3 py-2">{held}</p>}
          <div className="flex shrink-0 flex-wrap items-center gap-2">
            <PhoneButton />
            <FromFile phase="after" network={network} before={option ? () => ensure(option) : undefined} />
            <PracticeBar phase="after" option={network.option} />
          </div>
          <LinePanel phase="after" network={network} before={option ? () => ensure(option) : undefined} />
          <BackhaulsPanel
            network={network}
            evaluation={evaluation}
            before={option ? () => ensure(option) : undefined}
          />
          <TogetherPanel runs={(derived?.together ?? NO_RUNS).filter((r) => r.phase === 'after')} />
          <WalksPanel
            network={network}
            walks={walks}
            shownId={walkId}
            onShow={(id) => {
              setAsChart(false);
              setWalkId(id);
              const begun = walks.find((w) => w.readingId === id)?.marks[0];
              if (begun) showStorey(begun.storeyId);
            }}
            before={option ? () => ensure(option) : undefined}
          />
        </>
      }
      ledger={<Ledger rows={rows} head={<TrackKey before after />} empty="No spots yet." />}
    />
  );
}
