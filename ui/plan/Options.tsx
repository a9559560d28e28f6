'use client';
import { Copy, Plus } from 'lucide-react';
import { useMemo } from 'react';
import { priceOf } from '@/core/fit/price';
import { runSheet } from '@/core/fit/runSheet';
import { moneyText, partsOf } from '@/core/plan/cost/parts';
import { predictOption } from '@/core/plan/evaluate/predict';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { newId } from '@/ui/pieces/newId';
import type { Option } from '@/core/plan/option/schema';

function OptionCard({ option, index, chosen }: { option: Option; index: number; chosen: boolean }) {
  const setPlan = useJob((s) => s.setPlan);
  const today = useJob((s) => s.plan.today);
  const { context } = useDerived();
  const { brief } = context;
  const { served, price } = useMemo(() => {
    const predictions = predictOption(context, option);
    return {
      served: predictions.filter((p) => p.verdict === 'serves').length,
      price: priceOf(
        partsOf(context, option, today),
        runSheet(context, option),
        context.brief.labourMinorPerHour,
      ),
    };
  }, [context, option, today]);
  const over = brief.allowed.budgetMinor !== null && price.totalMinor > brief.allowed.budgetMinor;
  return (
    <button
      type="button"
      aria-pressed={chosen}
      className={`panel min-w-0 flex-1 cursor-pointer px-3 py-2 text-left ${chosen ? 'border-ink! outline outline-1 outline-ink' : ''}`}
      onClick={() => setPlan((p) => ({ ...p, chosenId: option.id }))}
    >
      <span className="fig block truncate font-semibold">
        Option {index + 1} · {option.name}
      </span>
      <span className="fig block text-lg font-semibold">{moneyText(price.totalMinor, brief.currency)}</span>
      <span className="fig block text-[13px] text-ink-2">
        {served} of {context.site.spots.length} served, {price.hours.toFixed(1)} h
        {over ? ', over budget' : ''}
      </span>
    </button>
  );
}

/** Options side by side with price, hours and spots served. */
export function Options() {
  const plan = useJob((s) => s.plan);
  const setPlan = useJob((s) => s.setPlan);
  const { option } = useDerived();
  const add = (units: Option['units'], wiredSpots: Option['wiredSpots'], name: string) =>
    setPlan((p) => {
      const id = newId('opt');
      return { ...p, options: [...p.options, { id, name, units, wiredSpots }], chosenId: id };
    });
  return (
    <div className="flex shrink-0 items-stretch gap-2" role="group" aria-label="Options">
      {plan.options.map((o, i) => (
        <OptionCard key={o.id} option={o} index={i} chosen={o.id === option?.id} />
      ))}
      <div className="flex flex-col justify-center gap-1">
        <button
          type="button"
          className="btn px-2"
          aria-label="New option from today’s network"
          onClick={() => add(plan.today.units, plan.today.wiredSpots, 'From today')}
        >
          <Plus size={15} aria-hidden="true" /> {plan.options.length === 0 ? 'Begin an option' : ''}
        </button>
        {option && (
          <button
            type="button"
            className="btn px-2"
            aria-label={`Copy option ${option.name}`}
            onClick={() => add(option.units, option.wiredSpots, `${option.name.slice(0, 70)}, copy`)}
          >
            <Copy size={15} aria-hidden="true" />
          </button>
        )}
      </div>
    </div>
  );
}
