'use client';
import { Download, Printer } from 'lucide-react';
import { serialAt } from '@/core/evidence/fold';
import { kitById } from '@/core/kit/catalogue';
import { activitiesLabel } from '@/core/site/model/needs';
import type { PhaseResult, SpotVerdict } from '@/core/readings/verdict';
import { storeysById } from '@/core/site/model/levels';
import { useAccepted, useBuilt, useDerived, useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { Track, TrackKey } from '@/ui/ledger/Track';
import { FEED_LABEL } from '@/core/plan/option/placing';
import { dayText, speedText } from '@/ui/pieces/format';
import { parentIdOf } from '@/core/plan/option/feeds';
import { Button } from '@/ui/pieces/Button';

const phaseText = (p: PhaseResult | null) =>
  p
    ? `${speedText(p.downMbps)} ↓ ${speedText(p.upMbps)} ↑, ${p.latencyMs === null ? 'round trip not measured' : `${p.latencyMs.toFixed(0)} ms`}`
    : 'not read';

function resultText(v: SpotVerdict): string {
  if (v.gone) return 'dead spot gone';
  if (v.worse) return `worse than before: ${v.after!.verdict}`;
  if (v.wasDead)
    return v.after ? `not proven: ${v.missing.join('; ') || v.after.verdict}` : 'dead spot, not read after';
  return v.after ? v.after.verdict : v.before ? `${v.before.verdict} before` : 'not read';
}

function SpotTable({ verdicts }: { verdicts: readonly SpotVerdict[] }) {
  const spots = useJob((s) => s.site.spots);
  return (
    <table className="fig mt-2 w-full text-left text-[13.5px]">
      <thead className="text-[12.5px] text-ink-2">
        <tr>
          <th className="font-normal">No</th>
          <th className="font-normal">Where, what for</th>
          <th className="w-36 font-normal">Mb/s</th>
          <th className="font-normal">Before</th>
          <th className="font-normal">After</th>
          <th className="font-normal">Result</th>
        </tr>
      </thead>
      <tbody>
        {verdicts.map((v) => {
          const spot = spots.find((s) => s.id === v.spotId)!;
          const up = v.decidedBy === 'up';
          const pick = (p: PhaseResult | null) => (p ? (up ? p.upMbps : p.downMbps) : null);
          return (
            <tr key={v.spotId} className="break-inside-avoid border-t border-rule">
              <td className="py-1 pr-2">{v.number}</td>
              <td className="pr-2">
                <span className="font-semibold">{v.name}</span>
                <span className="block text-[12.5px] text-ink-2">{activitiesLabel(spot.activities)}</span>
              </td>
              <td className="pr-2">
                <Track
                  marks={{
                    need: up ? v.need.upMbps : v.need.downMbps,
                    before: pick(v.before),
                    after: pick(v.after),
                  }}
                  label={`${up ? 'up' : 'down'}: before ${phaseText(v.before)}, after ${phaseText(v.after)}`}
                />
              </td>
              <td className="pr-2">{phaseText(v.before)}</td>
              <td className="pr-2">{phaseText(v.after)}</td>
              <td className={v.gone ? 'font-semibold text-good' : ''}>{resultText(v)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** Hand over: a page as the customer gets it, ready to print, and the whole job as one file. */
export function HandOverStop() {
  const id = useJob((s) => s.id);
  const name = useJob((s) => s.name);
  const brief = useJob((s) => s.brief);
  const site = useJob((s) => s.site);
  const evidence = useJob((s) => s.evidence);
  const ownKit = useJob((s) => s.plan.ownKit);
  const { derived } = useDerived();
  const shown = useOption();
  const built = useBuilt();
  const accepted = useAccepted();
  const verdicts = derived?.verdicts ?? [];
  const dead = verdicts.filter((v) => v.wasDead);
  const gone = dead.filter((v) => v.gone);
  const worse = verdicts.filter((v) => v.worse);
  const option = built?.option ?? shown;
  const kit = built?.kit ?? ownKit;
  const storeys = storeysById(site);
  const units = [...(option?.units ?? [])].sort((a, b) => a.letter.localeCompare(b.letter));
  const gatewayId = units.find((u) => u.feed.kind === 'line')?.id;
  const when = evidence.findLast((r) => r.kind === 'reading')?.at;
  return (
    <div className="h-full overflow-y-auto print:overflow-visible">
      <div className="no-print mx-auto flex max-w-[900px] items-center gap-2 px-4 pt-4">
        <Button look="strong" onClick={() => window.print()}>
          <Printer size={16} aria-hidden="true" /> Print this page
        </Button>
        <a className="btn" href={`/api/jobs/${id}/export`}>
          <Download size={16} aria-hidden="true" /> Export the job as one file
        </a>
        <span className="text-ink-2">The file carries everything but secrets.</span>
      </div>
      <article className="panel mx-auto my-4 max-w-[900px] px-8 py-6 print:m-0 print:border-0 print:p-0">
        <h1 className="fig text-2xl font-semibold">{name}</h1>
        <p className="text-ink-2">
          {brief.customer}
          {when && `, ${dayText(when)}`}
        </p>
        <p className="mt-3 text-lg">
          {dead.length === 0
            ? 'No dead spot was read before the work.'
            : gone.length === dead.length
              ? `All ${dead.length} dead spots are gone.`
              : `${gone.length} of ${dead.length} dead spots are gone.`}
        </p>
        {worse.length > 0 && (
          <p className="mt-1 text-lg text-mains">
            Worse than before: {worse.map((v) => `${v.number} ${v.name}`).join(', ')}.
          </p>
        )}
        {brief.complaints.some((c) => c.words.trim()) && (
          <section className="mt-4">
            <h2 className="head2">What was wrong</h2>
            <ul className="mt-1 list-disc pl-5">
              {brief.complaints
                .filter((c) => c.words.trim())
                .map((c) => (
                  <li key={c.id}>“{c.words}”</li>
                ))}
            </ul>
          </section>
        )}
        <section className="mt-5">
          <div className="flex items-baseline justify-between">
            <h2 className="head2">Before and after, spot by spot</h2>
            <TrackKey before after />
          </div>
          {verdicts.length === 0 ? <p>No spots.</p> : <SpotTable verdicts={verdicts} />}
          <p className="mt-1 text-[12.5px] text-ink-2">
            Medians of several runs in Mb/s; the round trip is under load. Gone means: at least three of three
            runs (or three of four) meet the need after, on the same kind of device.
          </p>
        </section>
        <section className="mt-5 break-inside-avoid">
          <h2 className="head2">Where each unit is and what feeds it</h2>
          {units.length === 0 ? (
            <p>No unit is planned.</p>
          ) : (
            <table className="fig mt-2 w-full text-left text-[13.5px]">
              <thead className="text-[12.5px] text-ink-2">
                <tr>
                  <th className="font-normal">Unit</th>
                  <th className="font-normal">Kind</th>
                  <th className="font-normal">Place</th>
                  <th className="font-normal">Fed by</th>
                  <th className="font-normal">Serial</th>
                </tr>
              </thead>
              <tbody>
                {units.map((u) => {
                  const parent = units.find((p) => p.id === parentIdOf(u.feed));
                  const ref = u.place.storeyId ? storeys.get(u.place.storeyId) : undefined;
                  return (
                    <tr key={u.id} className="border-t border-rule">
                      <td className="py-1 font-semibold">{u.letter}</td>
                      <td>{kitById(u.kitId, kit)?.label ?? u.kitId}</td>
                      <td>
                        {u.name}
                        {ref ? ` (${ref.building.name}, ${ref.storey.name})` : ' (outdoors)'}
                      </td>
                      <td>
                        {FEED_LABEL[u.feed.kind]}
                        {parent ? ` from ${parent.letter}` : ''}
                      </td>
                      <td>
                        {serialAt(
                          evidence,
                          accepted?.optionId ?? option!.id,
                          u.id === gatewayId ? 'labels' : `join:${u.id}`,
                        ) ?? 'not noted'}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          )}
        </section>
        <section className="mt-5 break-inside-avoid">
          <h2 className="head2">When something stops working</h2>
          <ul className="mt-1 list-disc pl-5">
            <li>
              A unit whose light has changed: see that it has power, wait three minutes. Still wrong: switch
              it off for ten seconds.
            </li>
            <li>
              Everything is slow: test by cable at unit {units.find((u) => u.id === gatewayId)?.letter ?? 'A'}{' '}
              first. Slow there means the line, not the house.
            </li>
            <li>
              Leave a unit alone while it updates. Keep units upright, in the open and where they were put.
            </li>
          </ul>
        </section>
      </article>
    </div>
  );
}
