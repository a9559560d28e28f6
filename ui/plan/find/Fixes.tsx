'use client';
import { useMemo } from 'react';
import type { Option } from '@/core/plan/option/schema';
import { useAsk } from '@/ui/job/useAsk';
import { useDerived, useOption } from '@/ui/job/derived';
import { useJob, useJobStore } from '@/ui/job/store';
import { SelectField } from '@/ui/pieces/fields';
import { ChoiceTable, moreOrLess } from '../point/ChoiceTable';
import { useTake } from '../point/useAdopt';

function Table({ option, spotId }: { option: Option; spotId: string }) {
  const take = useTake();
  const currency = useJob((s) => s.brief.currency);
  const question = useMemo(() => ({ kind: 'fixes' as const, option, spotId }), [option, spotId]);
  const fixes = useAsk<'fixes'>(question);
  if (!fixes)
    return (
      <p className="mt-2" role="status">
        Trying one change after another.
      </p>
    );
  if (fixes.length === 0)
    return <p className="mt-2">No single change would serve it surely: two units, or less of a need.</p>;
  return (
    <ChoiceTable
      label="What would fix this spot"
      take="Do it"
      rows={fixes.map((f) => ({
        key: f.label,
        label: f.label,
        option: f.option,
        served: f.served,
        totalMinor: f.totalMinor,
        hours: f.hours,
        more: moreOrLess(f.moreMinor, currency),
        onTake: () => take(f),
      }))}
    />
  );
}

/** What one change would serve a spot that is not served: the one that is chosen, else the first. */
export function Fixes() {
  const store = useJobStore();
  const option = useOption();
  const spots = useJob((s) => s.site.spots);
  const chosen = useJob((s) => (s.selected?.kind === 'spot' ? s.selected.id : null));
  const { predictions } = useDerived();
  if (!option || option.units.length === 0)
    return <p className="mt-2">Nothing is planned yet: suggest a plan, or add the first unit.</p>;
  const failing = spots
    .filter((s) => predictions.has(s.id) && predictions.get(s.id)!.verdict !== 'works')
    .sort((a, b) => a.number - b.number);
  const spot = failing.find((s) => s.id === chosen) ?? failing[0];
  if (!spot) return <p className="mt-2">Every spot works with this option.</p>;
  return (
    <>
      <div className="mt-2 w-64">
        <SelectField
          label="Spot that is not served"
          value={spot.id}
          options={failing.map((s) => ({ value: s.id, label: `${s.number} ${s.name}` }))}
          onChange={(id) => {
            const at = spots.find((s) => s.id === id)?.place.storeyId;
            store.getState().select({ kind: 'spot', id });
            if (at) store.getState().showStorey(at);
          }}
        />
      </div>
      <Table option={option} spotId={spot.id} />
    </>
  );
}
