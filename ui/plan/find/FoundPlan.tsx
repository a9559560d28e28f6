'use client';
import { failureWords, surerPlans } from '@/core/plan/cost/callBack';
import { hoursText } from '@/core/plan/cost/duration';
import { moneyText } from '@/core/plan/cost/money';
import { checksMinor } from '@/core/plan/compare/facts';
import { servedOf } from '@/core/site/model/verdict';
import { percentText as percent } from '@/core/stats/percent';
import type { Proposal } from '@/core/suggest/choices/added';
import { proofWords } from '@/core/suggest/search/proofWords';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { useOpenTrial } from '../point/useAdopt';
import { usePointing } from '../point/usePointing';
import type { Found, SoFar } from './useSearch';

/** One plan that was found: what it does, what proves it, what it risks, and why each unit is there. */
export function FoundPlan({
  found,
  onAdopt,
  full,
}: {
  found: Found;
  onAdopt: (proposal: Proposal, name: string) => void;
  full?: string;
}) {
  const currency = useJob((s) => s.brief.currency);
  const brief = useJob((s) => s.brief);
  const point = usePointing();
  const openTrial = useOpenTrial();
  const { plan: d, policy } = found;
  if (!d)
    return (
      <li className="border-t border-rule py-2">
        <strong className="font-semibold">{policy.label}: </strong>nothing can stand on the line: survey where
        it enters, or put today’s router on the sheet.
      </li>
    );
  const { predictions, price } = d.evaluation;
  const served = servedOf(predictions).length;
  const taken = { priceMinor: price.totalMinor, chance: d.chance.whole };
  const surer = surerPlans(taken, d.others, brief);
  const take = full === undefined ? () => onAdopt(d, policy.label) : null;
  const tried = d.chance.risk?.tryLetter ?? null;
  const checks = d.evaluation.notices.filter((n) => n.severity === 'check');
  return (
    <li className="border-t border-rule" data-suggested={policy.id} data-price={price.totalMinor}>
      <div
        {...point({ key: `suggested ${policy.id}`, label: policy.label, option: d.option, take })}
        className="flex items-start justify-between gap-2 py-1.5 hover:bg-lamp-wash focus-within:bg-lamp-wash"
      >
        <div className="min-w-0 flex-1">
          <p className="fig font-semibold">
            {policy.label}: {moneyText(price.totalMinor, currency)}, {served} of {predictions.length} spots
            work, {percent(d.chance.whole)} sure
          </p>
          <p className="fig text-[13px] leading-snug text-ink-2">
            {d.option.units.map((u) => `${u.letter} ${u.name}`).join(', ')}; {hoursText(price.hours)}
            {d.chance.risk &&
              `; the risk is ${d.chance.risk.number} ${d.chance.risk.name}, ${percent(d.chance.risk.chance)}`}
          </p>
          <p className="fig text-[13px] leading-snug">{failureWords(d.chance.whole, brief)}</p>
          <details className="fig text-[13px] leading-snug">
            <summary className="cursor-pointer">
              {d.proof.isProven ? 'Proven' : 'Best found'}: why, and what each unit is for
            </summary>
            <p className="text-ink-2">
              {proofWords(d.proof)}
              {d.proof.cheapestMinor < d.valueMinor && served === predictions.length
                ? ` The cheapest comes to ${moneyText(d.proof.cheapestMinor, currency)} with what is to be checked, this one to ${moneyText(d.valueMinor, currency)}; it is surer.`
                : ''}
            </p>
            <p>
              {d.reasons
                .map((r) =>
                  r.spots.length > 0
                    ? `${r.letter} is there for ${r.spots.join(', ')}`
                    : `${r.letter} carries others`,
                )
                .join('; ')}
              {d.reasons.length > 0 ? '. ' : ''}
              {d.chance.risk?.words}
            </p>
            {tried && full === undefined && (
              <Button
                className="mt-1"
                onClick={() => {
                  onAdopt(d, policy.label);
                  openTrial(tried);
                }}
              >
                Adopt it and try the link of {tried}
              </Button>
            )}
          </details>
          {checks.length > 0 && (
            <details className="fig text-[13px] leading-snug">
              <summary className="cursor-pointer">
                {checks.length} to check, counted as {moneyText(checksMinor(d.evaluation, brief), currency)}{' '}
                more; taken all the same, nothing that was tried does as much for clearly less
              </summary>
              <ul className="list-disc pl-5">
                {checks.map((n) => (
                  <li key={n.words}>{n.words}</li>
                ))}
              </ul>
            </details>
          )}
          {d.lockStops.map((words) => (
            <p key={words} className="text-[13px] text-mains">
              Locked, and cannot work: {words}
            </p>
          ))}
          {d.overBudget && <p className="text-[13px] text-mains">{d.overBudget}</p>}
          {d.unmet.map((u) => (
            <p key={u.spotId} className="text-[13px] text-mains">
              {u.number} {u.name}: {u.words}
            </p>
          ))}
        </div>
        <Button
          disabled={full !== undefined}
          title={full}
          aria-label={`Adopt ${policy.label}`}
          onClick={() => onAdopt(d, policy.label)}
        >
          Adopt
        </Button>
      </div>
      {surer.length > 0 && (
        <ul className="fig pl-4 text-[13px]" aria-label={`Surer than ${policy.label}`}>
          {surer.map(({ plan, words }, i) => (
            <li
              key={words}
              {...point({
                key: `surer ${policy.id} ${i}`,
                label: `${policy.label}, surer`,
                option: plan.option,
                take: full === undefined ? () => onAdopt(plan, policy.label) : null,
              })}
              className="flex items-center justify-between gap-2 py-0.5 hover:bg-lamp-wash focus-within:bg-lamp-wash"
            >
              {words}
              <Button
                className="min-h-7 px-2"
                disabled={full !== undefined}
                title={full}
                aria-label={`Adopt ${policy.label}, sure to ${percent(plan.chance)}`}
                onClick={() => onAdopt(plan, policy.label)}
              >
                Adopt
              </Button>
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}

/** The best of a search that goes on or was stopped, which can be taken as it is. */
export function SoFarLine({
  label,
  best,
  words,
  onAdopt,
  full,
}: {
  label: string;
  best: SoFar;
  words: string;
  onAdopt: (proposal: Proposal, name: string) => void;
  full?: string;
}) {
  const currency = useJob((s) => s.brief.currency);
  const point = usePointing();
  return (
    <div
      {...point({
        key: `so far ${label}`,
        label: `${label}, ${words}`,
        option: best.option,
        take: full === undefined ? () => onAdopt(best, label) : null,
      })}
      className="mt-1 flex items-center justify-between gap-2 hover:bg-lamp-wash focus-within:bg-lamp-wash"
      data-sofar
    >
      <p className="fig">
        {label}, {words}: {moneyText(best.totalMinor, currency)}, {best.served} of {best.of} spots work,{' '}
        {best.option.units.map((u) => `${u.letter} ${u.name}`).join(', ')}
      </p>
      <Button
        disabled={full !== undefined}
        title={full}
        aria-label={`Adopt ${label} as it is so far`}
        onClick={() => onAdopt(best, label)}
      >
        Adopt
      </Button>
    </div>
  );
}
