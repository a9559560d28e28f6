'use client';
import { Download, Printer } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import { sinceAgreed, withTax } from '@/core/evidence/agreed';
import { moneyText } from '@/core/plan/cost/money';
import type { Option } from '@/core/plan/option/schema';
import { useAccepted, useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { useAccept } from '@/ui/job/useAccept';
import { usePaper } from '@/ui/job/usePaper';
import { Button } from '@/ui/pieces/Button';
import { TextField } from '@/ui/pieces/fields';
import { dateText } from '@/ui/pieces/format';
import { PaperView } from '@/ui/pieces/PaperView';
import { Problem } from '@/ui/pieces/Problem';
import { Extras } from './Extras';
import { PriceTable } from './PriceTable';
import { usePriceNow } from './usePriceNow';

/** Signs the option the customer takes: it is accepted with its forecast, parts and price as they stand. */
function Sign({ option, again }: { option: Option; again: boolean }) {
  const { accept } = useAccept();
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  return (
    <div className="no-print mt-2 flex flex-wrap items-end gap-2">
      <div className="w-56">
        <TextField label={`Signed by, for “${option.name}”`} value={name} onChange={setName} />
      </div>
      <Button
        look="strong"
        disabled={busy}
        onClick={() => {
          if (name.trim() === '') return setProblem('Type the name of who agrees.');
          setBusy(true);
          void accept(option, name.trim().slice(0, 120)).then((failed) => {
            setBusy(false);
            setProblem(failed);
          });
        }}
      >
        {again ? 'Accept it as it is now' : `Accept ${option.name}`}
      </Button>
      <Problem words={problem} />
    </div>
  );
}

/** Who takes what: the accepted option with its extras, and a line to sign on for each other one. */
function Accepting() {
  const options = useJob((s) => s.plan.options);
  const accepted = useAccepted();
  const { derived } = useDerived();
  const taken = options.find((o) => o.id === accepted?.optionId);
  const price = usePriceNow(taken ? derived?.options[taken.id] : null);
  const brief = useJob((s) => s.brief);
  const offered = options.filter((o) => o.units.length > 0);
  return (
    <section className="no-print panel mx-auto mb-6 max-w-[900px] px-4 py-3 sm:px-8" aria-label="Accept">
      <h2 className="head2">Accept</h2>
      {accepted?.price && price && (
        <section className="mt-1 border-l-4 border-l-fibre pl-3" aria-label="Accepted">
          <p>
            “{accepted.optionName}” was accepted
            {accepted.signedBy ? ` by ${accepted.signedBy}` : ''} on {dateText(accepted.at)}. Its parts and
            price stand as they were then; what comes on top is an extra.
          </p>
          <PriceTable price={price} />
          <Extras price={price} />
        </section>
      )}
      {offered.map((o) => {
        const e = derived?.options[o.id];
        const isTaken = o.id === accepted?.optionId;
        const isChanged =
          isTaken &&
          e !== undefined &&
          accepted?.price !== undefined &&
          sinceAgreed(accepted.price, e) !== null;
        return (
          e &&
          (!isTaken || isChanged) && (
            <div key={o.id} data-offer={o.id} className="mt-2 border-t border-rule pt-1">
              <p>
                {o.name}:{' '}
                <span className="fig text-lg font-semibold">
                  {moneyText(withTax(e.price.totalMinor, brief.offer.taxPercent).totalMinor, brief.currency)}
                </span>
              </p>
              <Sign option={o} again={isChanged} />
            </div>
          )
        );
      })}
    </section>
  );
}

/** The one page of the options with price and tax, as the customer gets it; the accepted one is signed, and extras follow. */
export function OfferPage() {
  const id = useJob((s) => s.id);
  const language = useJob((s) => s.brief.paperLanguage);
  const paper = usePaper('offer', language);
  return (
    <div className="h-full overflow-y-auto print:overflow-visible">
      <div className="no-print mx-auto flex max-w-[900px] flex-wrap items-center gap-2 px-4 pt-4">
        <Button look="strong" onClick={() => window.print()}>
          <Printer size={16} aria-hidden="true" /> Print the offer
        </Button>
        <a className="btn" href={`/api/jobs/${id}/papers/offer.pdf?language=${language}`}>
          <Download size={16} aria-hidden="true" /> PDF
        </a>
        <Link className="btn" href={`/jobs/${id}/plan`}>
          Back to Plan
        </Link>
        <span className="text-ink-2">
          Number, language, tax, validity, guarantee and exclusions: in the brief.
        </span>
      </div>
      {paper ? (
        <PaperView paper={paper} />
      ) : (
        <p className="panel mx-auto my-4 max-w-[900px] p-6" role="status">
          Working it out.
        </p>
      )}
      <Accepting />
    </div>
  );
}
