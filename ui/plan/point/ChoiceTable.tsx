'use client';
import { hoursText } from '@/core/plan/cost/duration';
import type { ReactNode } from 'react';
import { moneyText } from '@/core/plan/cost/money';
import type { Option } from '@/core/plan/option/schema';
import { lengthText, type LengthUnit } from '@/core/site/model/lengths';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { usePointing } from './usePointing';

/** One way of doing it, with what it gives and what it takes. */
export interface ChoiceRow {
  key: string;
  label: string;
  /** The whole network with it, shown while the row is pointed at. */
  option: Option;
  /** What has to be said about it, below its name. */
  words?: readonly string[];
  /** What it gives by itself, beside the spots the whole option then serves. */
  gives?: ReactNode;
  served: number;
  totalMinor: number;
  hours: number;
  /** What else is told of it, under its name. */
  more: string;
  /** Null where it is what there is already. */
  onTake: (() => void) | null;
  /** Why it cannot be taken, said beside a button that is off. */
  refused?: string | undefined;
  /** Something else that can be done with it. */
  also?: { label: string; onPress: () => void } | undefined;
}

/** A difference of price in words: nothing, so much more or so much less. */
export function moreOrLess(minor: number, currency: string): string {
  if (minor === 0) return 'the same price';
  return `${moneyText(Math.abs(minor), currency)} ${minor > 0 ? 'more' : 'less'}`;
}

/** New cable and holes in words. */
export function cableText(cableM: number, holes: number, lengthUnit: LengthUnit): string {
  return cableM > 0
    ? `${lengthText(cableM, lengthUnit)} of cable, ${holes} ${holes === 1 ? 'hole' : 'holes'}`
    : 'no new cable';
}

const SMALL = 'block text-[12.5px] font-normal leading-snug';
const CELL = 'px-1.5 py-1 text-right whitespace-nowrap';

/** Ways of doing something side by side: pointed at they are shown, each has a button that takes it. Price and hours are of the whole option. */
export function ChoiceTable({
  label,
  rows,
  givesLabel,
  take,
  children,
}: {
  label: string;
  rows: readonly ChoiceRow[];
  /** Head of what each gives by itself, where rows tell that. */
  givesLabel?: string;
  /** What the button says. */
  take: string;
  /** Rows of the table under the others. */
  children?: ReactNode;
}) {
  const currency = useJob((s) => s.brief.currency);
  const spots = useJob((s) => s.site.spots.length);
  const point = usePointing();
  return (
    <table className="fig w-full border-collapse text-left text-[13.5px]" aria-label={label}>
      <thead>
        <tr className="text-[12.5px] text-ink-2">
          <th className="py-1 font-normal">Way</th>
          {givesLabel && <th className="px-1.5 text-right font-normal">{givesLabel}</th>}
          <th className="px-1.5 text-right font-normal">Work</th>
          <th className="px-1.5 text-right font-normal">Option</th>
          <th className="px-1.5 text-right font-normal">Hours</th>
          <th>
            <span className="sr-only">{take}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => {
          const { onTake, refused } = r;
          const isOff = refused !== undefined;
          const pointed =
            onTake &&
            point({
              key: `${label}: ${r.key}`,
              label: r.label,
              option: r.option,
              take: isOff ? null : onTake,
            });
          return (
            <tr
              key={r.key}
              {...pointed}
              className={`border-t border-rule align-top ${onTake === null ? 'bg-good-wash' : 'hover:bg-lamp-wash focus-within:bg-lamp-wash'}`}
            >
              <th scope="row" className="py-1 pr-1.5 font-medium">
                {r.label}
                {r.more && <span className={`${SMALL} text-ink-2`}>{r.more}</span>}
                {refused && <span className={`${SMALL} text-mains`}>{refused}</span>}
                {r.words?.map((words) => (
                  <span key={words} className={`${SMALL} text-ink-2`}>
                    {words}
                  </span>
                ))}
              </th>
              {givesLabel && <td className={CELL}>{r.gives}</td>}
              <td className={CELL}>
                {r.served} of {spots}
              </td>
              <td className={CELL}>{moneyText(r.totalMinor, currency)}</td>
              <td className={CELL}>{hoursText(r.hours)}</td>
              <td className="py-0.5 text-right whitespace-nowrap">
                <span className="inline-flex flex-col items-stretch gap-1">
                  {onTake ? (
                    <Button
                      className="min-h-7 px-2"
                      aria-label={`${take}: ${r.label}`}
                      disabled={isOff}
                      title={refused}
                      onClick={onTake}
                    >
                      {take}
                    </Button>
                  ) : (
                    <span className="text-[13px] text-ink-2">as it is</span>
                  )}
                  {r.also && (
                    <Button
                      className="min-h-7 px-2"
                      aria-label={`${r.also.label}: ${r.label}`}
                      onClick={r.also.onPress}
                    >
                      {r.also.label}
                    </Button>
                  )}
                </span>
              </td>
            </tr>
          );
        })}
        {children}
      </tbody>
    </table>
  );
}
