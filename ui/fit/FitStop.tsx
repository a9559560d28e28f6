'use client';
import { Printer } from 'lucide-react';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { ScheduledStep } from '@/core/fit/step';
import { builtExtra } from '@/core/evidence/builtExtra';
import { WHO_WORDS } from '@/core/fit/crewWords';
import { crewOf, otherCrewMin, totalMin } from '@/core/fit/schedule';
import { moneyText } from '@/core/plan/cost/money';
import { twoMoreTell } from '@/core/readings/enough';
import { useAccepted, useBuilt, useDerived, useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { hoursText, minutesText } from '@/core/plan/cost/duration';
import { useAccept } from '@/ui/job/useAccept';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';
import { PrintedSheet } from './PrintedSheet';
import { offlineBudget } from '@/core/fit/devices';
import { firstSaid, overMin } from '@/core/fit/progress';
import { amountText, changeText } from '@/core/plan/cost/parts';
import { Extras } from '@/ui/offer/Extras';
import { PriceTable } from '@/ui/offer/PriceTable';
import { usePriceNow } from '@/ui/offer/usePriceNow';
import { BeforeVisit } from './BeforeVisit';
import { Serials } from './Serials';
import { Packing } from './Packing';
import { StepRow } from './StepRow';
import { useDay } from './useDay';
import { VanTable } from './VanTable';

const NO_STEPS: readonly ScheduledStep[] = [];

/** Fit: the ordered run sheet, hands-on beside waiting, cautions at their step in the margin. */
export function FitStop() {
  const jobId = useJob((s) => s.id);
  const brief = useJob((s) => s.brief);
  const options = useJob((s) => s.plan.options);
  const { derived } = useDerived();
  const shown = useOption();
  const accepted = useAccepted();
  const { accept } = useAccept();
  const steps = derived?.steps ?? NO_STEPS;
  // The work is that of the accepted option, whatever is being looked at in Plan.
  const option = options.find((o) => o.id === accepted?.optionId) ?? shown;
  // What is built otherwise on the day stands where it stands; the price is that of what was agreed to.
  const built = useBuilt();
  const as = built && accepted ? built.option : option;
  const { day, current, meanwhile, currentNumber, handsLeftMin, dayLeftMin, settled, nowMs } = useDay(
    steps,
    as,
  );
  const forTwo = crewOf(steps) === 'two';
  const otherMin = useMemo(() => otherCrewMin(steps), [steps]);
  const inFull = useMemo(() => firstSaid(day), [day]);
  const evaluation = option ? derived?.options[option.id] : undefined;
  const rows = useJob((s) => s.evidence);
  const proposed = useMemo(
    () => (option && derived?.built ? builtExtra(rows, brief, option, derived.built) : null),
    [rows, brief, option, derived],
  );
  const [problem, setProblem] = useState<string | null>(null);
  const price = usePriceNow(evaluation);
  if (option && !derived)
    return (
      <section className="panel m-4 p-6" role="status">
        <h2 className="head2">Working out the run sheet</h2>
      </section>
    );
  if (!option || !as || steps.length === 0 || !evaluation)
    return (
      <p className="panel m-4 p-6">
        The run sheet is made from the plan.{' '}
        <Link className="link" href={`/jobs/${jobId}/plan`}>
          Place a unit on the line in Plan
        </Link>{' '}
        first.
      </p>
    );
  const parts = price?.accepted ? price.agreed.parts : evaluation.parts;
  const currency = price?.agreed.currency ?? brief.currency;
  const since = price?.since ?? null;
  const { hours, measuringHours } = evaluation.price;
  // Between two pieces of work there is time for readings.
  const begun = day.some((s) => s.standing === 'done' && !s.beforeVisit);
  const waitsMin =
    begun && current !== undefined && current.fromMs !== null && nowMs !== null
      ? (current.fromMs - nowMs) / 60_000
      : 0;
  const telling = (derived?.verdicts ?? []).filter((v) =>
    twoMoreTell(v.after?.runsMet ?? 0, v.after?.runs ?? 0),
  ).length;
  const offline = offlineBudget(steps, brief);
  const over = brief.hours ? overMin(steps, brief.hours) : 0;
  return (
    <>
      <div className="no-print grid h-full gap-3 p-3 lg:grid-cols-[minmax(0,2.4fr)_minmax(280px,1fr)]">
        <section className="panel flex min-h-0 flex-col" aria-label="Run sheet">
          <div className="fig hidden gap-x-3 border-b md:grid md:grid-cols-[48px_minmax(0,1.5fr)_minmax(90px,0.55fr)_minmax(150px,0.9fr)] border-rule px-3 py-2 text-[13px] text-ink-2">
            <span className="text-right">Start</span>
            <span>Hands</span>
            <span>Waiting</span>
            <span>Take care</span>
          </div>
          <ol className="min-h-0 flex-1 overflow-y-auto px-3 py-2">
            {day.map((s) => (
              <StepRow
                key={s.key}
                step={s}
                settled={settled.get(s.key)}
                current={s.key === current?.key}
                option={as}
                planned={accepted ? option : null}
                inFull={inFull.get(s.key)!}
              />
            ))}
          </ol>
        </section>
        <div className="space-y-3 lg:overflow-y-auto">
          {!accepted && (
            <section className="panel border-l-4 border-l-lamp p-4" aria-label="Agreed to">
              <p>
                This is “{option.name}”, being looked at in Plan. Nobody has accepted it yet; the first step
                ticked does, and keeps what it promises.
              </p>
              <Button look="strong" className="mt-2" onClick={() => void accept(option).then(setProblem)}>
                Accept this option
              </Button>
              <Problem words={problem} className="mt-1" />
            </section>
          )}
          <section className="panel p-4" aria-label="Where we are">
            <h2 className="head2">
              {current ? `Step ${currentNumber} of ${steps.length}` : 'All steps done'}
            </h2>
            <p className="mt-1 text-lg">{current ? current.title : 'Read the same spots again.'}</p>
            {meanwhile && (
              <p className="mt-1" data-meanwhile={meanwhile.key}>
                Meanwhile {WHO_WORDS[meanwhile.who!]}: {meanwhile.title}
              </p>
            )}
            <p className="mt-1 text-ink-2">
              {current
                ? `${minutesText(handsLeftMin)} of hands-on work left, ${minutesText(dayLeftMin)} with its waits; the whole day is ${minutesText(totalMin(steps))}${forTwo ? ' for two' : ''}, about ${minutesText(otherMin)} for ${forTwo ? 'one' : 'two'}.`
                : ''}
            </p>
            {waitsMin >= 3 && (
              <p className="mt-1 border-l-2 border-l-lamp pl-2">
                Nothing for the hands for {minutesText(waitsMin)}:{' '}
                <Link className="link" href={`/jobs/${jobId}/after`}>
                  read spots meanwhile
                </Link>
                {telling > 0
                  ? `; at ${telling} of them a run still tells something.`
                  : '; none of them needs another run.'}
              </p>
            )}
            {offline.othersMin + offline.mattersMin > 0 && (
              <p className="mt-1 text-ink-2">
                Without network on the day:{' '}
                {offline.mattersMin > 0 && `what matters ${minutesText(offline.mattersMin)}`}
                {offline.mattersMin > 0 && offline.othersMin > 0 && ', '}
                {offline.othersMin > 0 && `the other devices ${minutesText(offline.othersMin)}`}.
              </p>
            )}
            {brief.hours && (
              <p className="mt-1 text-ink-2">
                The customer has {brief.hours.from} to {brief.hours.to}:{' '}
                {over > 0 ? (
                  <strong className="font-semibold text-mains">
                    this is longer by {minutesText(over)}. Plan two visits or fewer runs.
                  </strong>
                ) : (
                  'it fits.'
                )}
              </p>
            )}
            {!current && (
              <Link className="btn btn-strong mt-2" href={`/jobs/${jobId}/after`}>
                Next: after readings
              </Link>
            )}
          </section>
          <BeforeVisit day={day} option={as} />
          <Serials option={as} />
          <section className="panel p-4" aria-label="Parts">
            <h2 className="head2">Parts for “{option.name}”</h2>
            <table className="fig mt-2 w-full text-left">
              <tbody>
                {parts.map((p) => (
                  <tr key={p.label} className="border-t border-rule">
                    <td className="py-1">{p.label}</td>
                    <td className="text-right whitespace-nowrap">{amountText(p, brief.lengthUnit)}</td>
                    <td className="text-right whitespace-nowrap">{moneyText(p.costMinor, currency)}</td>
                  </tr>
                ))}
                {since && since.parts.length > 0 && (
                  <>
                    <tr className="border-t border-ink">
                      <th colSpan={3} scope="colgroup" className="py-1 text-left font-semibold text-mains">
                        Planned since it was agreed to
                      </th>
                    </tr>
                    {since.parts.map((p) => (
                      <tr key={p.label} className="border-t border-rule" data-since-part={p.label}>
                        <td className="py-1">{p.label}</td>
                        <td className="text-right whitespace-nowrap">{changeText(p, brief.lengthUnit)}</td>
                        <td className="text-right whitespace-nowrap">{moneyText(p.costMinor, currency)}</td>
                      </tr>
                    ))}
                  </>
                )}
              </tbody>
            </table>
            <VanTable cables={evaluation.cables} option={option} />
            <Packing steps={steps} option={option} />
            {price && <PriceTable price={price} />}
            {since && (
              <p className="mt-1 text-mains">
                The plan has changed since it was agreed to: as planned now{' '}
                {moneyText(evaluation.price.totalMinor, brief.currency)} before tax
                {Math.abs(since.hours) >= 0.05
                  ? `, ${hoursText(Math.abs(since.hours))} ${since.hours > 0 ? 'more' : 'less'}`
                  : ''}
                . Record an extra, or accept it anew in Plan.
              </p>
            )}
            {price?.accepted && <Extras price={price} proposed={proposed} />}
            <p className="mt-1 text-[13px] text-ink-2">
              {price?.accepted ? 'Parts and price as agreed to.' : 'Prices and times are estimates.'} As
              planned: {hoursText(hours)} of hands-on work, {hoursText(hours - measuringHours)} of it fitting
              and {hoursText(measuringHours)} reading the spots before and after.
            </p>
            <Button className="mt-2" onClick={() => window.print()}>
              <Printer size={15} aria-hidden="true" /> Print run sheet and shopping list
            </Button>
          </section>
        </div>
      </div>
      <PrintedSheet
        steps={day}
        parts={parts}
        since={since?.parts ?? []}
        materialMinor={price?.agreed.partsMinor ?? evaluation.price.materialMinor}
        currency={currency}
        option={as}
      />
    </>
  );
}
