'use client';
import { Wrench } from 'lucide-react';
import { useMemo } from 'react';
import type { Option } from '@/core/plan/option/schema';
import { useAsk } from '@/ui/job/useAsk';
import { useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { DialogButton } from '@/ui/pieces/DialogButton';
import { ChoiceTable, moreOrLess } from './ChoiceTable';
import { useTake } from './useAdopt';

function Table({ option, spotId }: { option: Option; spotId: string }) {
  const take = useTake();
  const currency = useJob((s) => s.brief.currency);
  const question = useMemo(() => ({ kind: 'fixes' as const, option, spotId }), [option, spotId]);
  const fixes = useAsk<'fixes'>(question);
  if (!fixes)
    return (
      <p className="mt-3" role="status">
        Trying one change after another.
      </p>
    );
  if (fixes.length === 0)
    return <p className="mt-3">No single change would serve it surely: two units, or less of a need.</p>;
  return (
    <ChoiceTable
      label="What would fix this spot"
      moreLabel="More than now"
      take="Do it"
      rows={fixes.map((f) => ({
        key: f.label,
        label: f.label,
        served: f.served,
        totalMinor: f.totalMinor,
        hours: f.hours,
        more: moreOrLess(f.moreMinor, currency),
        onTake: () => take(f),
      }))}
    />
  );
}

/** Opens what one change would serve a spot that is not served. */
export function Fixes({ spotId }: { spotId: string }) {
  const option = useOption();
  if (!option || option.units.length === 0) return null;
  return (
    <DialogButton
      icon={Wrench}
      wide
      title="What would fix this spot?"
      label="What would fix it?"
      about="Single changes that would serve it by the low end of its range, the cheapest first."
    >
      <Table option={option} spotId={spotId} />
    </DialogButton>
  );
}
