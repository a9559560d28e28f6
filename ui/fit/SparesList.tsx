'use client';
import { useMemo } from 'react';
import { moneyText } from '@/core/plan/cost/money';
import type { Option } from '@/core/plan/option/schema';
import { useAsk } from '@/ui/job/useAsk';
import { useJob } from '@/ui/job/store';
import { Working } from '@/ui/pieces/Working';

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** What to take along beside the plan, by what a euro does for the chance of finishing today. */
export function SparesList({ option }: { option: Option }) {
  const currency = useJob((s) => s.brief.currency);
  const question = useMemo(() => ({ kind: 'spares' as const, option }), [option]);
  const found = useAsk<'spares'>(question);
  if (!found) return <Working />;
  return (
    <>
      <p className="mt-1">
        Finished today with what the plan has: {percent(found.chance)}.{' '}
        {found.spares.length === 0 && 'No spare does much about it.'}
      </p>
      {found.spares.length > 0 && (
        <table className="fig mt-1 w-full text-left text-[13.5px]" aria-label="Spares">
          <thead>
            <tr className="text-[12.5px] text-ink-2">
              <th className="font-normal">Spare</th>
              <th className="text-right font-normal">If it is used</th>
              <th className="text-right font-normal">Today then</th>
            </tr>
          </thead>
          <tbody>
            {found.spares.map((s) => (
              <tr key={s.label} className="border-t border-rule">
                <td className="py-1">
                  {s.label} <span className="text-ink-2">({s.why})</span>
                </td>
                <td className="text-right whitespace-nowrap">{moneyText(s.minor, currency)}</td>
                <td className="text-right whitespace-nowrap">{percent(found.chance + s.raises)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
