'use client';
import { useState } from 'react';
import { MOST_MINOR } from '@/core/brief/brief';
import { minorDigits, moneyText } from '@/core/plan/cost/money';
import type { BuiltExtra } from '@/core/evidence/builtExtra';
import type { PriceNow } from '@/core/evidence/agreed';
import { useRecord } from '@/ui/job/useRecord';
import { Button } from '@/ui/pieces/Button';
import { NumberField, TextField } from '@/ui/pieces/fields';
import { newId } from '@/ui/job/newId';
import { Problem } from '@/ui/pieces/Problem';

/** What comes on top of what was agreed to, each with who agreed; a row that is taken back stays in the evidence. */
export function Extras({ price, proposed = null }: { price: PriceNow; proposed?: BuiltExtra | null }) {
  const record = useRecord();
  const { currency } = price.agreed;
  const minor = 10 ** minorDigits(currency);
  const [what, setWhat] = useState('');
  const [amount, setAmount] = useState<number | null>(null);
  const [agreedBy, setAgreedBy] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  /** Whether what is being typed began as what was built otherwise: it is that whatever it is called then. */
  const [isAsBuilt, setIsAsBuilt] = useState(false);
  const [busy, setBusy] = useState(false);
  const at = () => ({ id: newId('ex'), at: new Date().toISOString() });
  async function add() {
    if (busy) return;
    if (what.trim() === '') return setProblem('Say what the extra is.');
    if (amount === null || amount === 0)
      return setProblem('Type what it costs before tax; a credit is below zero.');
    setBusy(true);
    const failed = await record.extra(at(), {
      what: what.trim().slice(0, 80),
      minor: Math.round(amount * minor),
      agreedBy: agreedBy.trim().slice(0, 120),
      replacesId: null,
      ...(isAsBuilt && { asBuilt: true }),
    });
    setBusy(false);
    setProblem(failed);
    if (failed !== null) return;
    setWhat('');
    setAmount(null);
    setIsAsBuilt(false);
  }
  return (
    <form
      className="no-print mt-3 border-t border-rule pt-2"
      aria-label="Extras"
      onSubmit={(e) => {
        e.preventDefault();
        void add();
      }}
    >
      <div className="grid grid-cols-1 items-end gap-2 sm:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)_minmax(0,1fr)_auto]">
        <TextField
          label="Extra"
          value={what}
          placeholder="one more lead for the printer"
          onChange={setWhat}
        />
        <NumberField
          label="Before tax"
          unit={currency}
          value={amount}
          min={-MOST_MINOR / minor}
          max={MOST_MINOR / minor}
          optional
          onChange={setAmount}
        />
        <TextField label="Agreed by" value={agreedBy} onChange={setAgreedBy} />
        <Button type="submit" disabled={busy}>
          Add extra
        </Button>
      </div>
      <Problem words={problem} className="mt-1" />
      {proposed && (
        <p className="mt-1 border-l-2 border-l-lamp pl-2" data-proposed-extra>
          {proposed.what}: {moneyText(Math.abs(proposed.minor), currency)} before tax{' '}
          {proposed.minor < 0 ? 'less' : 'more'} than agreed to, and no extra yet.{' '}
          <button
            type="button"
            className="link"
            onClick={() => {
              setWhat(proposed.what);
              setAmount(proposed.minor / minor);
              setIsAsBuilt(true);
              setProblem(null);
            }}
          >
            Fill it in
          </button>
        </p>
      )}
      {price.extras.length > 0 && (
        <ul className="mt-1">
          {price.extras.map((x) => (
            <li key={x.id} className="flex items-center justify-between gap-2">
              <span>
                {x.what}, {moneyText(x.minor, currency)}
              </span>
              <Button
                disabled={busy}
                aria-label={`Take back ${x.what}`}
                onClick={() =>
                  void record
                    .extra(at(), { what: x.what, minor: 0, agreedBy: x.agreedBy, replacesId: x.id })
                    .then(setProblem)
                }
              >
                Take back
              </Button>
            </li>
          ))}
        </ul>
      )}
    </form>
  );
}
