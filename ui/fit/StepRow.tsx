'use client';
import { Check } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import { CONSENT_LABEL } from '@/core/brief/brief';
import { WHO_WORDS } from '@/core/fit/crewWords';
import { heldOf } from '@/core/fit/held';
import { clockText, type DayStep } from '@/core/fit/progress';
import { comparesSerials, serialStepOf } from '@/core/fit/serials';
import type { Settled } from '@/core/fit/settled';
import { CAUTIONS, REMINDERS, type CautionId } from '@/core/fit/cautions';
import type { Option } from '@/core/plan/option/schema';
import { useJob, useJobStore } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import { minutesText } from '@/core/plan/cost/duration';
import { DeviceTicks } from './DeviceTicks';
import { StepNotes } from './StepNotes';
import { LightTable } from './LightTable';
import { NotGood } from './NotGood';
import { OldRouterSheet, OldRouterTicks } from './OldRouterSheet';
import { SerialField } from './SerialField';
import { TickQuestion } from './TickQuestion';
import { Tries } from './Tries';
import { useAccept } from '@/ui/job/useAccept';
import { Tick } from '@/ui/pieces/fields';
import { Problem } from '@/ui/pieces/Problem';

/** Height of a block by its minutes: to scale up to three quarters of an hour, never too low to read. */
const blockPx = (minutes: number) => Math.max(34, Math.min(45, minutes) * 2.4);

