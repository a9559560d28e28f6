'use client';
import { Download, Printer } from 'lucide-react';
import { openSteps } from '@/core/fit/done';
import { settledBy } from '@/core/fit/settled';
import { serialStepOf } from '@/core/fit/serials';
import { evidenceOf, serialAt, ticksOf } from '@/core/evidence/fold';
import { missingDevices } from '@/core/fit/devices';
import type { LaidCable } from '@/core/plan/cost/cables';
import type { Option } from '@/core/plan/option/schema';
import type { LineTest } from '@/core/readings/line';
import { kitById } from '@/core/kit/catalogue/catalogue';
import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import { storeysById } from '@/core/site/model/levels';
import { useAccepted, useBuilt, useDerived, useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { TrackKey } from '@/ui/ledger/Track';
import { FEED_LABEL } from '@/core/plan/option/placing';
import { dateText, speedText } from '@/ui/pieces/format';
import { PlanDrawing } from './PlanDrawing';
import { parentIdOf } from '@/core/plan/option/feeds';
import { Button } from '@/ui/pieces/Button';
import { Extras } from '@/ui/offer/Extras';
import { PriceTable } from '@/ui/offer/PriceTable';
import { usePriceNow } from '@/ui/offer/usePriceNow';
import { SpotTable } from './SpotTable';

/** What is not fitted or not read yet: said before anything else, so that nobody signs for what is not there. */
function Open({ verdicts, option }: { verdicts: readonly SpotVerdict[]; option: Option | null }) {
  const evidence = useJob((s) => s.evidence);
  const brief = useJob((s) => s.brief);
  const { derived } = useDerived();
  const accepted = useAccepted();
  const ticks = ticksOf(evidence, accepted?.optionId ?? option?.id ?? '');
  const all = derived?.steps ?? [];
  const settled = option ? settledBy(all, brief, option, evidence, verdicts) : new Map();
  const steps = openSteps(all, ticks, settled);
  const unread = verdicts.filter((v) => !v.after);
  if (!option) return <p className="mt-2 text-mains">Nothing is planned or fitted yet.</p>;
  // A step that was ticked as a whole has its devices back.
  const open = new Set(steps.map((s) => s.key));
  const missing = missingDevices(brief, evidenceOf(evidence).devices).filter((d) =>
    open.has(d.matters ? 'devicesFirst' : 'devices'),
  );
  if (steps.length === 0 && unread.length === 0 && missing.length === 0) return null;
  return (
    <div className="mt-2 border-l-4 border-l-lamp pl-3" role="note" aria-label="Not finished">
      {!accepted && <p>No option is accepted yet: the units below are a plan.</p>}
      {steps.length > 0 && (
        <p>
          Not fitted or not ticked yet: {steps.length} {steps.length === 1 ? 'step' : 'steps'}, the next “
          {steps[0]!.title}”.
        </p>
      )}
      {missing.length > 0 && (
        <p>Not on the new network yet: {missing.map((d) => d.name || 'a device').join(', ')}.</p>
      )}
      {unread.length > 0 && (
        <p>Not read after the work: {unread.map((v) => `${v.number} ${v.name}`).join(', ')}.</p>
      )}
    </div>
  );
}

/** The wired test at the gateway, before and after. */
function LineTable() {
  const line = useJob((s) => s.brief.line);
  const { derived } = useDerived();
  if (!derived) return null;
  const text = (t: LineTest) =>
    t.downMbps === null || t.upMbps === null
      ? 'not tested'
      : `${speedText(t.downMbps)} ↓ ${speedText(t.upMbps)} ↑ Mb/s${t.riseMs === null ? '' : `, +${t.riseMs.toFixed(0)} ms under load`}, median of ${t.runs}`;
  return (
    <section className="mt-5 break-inside-avoid">
      <h2 className="head2">The line, by cable at the gateway</h2>
      <p className="mt-1">
        Paid for: {speedText(line.downMbps)} ↓ {speedText(line.upMbps)} ↑ Mb/s
        {line.contract ? ` (${line.contract})` : ''}. Before: {text(derived.lines.before)}. After:{' '}
        {text(derived.lines.after)}.
      </p>
    </section>
  );
}

const NO_CABLES: readonly LaidCable[] = [];

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
  const evaluation = derived && option ? (derived.options[accepted?.optionId ?? option.id] ?? null) : null;
  const price = usePriceNow(evaluation);
  return (
    <div className="h-full overflow-y-auto print:overflow-visible">
      <div className="no-print mx-auto flex max-w-[900px] flex-wrap items-center gap-2 px-4 pt-4">
        <Button look="strong" onClick={() => window.print()}>
          <Printer size={16} aria-hidden="true" /> Print this page
        </Button>
        <a className="btn" href={`/api/jobs/${id}/export`}>
          <Download size={16} aria-hidden="true" /> Export the job as one file
        </a>
        <span className="text-ink-2">The file carries everything but secrets.</span>
      </div>
      <article className="panel mx-auto my-4 max-w-[900px] px-4 py-6 sm:px-8 print:m-0 print:border-0 print:p-0">
        <h1 className="fig text-2xl font-semibold">{name}</h1>
        <p className="text-ink-2">
          {[brief.customer, brief.address, when && dateText(when)].filter(Boolean).join(', ')}
        </p>
        {brief.installer && <p className="text-ink-2">Fitted by {brief.installer}</p>}
        <p className="mt-3 text-lg">
          {dead.length === 0
            ? 'No dead spot was read before the work.'
            : gone.length === dead.length
              ? `All ${dead.length} dead spots are gone.`
              : `${gone.length} of ${dead.length} dead spots are gone.`}
        </p>
        {derived?.headline.practised && (
          <p className="mt-1 text-lg text-mains">
            Practice: readings of this job come from a made-up house and prove nothing of a real one.
          </p>
        )}
        {worse.length > 0 && (
          <p className="mt-1 text-lg text-mains">
            Worse than before: {worse.map((v) => `${v.number} ${v.name}`).join(', ')}.
          </p>
        )}
        <Open verdicts={verdicts} option={option} />
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
        <LineTable />
        {option && units.length > 0 && (
          <section className="mt-5">
            <h2 className="head2">The plan, storey by storey</h2>
            <PlanDrawing option={option} kit={kit} cables={evaluation?.cables ?? NO_CABLES} />
          </section>
        )}
        <section className="mt-5 break-inside-avoid">
          <h2 className="head2">Where each unit is and its backhaul</h2>
          {units.length === 0 ? (
            <p>No unit is planned.</p>
          ) : (
            <table className="fig on-paper mt-2 w-full text-left text-[13.5px]">
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
                        {serialAt(evidence, accepted?.optionId ?? option!.id, serialStepOf(u)) ?? 'not noted'}
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
        <section className="mt-5 break-inside-avoid">
          <h2 className="head2">The network</h2>
          <p className="mt-1">
            Its name:{' '}
            {brief.networkName ? (
              <strong className="font-semibold">{brief.networkName}</strong>
            ) : (
              'not noted.'
            )}{' '}
            The key is yours alone: it stands on no paper of ours.
          </p>
          {price && (
            <>
              <PriceTable price={price} />
              {price.accepted && <Extras price={price} />}
            </>
          )}
        </section>
        <section className="mt-8 grid grid-cols-2 gap-10 break-inside-avoid" aria-label="Signatures">
          {['Installer', 'Customer'].map((who) => (
            <div key={who} className="border-t border-ink pt-1 text-[13px] text-ink-2">
              {who}, place and date
            </div>
          ))}
        </section>
      </article>
    </div>
  );
}
