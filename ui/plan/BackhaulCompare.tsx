'use client';
import { Cable } from 'lucide-react';
import { useMemo } from 'react';
import type { Feed, Option, Unit } from '@/core/plan/option/schema';
import { useAsk } from '@/ui/job/useAsk';
import { useJob } from '@/ui/job/store';
import { DialogButton } from '@/ui/pieces/DialogButton';
import { speedText } from '@/ui/pieces/format';
import { cableText, ChoiceTable } from './ChoiceTable';

/** Every feed that is possible for a unit here and now, held against each other. */
function Table({ unit, option, onTake }: { unit: Unit; option: Option; onTake: (feed: Feed) => void }) {
  const lengthUnit = useJob((s) => s.brief.lengthUnit);
  const question = useMemo(() => ({ kind: 'feeds' as const, option, unitId: unit.id }), [option, unit.id]);
  const choices = useAsk<'feeds'>(question);
  if (!choices)
    return (
      <p className="mt-3" role="status">
        Trying every feed there is.
      </p>
    );
  return (
    <ChoiceTable
      label={`Backhauls for ${unit.letter}`}
      givesLabel="Gives"
      moreLabel="Cable, holes"
      take="Take it"
      rows={choices.map((c, i) => ({
        key: `${c.label} ${i}`,
        label: c.label,
        gives: (
          <>
            {speedText(c.downMbps)} ↓ {speedText(c.upMbps)} ↑ Mb/s
            {c.measured ? <span className="block text-[12.5px] text-ink-2">measured</span> : null}
          </>
        ),
        served: c.served,
        totalMinor: c.totalMinor,
        hours: c.hours,
        more: cableText(c.cableM, c.holes, lengthUnit),
        words: c.cares.map((words) => `Check: ${words}`),
        refused: c.stops.length > 0 ? `Cannot work: ${c.stops.join(' ')}` : undefined,
        onTake: c.isNow ? null : () => onTake(c.feed),
      }))}
    />
  );
}

/** Opens the comparison of all feeds of a unit. */
export function FeedCompare(props: { unit: Unit; option: Option; onTake: (feed: Feed) => void }) {
  return (
    <DialogButton
      icon={Cable}
      wide
      title={`Backhauls for ${props.unit.letter}`}
      label="Compare backhauls"
      about="Speed of the backhaul, spots the whole option then serves, price and hands-on hours of the whole option. Estimates unless measured."
    >
      <Table {...props} />
    </DialogButton>
  );
}
