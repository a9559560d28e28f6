'use client';
import { askedAtSpots } from '@/core/evidence/asked';
import Link from 'next/link';
import { useMemo } from 'react';
import type { Built } from '@/core/evidence/built';
import type { Forecast } from '@/core/evidence/rows';
import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import type { Spot } from '@/core/site/model/schema';
import { useAccepted, useAsItWas, useBuilt, useDerived, useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { useAccept } from '@/ui/job/useAccept';
import { Ledger, type LedgerRow } from '@/ui/ledger/Ledger';
import { askedWords, directionOf, factsOf, rowOf } from '@/ui/ledger/rows';
import { TrackKey } from '@/ui/ledger/Track';
import { useNextKey } from '@/ui/ledger/useNextKey';
import { speedText } from '@/ui/pieces/format';
import { Workbench } from '@/ui/pieces/Workbench';
import { PracticeBar } from '@/ui/readings/PracticeBar';
import { FromFile } from '@/ui/readings/FromFile';
import { PhoneButton } from '@/ui/phone/PhoneButton';
import { LinePanel } from '@/ui/readings/LinePanel';
import { ProofNotes } from '@/ui/readings/ProofNotes';
import { ReadingForm } from '@/ui/readings/ReadingForm';
import { Remarks } from '@/ui/readings/Remarks';
import { RunList } from '@/ui/readings/RunList';
import { Section } from '@/ui/section/Section';
import { CompareSheet } from './CompareSheet';
import { resultOf, runsText, stillToRead } from './result';
import { partLabel } from '@/core/plan/links/partWords';
import type { Prediction } from '@/core/plan/predict/prediction';
import { VERDICT_WORDS } from '@/core/site/model/verdict';

function Promised({ forecast }: { forecast: Forecast | undefined }) {
  if (!forecast) return null;
  return (
    <>
      {' '}
      Promised when the work began: {speedText(forecast.downMbps)} ↓ ({speedText(forecast.downLowMbps)} to{' '}
      {speedText(forecast.downHighMbps)}), {speedText(forecast.upMbps)} ↑ Mb/s.
    </>
  );
}

function Detail({
  spot,
  verdict: v,
  prediction: p,
  network,
}: {
  spot: Spot;
  verdict: SpotVerdict | undefined;
  prediction: Prediction | undefined;
  network: Built;
}) {
  const accepted = useAccepted();
  const option = useOption();
  const { ensure } = useAccept();
  const forecast = accepted?.forecast.find((f) => f.spotId === spot.id);
  const narrow = p?.pipe[p.narrowest];
  return (
    <div>
      {v?.after && (
        <p>
          Median of {v.after.runs}: {speedText(v.after.downMbps)} ↓ of {speedText(v.need.downMbps)},{' '}
          {speedText(v.after.upMbps)} ↑ of {speedText(v.need.upMbps)} Mb/s,{' '}
          {v.after.latencyMs === null
            ? 'round trip not measured'
            : `${v.after.latencyMs.toFixed(0)} of ${v.need.latencyMs} ms`}
          .
          <Promised forecast={forecast} />
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
      {v?.after && v.after.verdict !== 'works' && narrow && (
        <p className="mt-1">
          <strong className="font-semibold">Held back by {partLabel(narrow, network.option)}</strong> by the
          prediction. Change it in Plan, fit it, read again.
        </p>
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

/** After: the Before sheet again, with the network as built; the verdict per spot, "gone" only on evidence. */
export function AfterStop() {
  const spots = useJob((s) => s.site.spots);
  const jobId = useJob((s) => s.id);
  const ownKit = useJob((s) => s.plan.ownKit);
  const { derived } = useDerived();
  const option = useOption();
  const built = useBuilt();
  const before = useAsItWas();
  const accepted = useAccepted();
  const { ensure } = useAccept();
  // Until somebody has accepted an option, the one being looked at stands in.
  const network = useMemo(() => built ?? (option ? { option, kit: ownKit } : null), [built, option, ownKit]);
  const evaluation = derived
    ? (derived.built ?? (option ? derived.options[option.id] : undefined))
    : undefined;
  const predictions = useMemo(
    () => new Map((evaluation?.predictions ?? []).map((p) => [p.spotId, p])),
    [evaluation],
  );
  const facts = useMemo(() => factsOf(spots, derived?.verdicts, predictions), [spots, derived, predictions]);
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
              detail: <Detail spot={spot} verdict={v} prediction={prediction} network={network} />,
            });
          })
        : [],
    [facts, network, asked],
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
  const again = (derived?.verdicts ?? []).filter((v) => !v.after && v.past.length > 0);
  return (
    <Workbench
      sheet={<CompareSheet before={before} after={network} verdicts={derived?.verdicts ?? []} />}
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
          <div className="flex shrink-0 flex-wrap items-center gap-2">
            <PhoneButton />
            <FromFile phase="after" network={network} before={option ? () => ensure(option) : undefined} />
            <PracticeBar phase="after" option={network.option} />
          </div>
          <LinePanel phase="after" network={network} before={option ? () => ensure(option) : undefined} />
        </>
      }
      ledger={<Ledger rows={rows} head={<TrackKey before after />} empty="No spots yet." />}
    />
  );
}
