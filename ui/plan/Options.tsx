'use client';
import { Check, Copy, Plus } from 'lucide-react';
import { useState } from 'react';
import { moneyText } from '@/core/plan/cost/money';
import type { Option } from '@/core/plan/option/schema';
import { useAccepted, useDerived, useOption } from '@/ui/job/derived';
import { useJob, useJobStore } from '@/ui/job/store';
import { useAccept } from '@/ui/job/useAccept';
import { newId } from '@/ui/pieces/newId';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';

function OptionCard({ option, index, chosen }: { option: Option; index: number; chosen: boolean }) {
  const store = useJobStore();
  const currency = useJob((s) => s.brief.currency);
  const budget = useJob((s) => s.brief.allowed.budgetMinor);
  const spots = useJob((s) => s.site.spots.length);
  const { derived } = useDerived();
  const accepted = useAccepted();
  const evaluation = derived?.options[option.id];
  const served = evaluation?.predictions.filter((p) => p.verdict === 'serves').length;
  const over = evaluation && budget !== null && evaluation.price.totalMinor > budget;
  return (
    <button
      type="button"
      aria-pressed={chosen}
      className={`panel min-w-0 flex-1 cursor-pointer px-3 py-2 text-left ${chosen ? 'border-ink! outline outline-1 outline-ink' : ''}`}
      onClick={() => store.getState().set({ shownId: option.id })}
    >
      <span className="fig block truncate font-semibold">
        Option {index + 1} · {option.name}
      </span>
      <span className="fig block text-lg font-semibold">
        {evaluation ? moneyText(evaluation.price.totalMinor, currency) : '…'}
      </span>
      <span className="fig block text-[13px] text-ink-2">
        {evaluation
          ? `${served} of ${spots} served, ${evaluation.price.hours.toFixed(1)} h${over ? ', over budget' : ''}`
          : 'working it out'}
      </span>
      {accepted?.optionId === option.id && (
        <span className="fig flex items-center gap-1 text-[13px] font-semibold text-good">
          <Check size={13} aria-hidden="true" /> accepted
        </span>
      )}
    </button>
  );
}

/** Accepts the option being looked at, where another one or none is accepted. */
function Accept({ option }: { option: Option }) {
  const accepted = useAccepted();
  const { accept } = useAccept();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  if (accepted?.optionId === option.id || option.units.length === 0) return null;
  return (
    <div className="flex shrink-0 flex-wrap items-center gap-2">
      <Button
        disabled={busy}
        onClick={() => {
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
export function Options() {
  const plan = useJob((s) => s.plan);
  const store = useJobStore();
  const option = useOption();
  const add = (units: Option['units'], wiredSpots: Option['wiredSpots'], name: string) => {
    const id = newId('opt');
    store.getState().setPlan((p) => ({ ...p, options: [...p.options, { id, name, units, wiredSpots }] }));
    store.getState().set({ shownId: id });
  };
  return (
    <>
      <div className="flex shrink-0 items-stretch gap-2" role="group" aria-label="Options">
        {plan.options.map((o, i) => (
          <OptionCard key={o.id} option={o} index={i} chosen={o.id === option?.id} />
        ))}
        <div className="flex flex-col justify-center gap-1">
          <Button
            className="px-2"
            aria-label="New option from today’s network"
            onClick={() => add(plan.today.units, plan.today.wiredSpots, 'From today')}
          >
            <Plus size={15} aria-hidden="true" /> {plan.options.length === 0 ? 'Begin an option' : ''}
          </Button>
          {option && (
            <Button
              className="px-2"
              aria-label={`Copy option ${option.name}`}
              onClick={() => add(option.units, option.wiredSpots, `${option.name.slice(0, 70)}, copy`)}
            >
              <Copy size={15} aria-hidden="true" />
            </Button>
          )}
        </div>
      </div>
      {option && <Accept option={option} />}
    </>
  );
}
