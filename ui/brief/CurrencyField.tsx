'use client';
import { useState } from 'react';
import { inCurrency } from '@/core/plan/cost/currency';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { NumberField, SelectField } from '@/ui/pieces/fields';

const CURRENCIES = ['EUR', 'GBP', 'USD', 'CAD', 'CHF', 'CZK', 'DKK', 'JPY', 'NOK', 'PLN', 'SEK'];

/** The currency of the job. Another one asks first whether the amounts are converted or only called otherwise. */
export function CurrencyField() {
  const currency = useJob((s) => s.brief.currency);
  const act = useJob((s) => s.act);
  const [wanted, setWanted] = useState<string | null>(null);
  const [rate, setRate] = useState<number | null>(null);
  const change = (by: number | null) => {
    if (!wanted) return;
    act((docs) => inCurrency(docs, wanted, by));
    setWanted(null);
    setRate(null);
  };
  return (
    <div className={wanted ? 'col-span-2' : ''}>
      <SelectField
        label="Currency"
        value={wanted ?? currency}
        options={[...new Set([...CURRENCIES, currency])].map((value) => ({ value, label: value }))}
        onChange={(to) => setWanted(to === currency ? null : to)}
      />
      {wanted && (
        <div role="alert" className="mt-2 border-l-4 border-l-lamp pl-3">
          <p>
            Labour, budget and prices stand in {currency}. Convert the amounts, or do they mean {wanted}{' '}
            already?
          </p>
          <div className="mt-1 flex flex-wrap items-end gap-2">
            <div className="w-44">
              <NumberField
                label={`1 ${currency} is worth`}
                unit={wanted}
                value={rate}
                min={1e-6}
                max={1e6}
                digits={6}
                optional
                onChange={setRate}
              />
            </div>
            <Button look="strong" disabled={rate === null} onClick={() => change(rate)}>
              Convert
            </Button>
            <Button onClick={() => change(null)}>Only relabel: numbers stay</Button>
            <Button onClick={() => setWanted(null)}>Keep {currency}</Button>
          </div>
        </div>
      )}
    </div>
  );
}
