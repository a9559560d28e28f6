'use client';
import { useMemo } from 'react';
import { FEED_LABEL } from '@/core/plan/option/placing';
import type { Feed, Option, Unit } from '@/core/plan/option/schema';
import { useAsk } from '@/ui/job/useAsk';
import { useJob } from '@/ui/job/store';
import { speedText } from '@/ui/pieces/format';
import { cableText, ChoiceTable } from '../point/ChoiceTable';

/** Every backhaul that is possible for a unit here and now, held against each other, and why others are not. */
export function Backhauls({
  unit,
  option,
  locked,
  onTake,
}: {
  unit: Unit;
  option: Option;
  locked: boolean;
  onTake: (feed: Feed) => void;
}) {
  const lengthUnit = useJob((s) => s.brief.lengthUnit);
  const question = useMemo(() => ({ kind: 'feeds' as const, option, unitId: unit.id }), [option, unit.id]);
  const answer = useAsk<'feeds'>(question);
  if (!answer)
    return (
      <p className="mt-1 text-ink-2" role="status">
        Trying every backhaul there is.
      </p>
    );
  return (
    <ChoiceTable
      label={`Backhauls for ${unit.letter}`}
      givesLabel="Mb/s, range"
      take="Take"
      rows={answer.choices.map((c, i) => ({
        key: `${c.label} ${i}`,
        label: c.label,
        option: {
          ...option,
          units: option.units.map((u) => (u.id === unit.id ? { ...u, feed: c.feed } : u)),
        },
        gives: (
          <>
            <strong className="font-semibold">{speedText(c.downMbps)}</strong> ↓ {speedText(c.upMbps)} ↑
            <span className="block text-[12.5px] text-ink-2">
              {c.measured
                ? 'measured'
                : c.downRangeMbps[1] - c.downRangeMbps[0] < 1
                  ? 'sure'
                  : `${speedText(c.downRangeMbps[0])} to ${speedText(c.downRangeMbps[1])}`}
            </span>
          </>
        ),
        served: c.served,
        totalMinor: c.totalMinor,
        hours: c.hours,
        more: cableText(c.cableM, c.holes, lengthUnit),
        words: c.cares.map((words) => `Check: ${words}`),
        refused:
          c.stops.length > 0
            ? `Cannot work: ${c.stops.join(' ')}`
            : locked && !c.isNow
              ? 'It is locked: unlock it first.'
              : undefined,
        onTake: c.isNow ? null : () => onTake(c.feed),
      }))}
    >
      {answer.none.map((n) => (
        <tr key={n.kind} className="border-t border-rule text-ink-2">
          <th scope="row" className="py-1 font-normal" colSpan={6}>
            {FEED_LABEL[n.kind]}: not here, {n.why}
          </th>
        </tr>
      ))}
    </ChoiceTable>
  );
}
