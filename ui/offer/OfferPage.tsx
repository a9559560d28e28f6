'use client';
import { Printer } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import { CONSENT_LABEL } from '@/core/brief/brief';
import { diggingWords, exclusionsOf, sinceAgreed, withTax } from '@/core/evidence/agreed';
import { optionFacts } from '@/core/plan/compare/facts';
import { moneyText } from '@/core/plan/cost/money';
import { amountText } from '@/core/plan/cost/parts';
import type { Option } from '@/core/plan/option/schema';
import { lengthText } from '@/core/site/model/lengths';
import { useAccepted, useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { useAccept } from '@/ui/job/useAccept';
import { Button } from '@/ui/pieces/Button';
import { TextField } from '@/ui/pieces/fields';
import { hoursText } from '@/core/plan/cost/duration';
import { dateText } from '@/ui/pieces/format';
import { Problem } from '@/ui/pieces/Problem';
import { Extras } from './Extras';
import { PriceTable } from './PriceTable';
import { usePriceNow } from './usePriceNow';
import { VERDICT_WORDS } from '@/core/site/model/verdict';

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

/** One option as the customer reads it: what it does, what is bought, what it costs with tax. */
function OfferOption({ option, index, accepted }: { option: Option; index: number; accepted: boolean }) {
  const brief = useJob((s) => s.brief);
  const agreed = useAccepted()?.price;
  const { derived } = useDerived();
  const e = derived?.options[option.id];
  if (!e)
    return (
      <section className="mt-5">
        <h2 className="head2">
          {index + 1} · {option.name}
        </h2>
        <p role="status">Working it out.</p>
      </section>
    );
  const facts = optionFacts(e);
  const { totalMinor, taxMinor } = withTax(facts.totalMinor, brief.offer.taxPercent);
  const money = (minor: number) => moneyText(minor, brief.currency);
  const isChanged = accepted && agreed !== undefined && sinceAgreed(agreed, e) !== null;
  const short = e.predictions.filter((p) => p.verdict !== 'works');
  const digging = diggingWords(brief, e.cables);
  return (
    <section className="mt-6 break-inside-avoid border-t border-ink pt-2" data-offer={option.id}>
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 className="head2">
          {index + 1} · {option.name}
          {accepted ? ' (accepted)' : ''}
        </h2>
        <span className="fig text-lg font-semibold">{money(totalMinor)}</span>
      </div>
      <p>
        {facts.served} of {facts.spots} spots work, with {brief.people} at home in the evening
        {short.length > 0
          ? `; not surely: ${short.map((p) => `${p.number} ${p.name} (${VERDICT_WORDS[p.verdict]})`).join(', ')}`
          : ''}
        . {hoursText(facts.hours)} of hands-on work, {hoursText(facts.measuringHours)} of it reading the spots
        before and after
        {facts.cableM > 0
          ? `, ${lengthText(facts.cableM, brief.lengthUnit)} of new cable, ${facts.holes} ${facts.holes === 1 ? 'hole' : 'holes'}`
          : ', no new cable'}
        .
      </p>
      <p className="text-[13px] text-ink-2">
        Parts {money(facts.partsMinor)}, labour {money(facts.labourMinor)}, travel {money(facts.travelMinor)}
        {brief.offer.taxPercent > 0
          ? `, ${brief.offer.taxName || 'tax'} of ${brief.offer.taxPercent} % ${money(taxMinor)}`
          : ''}
        .
      </p>
      <ul className="fig mt-1 columns-1 gap-6 text-[13.5px] sm:columns-2">
        {e.parts.map((p) => (
          <li key={p.label}>
            {amountText(p, brief.lengthUnit)} {p.label}
          </li>
        ))}
      </ul>
      {digging && <p className="mt-1 text-[13px] text-ink-2">Not part of the price: {digging}</p>}
      {e.notices.length > 0 && (
        <ul className="mt-1 list-disc pl-5 text-[13px] text-ink-2">
          {e.notices.map((n) => (
            <li key={n.words} className={n.severity === 'blocks' ? 'text-mains' : ''}>
              {n.words}
            </li>
          ))}
        </ul>
      )}
      {(!accepted || isChanged) && <Sign option={option} again={isChanged} />}
    </section>
  );
}

/** The one page of the options with price and tax, consents and exclusions; the accepted one is signed, and extras follow. */
export function OfferPage() {
  const id = useJob((s) => s.id);
  const name = useJob((s) => s.name);
  const brief = useJob((s) => s.brief);
  const options = useJob((s) => s.plan.options);
  const accepted = useAccepted();
  const { derived } = useDerived();
  const taken = options.find((o) => o.id === accepted?.optionId);
  const price = usePriceNow(taken ? derived?.options[taken.id] : null);
  const offered = options.filter((o) => o.units.length > 0);
  return (
    <div className="h-full overflow-y-auto print:overflow-visible">
      <div className="no-print mx-auto flex max-w-[900px] flex-wrap items-center gap-2 px-4 pt-4">
        <Button look="strong" onClick={() => window.print()}>
          <Printer size={16} aria-hidden="true" /> Print the offer
        </Button>
        <Link className="btn" href={`/jobs/${id}/plan`}>
          Back to Plan
        </Link>
        <span className="text-ink-2">Tax, validity and exclusions are set in the brief.</span>
      </div>
      <article className="panel mx-auto my-4 max-w-[900px] px-4 py-6 sm:px-8 print:m-0 print:border-0 print:p-0">
        <h1 className="fig text-2xl font-semibold">Offer: {name}</h1>
        <p className="text-ink-2">{[brief.customer, brief.address].filter(Boolean).join(', ')}</p>
        {brief.installer && <p className="text-ink-2">From {brief.installer}</p>}
        <p className="mt-1 text-ink-2">
          It holds for {brief.offer.validDays} days. Speeds are estimates until they are read.
        </p>
        {accepted?.price && price && (
          <section className="mt-4 border-l-4 border-l-fibre pl-3" aria-label="Accepted">
            <p>
              “{accepted.optionName}” was accepted
              {accepted.signedBy ? ` by ${accepted.signedBy}` : ''} on {dateText(accepted.at)}. Its parts and
              price stand as they were then; what comes on top is an extra.
            </p>
            <PriceTable price={price} />
            <Extras price={price} />
          </section>
        )}
        {offered.length === 0 ? (
          <p className="mt-4">There is nothing to offer yet: put units into an option in Plan.</p>
        ) : (
          offered.map((o, i) => (
            <OfferOption key={o.id} option={o} index={i} accepted={o.id === accepted?.optionId} />
          ))
        )}
        {brief.consents.length > 0 && (
          <section className="mt-5 break-inside-avoid">
            <h2 className="head2">Consents</h2>
            <ul className="mt-1 list-disc pl-5">
              {brief.consents.map((c) => (
                <li key={c.id}>
                  {CONSENT_LABEL[c.what]}
                  {c.who ? `, ${c.who}` : ''}: {c.got ? 'given' : 'still wanted before the work'}
                </li>
              ))}
            </ul>
          </section>
        )}
        <section className="mt-5 break-inside-avoid">
          <h2 className="head2">Not part of the price</h2>
          <p className="mt-1 whitespace-pre-line">{accepted?.price?.exclusions || exclusionsOf(brief)}</p>
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
