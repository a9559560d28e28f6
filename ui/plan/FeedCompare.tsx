'use client';
import { Cable } from 'lucide-react';
import { useMemo } from 'react';
import { moneyText } from '@/core/plan/cost/money';
import type { Feed, Option, Unit } from '@/core/plan/option/schema';
import { lengthText } from '@/core/site/model/lengths';
import { useAsk } from '@/ui/job/useAsk';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { DialogButton } from '@/ui/pieces/DialogButton';
import { speedText } from '@/ui/pieces/format';

/** Every feed that is possible for a unit here and now, held against each other. */
function Table({ unit, option, onTake }: { unit: Unit; option: Option; onTake: (feed: Feed) => void }) {
  const currency = useJob((s) => s.brief.currency);
  const lengthUnit = useJob((s) => s.brief.lengthUnit);
  const spots = useJob((s) => s.site.spots.length);
  const question = useMemo(() => ({ kind: 'feeds' as const, option, unitId: unit.id }), [option, unit.id]);
  const choices = useAsk<'feeds'>(question);
  if (!choices)
    return (
      <p className="mt-3" role="status">
        Trying every feed there is.
      </p>
    );
  return (
    <table className="fig mt-3 w-full border-collapse text-left" aria-label={`Feeds for ${unit.letter}`}>
      <thead>
        <tr className="text-[13px] text-ink-2">
          <th className="py-1 font-normal">Feed</th>
          <th className="px-2 text-right font-normal">Gives</th>
          <th className="px-2 text-right font-normal">Spots served</th>
          <th className="px-2 text-right font-normal">Whole option</th>
          <th className="px-2 text-right font-normal">Hours</th>
          <th className="px-2 font-normal">Cable, holes</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {choices.map((c, i) => (
          <tr
            key={`${c.label} ${i}`}
            className={`border-t border-rule align-top ${c.isNow ? 'bg-lamp-wash' : ''}`}
          >
            <th scope="row" className="py-1.5 pr-2 font-medium">
              {c.label}
              {[...c.stops, ...c.cares].map((words) => (
                <span
                  key={words}
                  className={`block max-w-[52ch] text-[12.5px] font-normal ${c.stops.includes(words) ? 'text-mains' : 'text-ink-2'}`}
                >
                  {c.stops.includes(words) ? 'Will not do: ' : 'Take care: '}
                  {words}
                </span>
              ))}
            </th>
            <td className="px-2 py-1.5 text-right whitespace-nowrap">
              {speedText(c.downMbps)} ↓ {speedText(c.upMbps)} ↑ Mb/s
              {c.measured ? <span className="block text-[12.5px] text-ink-2">measured</span> : null}
            </td>
            <td className="px-2 py-1.5 text-right whitespace-nowrap">
              {c.served} of {spots}
            </td>
            <td className="px-2 py-1.5 text-right whitespace-nowrap">{moneyText(c.totalMinor, currency)}</td>
            <td className="px-2 py-1.5 text-right whitespace-nowrap">{c.hours.toFixed(1)} h</td>
            <td className="px-2 py-1.5 whitespace-nowrap">
              {c.cableM > 0
                ? `${lengthText(c.cableM, lengthUnit)}, ${c.holes} ${c.holes === 1 ? 'hole' : 'holes'}`
                : 'none'}
            </td>
            <td className="py-1 text-right">
              {c.isNow ? (
                <span className="text-[13px] text-ink-2">as it is</span>
              ) : (
                <Button
                  disabled={c.stops.length > 0}
                  title={c.stops[0]}
                  aria-label={`Take ${c.label}`}
                  onClick={() => onTake(c.feed)}
                >
                  Take it
                </Button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Opens the comparison of all feeds of a unit. */
export function FeedCompare(props: { unit: Unit; option: Option; onTake: (feed: Feed) => void }) {
  return (
    <DialogButton
      icon={Cable}
      wide
      title={`What can feed ${props.unit.letter}`}
      label="Compare feeds"
      about="Speed of the feed, spots the whole option then serves, price and hands-on hours of the whole option. Estimates unless measured."
    >
      <Table {...props} />
    </DialogButton>
  );
}
