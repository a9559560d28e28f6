'use client';
import { MOST_MINOR, type Brief } from '@/core/brief/brief';
import { secondVisitMinor } from '@/core/plan/cost/callBack';
import { minorDigits } from '@/core/plan/cost/money';
import { useJob } from '@/ui/job/store';
import { PAPER_WORDS } from '@/papers/job';
import { DateField, NumberField, SelectField, TextField } from '@/ui/pieces/fields';

const LANGUAGES = (['en', 'de'] as const).map((value) => ({ value, label: PAPER_WORDS[value].name }));

/** What stands on the offer beside the options. */
export function OfferFields() {
  const offer = useJob((s) => s.brief.offer);
  const currency = useJob((s) => s.brief.currency);
  const language = useJob((s) => s.brief.paperLanguage);
  const minor = 10 ** minorDigits(currency);
  const labourMinorPerHour = useJob((s) => s.brief.labourMinorPerHour);
  const setBrief = useJob((s) => s.setBrief);
  const set = (values: Partial<Brief['offer']>) =>
    setBrief((b) => ({ ...b, offer: { ...b.offer, ...values } }));
  return (
    <section className="panel p-4" aria-labelledby="b-offer">
      <h2 id="b-offer" className="head2">
        On the offer
      </h2>
      <div className="mt-2 grid grid-cols-3 gap-3">
        <NumberField
          label="Tax"
          unit="%"
          value={offer.taxPercent}
          max={100}
          onChange={(v) => v !== null && set({ taxPercent: v })}
        />
        <TextField
          label="What the tax is called"
          value={offer.taxName}
          onChange={(taxName) => set({ taxName: taxName.slice(0, 20) })}
        />
        <NumberField
          label="It holds for"
          unit="days"
          value={offer.validDays}
          min={1}
          max={365}
          whole
          onChange={(v) => v !== null && set({ validDays: v })}
        />
      </div>
      <div className="mt-2 grid grid-cols-3 gap-3">
        <NumberField
          label="Travel, all visits"
          unit={currency}
          value={offer.travelMinor / minor}
          max={MOST_MINOR / minor}
          onChange={(v) => v !== null && set({ travelMinor: Math.round(v * minor) })}
        />
        <NumberField
          label="A second visit costs you"
          unit={currency}
          value={secondVisitMinor({ labourMinorPerHour, currency, offer }) / minor}
          optional
          max={MOST_MINOR / minor}
          // Left empty it is travel and an hour and a half again.
          onChange={(v) => set({ secondVisitMinor: v === null ? null : Math.round(v * minor) })}
        />
      </div>
      <div className="mt-2 grid grid-cols-1 gap-2 sm:grid-cols-3">
        <TextField
          label="Number of the offer"
          value={offer.number}
          onChange={(number) => set({ number: number.slice(0, 40) })}
        />
        <DateField label="Its date" value={offer.date} onChange={(date) => set({ date })} />
        <SelectField
          label="Language of the papers"
          value={language}
          options={LANGUAGES}
          onChange={(paperLanguage) => setBrief((b) => ({ ...b, paperLanguage }))}
        />
      </div>
      <div className="mt-2">
        <TextField
          long
          label="Guarantee, as it is printed"
          placeholder="what you stand for, and for how long"
          value={offer.guarantee}
          onChange={(guarantee) => set({ guarantee: guarantee.slice(0, 1000) })}
        />
      </div>
      <div className="mt-2">
        <TextField
          long
          label="Not part of the price"
          placeholder="electrician’s work, making good, scaffolding"
          value={offer.exclusions}
          onChange={(exclusions) => set({ exclusions: exclusions.slice(0, 2000) })}
        />
      </div>
    </section>
  );
}
