'use client';
import { Check, Copy, Plus } from 'lucide-react';
import { memo, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { moneyText } from '@/core/plan/cost/money';
import type { Option } from '@/core/plan/option/schema';
import { useAccepted, useDerived } from '@/ui/job/derived';
import { shownOption, useJob, useJobStore, type JobState } from '@/ui/job/store';
import { useAccept } from '@/ui/job/useAccept';
import { newId } from '@/ui/pieces/newId';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';

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
  const served = evaluation?.predictions.filter((p) => p.verdict === 'serves').length;
  const over = evaluation && budget !== null && evaluation.price.totalMinor > budget;
  return (
    <button
      type="button"
      aria-pressed={chosen}
      className={`panel min-w-0 flex-1 cursor-pointer px-3 py-2 text-left ${chosen ? 'border-ink! outline outline-1 outline-ink' : ''}`}
      onClick={() => store.getState().set({ shownId: id })}
    >
      <span className="fig block truncate font-semibold">
        Option {index + 1} · {name}
      </span>
      <span className="fig block text-lg font-semibold">
        {evaluation ? moneyText(evaluation.price.totalMinor, currency) : '…'}
      </span>
      <span className="fig block text-[13px] text-ink-2">
        {evaluation
          ? `${served} of ${spots} served, ${evaluation.price.hours.toFixed(1)} h${over ? ', over budget' : ''}`
          : 'working it out'}
      </span>
      {accepted?.optionId === id && (
        <span className="fig flex items-center gap-1 text-[13px] font-semibold text-good">
          <Check size={13} aria-hidden="true" /> accepted
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
    <div className="flex shrink-0 flex-wrap items-center gap-2">
      <Button
        disabled={busy}
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
      <span className="text-[13px] text-ink-2">
        {accepted
          ? `Fit and After follow “${accepted.optionName}”. Looking at another changes nothing there.`
          : 'Fit and After follow the accepted option; its forecast is kept with it.'}
      </span>
      <Problem words={problem} />
    </div>
  );
}

/** Options side by side with price, hours and spots served. */
export const Options = memo(function Options() {
  // Names and which is shown, not where their units are: a hand that moves one draws nothing here anew.
  const ids = useJob(useShallow((s) => s.plan.options.map((o) => o.id)));
  const names = useJob(useShallow((s) => s.plan.options.map((o) => o.name)));
  const shownId = useJob((s) => shownOption(s)?.id ?? null);
  const store = useJobStore();
  const add = (from: (s: JobState) => Option | null, name: (o: Option) => string) => {
    const of = from(store.getState());
    if (!of) return;
    const id = newId('opt');
    const { units, wiredSpots } = of;
    store
      .getState()
      .setPlan((p) => ({ ...p, options: [...p.options, { id, name: name(of), units, wiredSpots }] }));
    store.getState().set({ shownId: id });
  };
  return (
    <>
      <div className="flex shrink-0 items-stretch gap-2" role="group" aria-label="Options">
        {ids.map((id, i) => (
          <OptionCard key={id} id={id} name={names[i]!} index={i} chosen={id === shownId} />
        ))}
        <div className="flex flex-col justify-center gap-1">
          <Button
            className="px-2"
            aria-label="New option from today’s network"
            onClick={() =>
              add(
                (s) => s.plan.today,
                () => 'From today',
              )
            }
          >
            <Plus size={15} aria-hidden="true" /> {ids.length === 0 ? 'Begin an option' : ''}
          </Button>
          {shownId !== null && (
            <Button
              className="px-2"
              aria-label={`Copy option ${names[ids.indexOf(shownId)]}`}
              onClick={() => add(shownOption, (o) => `${o.name.slice(0, 70)}, copy`)}
            >
              <Copy size={15} aria-hidden="true" />
            </Button>
          )}
        </div>
      </div>
      {shownId !== null && <Accept id={shownId} />}
    </>
  );
});