export function StepRow({
  step,
  current,
  option,
  planned,
  inFull,
  settled,
}: {
  step: DayStep;
  current: boolean;
  /** The network as it is built, and as it was agreed to; null while nobody has agreed. */
  option: Option;
  planned: Option | null;
  /** What evidence says of it. */
  settled: Settled | undefined;
  /** Cautions that stand in full here; the others were said at an earlier step. */
  inFull: ReadonlySet<CautionId>;
}) {
  const done = step.standing === 'done';
  const record = useRecord();
  const ownKit = useJob((s) => s.plan.ownKit);
  const held = heldOf(step, option, ownKit);
  /** Whether it is not as it should be: then it is asked what its light shows. */
  const [bad, setBad] = useState(false);
  const { ensure } = useAccept();
  const [busy, setBusy] = useState(false);
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const isOpen = open || current;
  const store = useJobStore();
  const setBrief = useJob((s) => s.setBrief);
  /** Whether it is asked which serials were found. */
  const [asking, setAsking] = useState(false);
  const tick = async (sure = false) => {
    if (busy) return;
    if (!done && !sure && comparesSerials(step)) {
      setOpen(true);
      return setAsking(true);
    }
    setAsking(false);
    setBusy(true);
    let wrong = await ensure(option);
    for (const t of step.ticks)
      wrong ??= await record.step(option.id, t.key, done ? 'undone' : 'done', done ? '' : t.mark);
    setBusy(false);
    setProblem(wrong);
    // What was got here is got in the brief.
    if (step.key === 'consents' && !done && wrong === null)
      setBrief((b) => ({ ...b, consents: b.consents.map((c) => ({ ...c, got: true })) }));
  };
  return (
    <li
      className="grid items-start gap-x-3 gap-y-1 py-[3px] md:grid-cols-[48px_minmax(0,1.5fr)_minmax(90px,0.55fr)_minmax(150px,0.9fr)]"
      data-step={step.key}
    >
      <span className="fig text-[13px] text-ink-2 md:pt-1.5 md:text-right">
        {step.fromMs !== null ? (
          <time dateTime={new Date(step.fromMs).toISOString()}>{clockText(step.fromMs)}</time>
        ) : step.beforeVisit ? (
          'before'
        ) : (
          `+${minutesText(step.startMin)}`
        )}
      </span>
      <div
        className={`rounded-[3px] border px-2 py-1 ${done ? 'border-rule bg-good-wash text-ink-2' : current ? 'border-2 border-ink bg-lamp-wash' : 'border-ink bg-sheet'}`}
        style={{ minHeight: blockPx(step.handsMin) }}
      >
        <div className="flex items-start gap-2">
          <button
            type="button"
            role="checkbox"
            aria-checked={done}
            aria-label={step.title}
            className={`mt-0.5 grid h-5 w-5 shrink-0 cursor-pointer place-items-center rounded-[3px] border ${done ? 'border-good bg-good text-sheet' : 'border-ink bg-sheet'}`}
            aria-busy={busy}
            // What evidence says is done is not undone by a tick.
            disabled={settled?.isDone}
            onClick={() => void tick()}
          >
            {done && <Check size={14} aria-hidden="true" />}
          </button>
          <button
            type="button"
            className="fig flex-1 cursor-pointer text-left font-semibold"
            aria-expanded={isOpen}
            onClick={() => setOpen(!open)}
          >
            {step.title}
          </button>
          <span className="fig shrink-0 text-[13px] text-ink-2">{minutesText(step.handsMin)}</span>
        </div>
        {step.who !== null && !done && <p className="pl-7 text-[13px]">for {WHO_WORDS[step.who]}</p>}
        {isOpen && (
          <div className="mt-1 pl-7">
            {step.hand.length > 0 && !done && (
              <p className="mb-1 text-ink-2">In hand: {step.hand.join(', ')}.</p>
            )}
            <ol className="list-decimal pl-5">
              {step.acts.map((a) => (
                <li key={a.words}>{a.words}</li>
              ))}
            </ol>
            {step.notes.length > 0 && (
              <ul className="mt-1 text-ink-2">
                {step.notes.map((n) => (
                  <li key={n}>{n}</li>
                ))}
              </ul>
            )}
            {step.good && (
              <p className="mt-1 text-good">
                <strong className="font-semibold">Good:</strong> {step.good}
              </p>
            )}
            {step.key === 'consents' && <OpenConsents />}
            {step.key === 'ask' && <OldRouterSheet />}
            {step.key === 'old' && <OldRouterTicks />}
            {(step.key === 'devices' || step.key === 'devicesFirst') && (
              <DeviceTicks matters={step.key === 'devicesFirst'} />
            )}
            {step.key === 'read' && (
              <Link className="link" href={`/jobs/${store.getState().id}/after`}>
                Enter them in After
              </Link>
            )}
            <StepNotes optionId={option.id} stepKey={step.key} />
            {settled && <p className="mt-1 text-ink-2">{settled.isDone ? settled.why : settled.lacks}</p>}
            {step.lights.length > 0 && !bad && (
              <details className="mt-1">
                <summary className="cursor-pointer text-[13px]">What its light means now</summary>
                <LightTable lights={step.lights} />
              </details>
            )}
            {planned && held?.isWireless && !done && (
              <Tries step={step} planned={planned} unit={option.units.find((u) => u.id === held.unitId)!} />
            )}
            {(step.joins ?? held) && !done && (
              <button type="button" className="link mt-1" aria-expanded={bad} onClick={() => setBad(!bad)}>
                {bad ? 'It is good after all' : 'It is not good'}
              </button>
            )}
            {bad && !done && <NotGood step={step} held={held} />}
            {!asking &&
              option.units
                .filter((u) => step.serialOf.includes(u.id))
                .map((u) => (
                  <SerialField
                    key={u.id}
                    optionId={option.id}
                    stepKey={serialStepOf(u)}
                    label={step.serialOf.length > 1 ? `Serial of ${u.letter}` : 'Serial'}
                  />
                ))}
          </div>
        )}
        {step.standing === 'again' && (
          <p role="note" className="pl-7 text-mains">
            Ticked before it was changed: it is to be done again.
          </p>
        )}
        {asking && (
          <TickQuestion
            step={step}
            option={option}
            onSure={() => void tick(true)}
            onLeave={() => setAsking(false)}
          />
        )}
        <Problem words={problem} />
      </div>
      <div>
        {step.waitLabel && step.waitMin > 0 && (
          <div
            className="fig rounded-[3px] border border-dashed border-ink-2 bg-paper px-2 py-1 text-[13px]"
            style={{ minHeight: blockPx(step.waitMin) }}
          >
            {step.waitLabel}
            <span className="block text-ink-2">
              {minutesText(step.waitMin)}, by itself
              {step.waitEndMs !== null && ` until ${clockText(step.waitEndMs)}`}
            </span>
          </div>
        )}
      </div>
      <div className="space-y-1">
        {step.cautions.map((c) => (
          <p
            key={c}
            className={`fig border-l-2 pl-2 text-[12.5px] leading-snug ${inFull.has(c) ? 'border-mains text-ink' : 'border-rule text-ink-2'}`}
          >
            {inFull.has(c) ? CAUTIONS[c] : REMINDERS[c]}
          </p>
        ))}
      </div>
    </li>
  );
}

/** Consents that are still open, each ticked as it is got: the brief knows at once. */
function OpenConsents() {
  const consents = useJob((s) => s.brief.consents);
  const setBrief = useJob((s) => s.setBrief);
  return (
    <div className="mt-1">
      {consents
        .filter((c) => !c.got)
        .map((c) => (
          <Tick
            key={c.id}
            label={`got: ${CONSENT_LABEL[c.what]}${c.who ? `, ${c.who}` : ''}`}
            checked={false}
            onChange={() =>
              setBrief((b) => ({
                ...b,
                consents: b.consents.map((x) => (x.id === c.id ? { ...x, got: true } : x)),
              }))
            }
          />
        ))}
    </div>
  );
}
