'use client';
import { hoursText } from '@/core/plan/cost/duration';
import { Check, Copy, Plus, Trash2 } from 'lucide-react';
import { memo, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { netOf } from '@/core/evidence/agreed';
import { moneyText } from '@/core/plan/cost/money';
import { MOST_OPTIONS } from '@/core/plan/option/schema';
import { useAccepted, useDerived } from '@/ui/job/derived';
import { shownOption, useJob, useJobStore } from '@/ui/job/store';
import { useAccept } from '@/ui/job/useAccept';
import { newId } from '@/ui/job/newId';
import { Button } from '@/ui/pieces/Button';
import { Confirm } from '@/ui/pieces/Confirm';
import { NameField } from '@/ui/pieces/fields';
import { Problem } from '@/ui/pieces/Problem';
import { useShownGhost } from '../point/useGhost';
import { usePointing } from '../point/usePointing';
import { servedOf } from '@/core/site/model/verdict';

const OptionCard = memo(function OptionCard({
  id,
  name,
  index,
  chosen,
}: {
  id: string;
  name: string;
  index: number;
  chosen: boolean;
}) {
  const store = useJobStore();
  const currency = useJob((s) => s.brief.currency);
  const budget = useJob((s) => s.brief.allowed.budgetMinor);
  const spots = useJob((s) => s.site.spots.length);
  const { derived } = useDerived();
  const accepted = useAccepted();
  const evaluation = derived?.options[id];
  const served = evaluation && servedOf(evaluation.predictions).length;
  const alone = evaluation?.predictions.filter((p) => p.alone === 'works').length;
  const agreedMinor = accepted?.optionId === id && accepted.price ? netOf(accepted.price) : null;
  const ghost = useShownGhost();
  const point = usePointing();
  // What is pointed at stands beside the option that is looked at.
  const then = chosen && ghost && ghost.pointed.option.id !== id ? ghost.evaluation.price.totalMinor : null;
  const show = () => store.getState().set({ shownId: id });
  const pointed = () => {
    const option = store.getState().plan.options.find((o) => o.id === id);
    return option && !chosen
      ? point({ key: `option ${id}`, label: `Option ${index + 1} · ${name}`, option, take: show })
      : {};
  };
  const over = evaluation && budget !== null && evaluation.price.totalMinor > budget;
  return (
    <button
      type="button"
      aria-pressed={chosen}
      {...pointed()}
      className={`panel min-w-36 flex-1 cursor-pointer px-2.5 py-1 text-left ${chosen ? 'border-ink! outline outline-1 outline-ink' : ''}`}
      onClick={show}
    >
      <span className="fig block truncate font-semibold">
        Option {index + 1} · {name}
      </span>
      <span className="fig block text-[17px] leading-snug font-semibold">
        {evaluation ? moneyText(evaluation.price.totalMinor, currency) : '…'}
        {then !== null && <span className="text-good"> → {moneyText(then, currency)}</span>}
      </span>
      <span className="fig block text-[13px] text-ink-2">
        {evaluation
          ? `${served} of ${spots} work${alone === served ? '' : `, ${alone} alone`}, ${hoursText(evaluation.price.hours)}${over ? ', over budget' : ''}`
          : 'working it out'}
      </span>
      {accepted?.optionId === id && (
        <span className="fig flex items-center gap-1 text-[13px] font-semibold text-good">
          <Check size={13} aria-hidden="true" /> accepted
          {agreedMinor !== null && evaluation && agreedMinor !== evaluation.price.totalMinor
            ? ` at ${moneyText(agreedMinor, accepted.price!.currency)}`
            : ''}
        </span>
      )}
    </button>
  );
});

/** Accepts the option being looked at, where another one or none is accepted. */
function Accept({ id }: { id: string }) {
  const store = useJobStore();
  const isEmpty = useJob((s) => shownOption(s)?.units.length === 0);
  const accepted = useAccepted();
  const { accept } = useAccept();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  if (accepted?.optionId === id || isEmpty) return null;
  return (
    <>
      <Button
        disabled={busy}
        title={
          accepted
            ? `Fit and After follow “${accepted.optionName}”. Looking at another changes nothing there.`
            : 'Fit and After follow the accepted option; its forecast is kept with it.'
        }
        onClick={() => {
          const option = shownOption(store.getState());
          if (!option) return;
          setBusy(true);
          void accept(option).then((p) => {
            setBusy(false);
            setProblem(p);
          });
        }}
      >
        Accept this option
      </Button>
      <Problem words={problem} />
    </>
  );
}

/** What can be done to the option being looked at: its name, a copy, its end, and a look at all of them spot by spot. */
function OptionTools({ id, name, count }: { id: string; name: string; count: number }) {
  const store = useJobStore();
  const accepted = useAccepted();
  const [asking, setAsking] = useState(false);
  const isAccepted = accepted?.optionId === id;
  const { setPlan, set } = store.getState();
  const remove = () => {
    setAsking(false);
    setPlan((p) => ({ ...p, options: p.options.filter((o) => o.id !== id) }));
    set({ shownId: null, selected: null });
  };
  const copy = () => {
    const of = shownOption(store.getState());
    if (!of) return;
    const newOptionId = newId('opt');
    setPlan((p) => ({
      ...p,
      options: [...p.options, { ...of, id: newOptionId, name: `${of.name.slice(0, 70)}, copy` }],
    }));
    set({ shownId: newOptionId });
  };
  return (
    <div className="flex shrink-0 flex-wrap items-center gap-2">
      <Accept id={id} />
      <div className="w-40 flex-1">
        <NameField
          hideLabel
          label="Name of this option"
          value={name}
          onChange={(next) =>
            setPlan((p) => ({
              ...p,
              options: p.options.map((o) => (o.id === id ? { ...o, name: next } : o)),
            }))
          }
        />
      </div>
      <Button
        className="px-2"
        aria-label={`Copy option ${name}`}
        title={`Copy option ${name}`}
        onClick={copy}
        disabled={count >= MOST_OPTIONS}
      >
        <Copy size={15} aria-hidden="true" />
      </Button>
      <Button
        className="px-2"
        aria-label={`Delete option ${name}`}
        disabled={isAccepted}
        title={isAccepted ? 'It is accepted: Fit and After follow it.' : `Delete option ${name}`}
        onClick={() => setAsking(true)}
      >
        <Trash2 size={15} aria-hidden="true" />
      </Button>
      {asking && (
        <Confirm yes="Delete" onYes={remove} onNo={() => setAsking(false)} className="w-full">
          Delete option “{name}” with its units?
        </Confirm>
      )}
    </div>
  );
}

/** Where nothing is planned yet: one way to begin, with the question it depends on. */
function Begin() {
  const store = useJobStore();
  const hasRouter = useJob((s) => s.plan.today.units.length > 0);
  const school = useJob((s) => s.brief.policies.router);
  const begin = (stays: boolean) => {
    const { plan, setPlan, set } = store.getState();
    const id = newId('opt');
    const units = stays
      ? plan.today.units.map((u) =>
          school === 'bridge' && u.feed.kind === 'line' ? { ...u, role: 'bridge' as const } : u,
        )
      : [];
    setPlan((p) => ({ ...p, options: [...p.options, { id, name: 'First', units, wiredSpots: [] }] }));
    set({ shownId: id });
  };
  return (
    <section className="panel shrink-0 border-l-4 border-l-lamp p-3" aria-label="Begin a plan">
      <h2 className="head2">Begin a plan</h2>
      <p>
        {hasRouter
          ? 'Does the router that is there today stay on the line?'
          : 'No router is surveyed: the first unit you add goes on the line.'}
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        {hasRouter && (
          <Button look={school === 'replace' ? undefined : 'strong'} onClick={() => begin(true)}>
            It stays: begin with it
          </Button>
        )}
        <Button look={hasRouter && school !== 'replace' ? undefined : 'strong'} onClick={() => begin(false)}>
          {hasRouter ? 'It goes: begin with nothing' : 'Begin'}
        </Button>
      </div>
    </section>
  );
}

/** Options side by side with price, hours and spots that work. */
export const Options = memo(function Options() {
  // Names and which is shown, not where their units are: a hand that moves one draws nothing here anew.
  const ids = useJob(useShallow((s) => s.plan.options.map((o) => o.id)));
  const names = useJob(useShallow((s) => s.plan.options.map((o) => o.name)));
  const shownId = useJob((s) => shownOption(s)?.id ?? null);
  const store = useJobStore();
  if (shownId === null) return <Begin />;
  const fromToday = () => {
    const { plan, setPlan, set } = store.getState();
    const id = newId('opt');
    const { units, wiredSpots } = plan.today;
    setPlan((p) => ({ ...p, options: [...p.options, { id, name: 'From today', units, wiredSpots }] }));
    set({ shownId: id });
  };
  return (
    <>
      <div className="flex shrink-0 flex-wrap items-stretch gap-2" role="group" aria-label="Options">
        {ids.map((id, i) => (
          <OptionCard key={id} id={id} name={names[i]!} index={i} chosen={id === shownId} />
        ))}
        <Button
          className="px-2"
          aria-label="New option from today’s network"
          title="New option from today’s network"
          disabled={ids.length >= MOST_OPTIONS}
          onClick={fromToday}
        >
          <Plus size={15} aria-hidden="true" />
        </Button>
      </div>
      <OptionTools key={shownId} id={shownId} name={names[ids.indexOf(shownId)]!} count={ids.length} />
    </>
  );
});
