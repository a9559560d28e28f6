'use client';
import { useMemo, useState } from 'react';
import { gatewayOf } from '@/core/plan/option/graph';
import type { Option } from '@/core/plan/option/schema';
import { useAsk } from '@/ui/job/useAsk';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { useTake } from '../point/useAdopt';
import { cableText, ChoiceTable } from '../point/ChoiceTable';

/** Other places for the gateway, tried where somebody asks for them: a large house has many. */
export function GatewayPlaces({ option }: { option: Option }) {
  const [open, setOpen] = useState(false);
  return (
    <div className="mt-1">
      <Button aria-expanded={open} onClick={() => setOpen(!open)}>
        Other places
      </Button>
      {open && <Places option={option} />}
    </div>
  );
}

/** Places the gateway could stand at, with the way of the line to each, beside one node more. Prices are of the whole option. */
function Places({ option }: { option: Option }) {
  const take = useTake();
  const showStorey = useJob((s) => s.showStorey);
  const lengthUnit = useJob((s) => s.brief.lengthUnit);
  const question = useMemo(() => ({ kind: 'gateway' as const, option }), [option]);
  const choices = useAsk<'gateway'>(question);
  if (!choices)
    return (
      <p className="mt-1 text-ink-2" role="status">
        Trying the gateway at every place it could stand.
      </p>
    );
  return (
    <ChoiceTable
      label="Places for the gateway"
      take="Take"
      rows={choices.map((c, i) => ({
        key: c.label,
        label: c.label,
        option: c.option,
        refused: c.stops.length > 0 ? `Cannot work: ${c.stops.join(' ')}` : undefined,
        served: c.served,
        totalMinor: c.totalMinor,
        hours: c.hours,
        more: cableText(c.cableM, c.holes, lengthUnit),
        onTake:
          i === 0
            ? null
            : () => {
                take(c);
                const at = gatewayOf(c.option)?.place.storeyId;
                if (at) showStorey(at);
              },
      }))}
    />
  );
}
