'use client';
import { memo, useMemo } from 'react';
import { sumOf } from '@/core/plan/shade/served';
import { areaText } from '@/core/site/model/lengths';
import { useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { useArea } from './useArea';

/** How much of the house the option being looked at serves; it follows a lamp in the drag preview. */
export const AreaLine = memo(function AreaLine() {
  const option = useOption();
  const ownKit = useJob((s) => s.plan.ownKit);
  const rooms = useJob((s) => s.site.buildings.length);
  const lengthUnit = useJob((s) => s.brief.lengthUnit);
  const network = useMemo(
    () => (option && option.units.length > 0 && rooms > 0 ? { option, kit: ownKit } : null),
    [option, ownKit, rooms],
  );
  const got = useArea(network);
  if (!network || !got) return null;
  const indoors = sumOf(got.answer.areas.filter((a) => !a.isOutdoors));
  if (indoors.areaM2 === 0) return null;
  return (
    <p className="fig shrink-0 text-[13.5px]">
      Serves {Math.round(indoors.share * 100)} % of the house: {areaText(indoors.servedM2, lengthUnit)} of{' '}
      {areaText(indoors.areaM2, lengthUnit)}.
    </p>
  );
});
