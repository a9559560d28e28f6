'use client';
import { hoursText } from '@/core/plan/cost/duration';
import type { ReactNode } from 'react';
import { moneyText } from '@/core/plan/cost/money';
import { lengthText, type LengthUnit } from '@/core/site/model/lengths';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';

/** One way of doing it, with what it gives and what it takes. */
export interface ChoiceRow {
  key: string;
  label: string;
  /** What has to be said about it, below its name. */
  words?: readonly string[];
  /** What it gives by itself, beside the spots the whole option then serves. */
  gives?: ReactNode;
  served: number;
  totalMinor: number;
  hours: number;
  /** What else is told of it. */
  more: string;
  /** Null where it is what there is already. */
  onTake: (() => void) | null;
  /** Why it cannot be taken, said beside a button that is off. */
  refused?: string;
  /** Something else that can be done with it. */
  also?: { label: string; onPress: () => void };
}

/** A difference of price in words: nothing, so much more or so much less. */
export function moreOrLess(minor: number, currency: string): string {
  if (minor === 0) return 'the same price';
  return `${moneyText(Math.abs(minor), currency)} ${minor > 0 ? 'more' : 'less'}`;
}

/** New cable and holes in words. */
export function cableText(cableM: number, holes: number, lengthUnit: LengthUnit): string {
  return cableM > 0
    ? `${lengthText(cableM, lengthUnit)}, ${holes} ${holes === 1 ? 'hole' : 'holes'}`
    : 'none';
}

const SMALL = 'block max-w-[60ch] text-[12.5px] font-normal';

/** Ways of doing something side by side, each with a button that takes it. Price and hours are of the whole option. */
export function ChoiceTable({
  label,
  rows,
  moreLabel,
  givesLabel,
  take,
}: {
  label: string;
  rows: readonly ChoiceRow[];
  moreLabel: string;
  /** Head of what each gives by itself, where rows tell that. */
  givesLabel?: string;
  /** What the button says. */
  take: string;
}) {
  const currency = useJob((s) => s.brief.currency);
  const spots = useJob((s) => s.site.spots.length);
  return (
    <table className="fig mt-3 w-full border-collapse text-left" aria-label={label}>
      <thead>
        <tr className="text-[13px] text-ink-2">
          <th className="py-1 font-normal">Way</th>
          {givesLabel && <th className="px-2 text-right font-normal">{givesLabel}</th>}
          <th className="px-2 text-right font-normal">Spots that work</th>
          <th className="px-2 text-right font-normal">Whole option</th>
          <th className="px-2 text-right font-normal">Hours</th>
          <th className="px-2 font-normal">{moreLabel}</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr
            key={r.key}
            className={`border-t border-rule align-top ${r.onTake === null ? 'bg-lamp-wash' : ''}`}
          >
            <th scope="row" className="py-1.5 pr-2 font-medium">
              {r.label}
              {r.refused && <span className={`${SMALL} text-mains`}>{r.refused}</span>}
              {r.words?.map((words) => (
                <span key={words} className={`${SMALL} text-ink-2`}>
                  {words}
                </span>
              ))}
            </th>
            {givesLabel && <td className="px-2 py-1.5 text-right whitespace-nowrap">{r.gives}</td>}
            <td className="px-2 py-1.5 text-right whitespace-nowrap">
              {r.served} of {spots}
            </td>
            <td className="px-2 py-1.5 text-right whitespace-nowrap">{moneyText(r.totalMinor, currency)}</td>
            <td className="px-2 py-1.5 text-right whitespace-nowrap">{hoursText(r.hours)}</td>
            <td className="px-2 py-1.5">{r.more}</td>
            <td className="space-x-1 py-1 text-right whitespace-nowrap">
              {r.also && (
                <Button aria-label={`${r.also.label}: ${r.label}`} onClick={r.also.onPress}>
                  {r.also.label}
                </Button>
              )}
              {r.onTake ? (
                <Button
                  aria-label={`${take}: ${r.label}`}
                  disabled={r.refused !== undefined}
                  title={r.refused}
                  onClick={r.onTake}
                >
                  {take}
                </Button>
              ) : (
                <span className="text-[13px] text-ink-2">as it is</span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
