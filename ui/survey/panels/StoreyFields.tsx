'use client';
import { ArrowUpFromLine, Spline } from 'lucide-react';
import { useMemo } from 'react';
import { addBasement, changeStorey, copyStoreyUp } from '@/core/site/edit/storeys';
import { outlineToTake, takeOutline } from '@/core/site/geometry/footprint';
import type { Building, Site, Storey } from '@/core/site/model/schema';
import { useJob, useJobStore } from '@/ui/job/store';
import { FieldTable } from '@/ui/pieces/FieldTable';
import { newId } from '@/ui/job/newId';
import { useSettled } from '@/ui/pieces/useSettled';
import { constructionChoices } from '../draw/constructionChoices';
import { DeleteStoreys } from './DeleteStoreys';
import { Button } from '@/ui/pieces/Button';

/** Rest of the hand before walls are compared with the outline, ms. */
const REST_MS = 300;

/** Name, level, height and floor of the open storey, and what is made from it. */
export function StoreyFields({ storey, building }: { storey: Storey; building: Building }) {
  const store = useJobStore();
  const setSite = useJob((s) => s.setSite);
  const custom = useJob((s) => s.site.customConstructions);
  const showStorey = useJob((s) => s.showStorey);
  const walls = useJob((s) => s.site.walls);
  const settled = useSettled(walls, REST_MS) ?? walls;
  const differs = useMemo(() => outlineToTake({ walls: settled }, storey) !== null, [settled, storey]);
  const set = (values: Partial<Storey>) => setSite((s) => changeStorey(s, storey.id, values));
  const open = (made: { site: Site; storeyId: string }) => {
    store.getState().setSite(() => made.site);
    showStorey(made.storeyId);
  };
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2">
      <FieldTable
        of={storey}
        set={set}
        table={[
          { name: 'name', label: 'Open storey' },
          { lengthM: 'heightM', label: 'Height inside', minM: 1, maxM: 20, commit: true },
          { lengthM: 'floorLevelM', label: 'Floor above ground line', minM: -20, maxM: 60, commit: true },
          {
            select: 'floor',
            label: 'Floor of',
            options: constructionChoices('floor', custom),
            none: 'the ground',
          },
        ]}
      />
      <div className="col-span-2 flex flex-wrap gap-2">
        <Button onClick={() => open(copyStoreyUp(store.getState().site, storey.id, true, newId))}>
          <ArrowUpFromLine size={15} aria-hidden="true" /> Copy up
        </Button>
        <Button onClick={() => open(copyStoreyUp(store.getState().site, storey.id, false, newId))}>
          Copy only outer walls up
        </Button>
        <Button onClick={() => open(addBasement(store.getState().site, building.id, newId))}>Basement</Button>
        {differs && (
          <Button
            title="Floor, roof and indoors follow the outer walls that stand now"
            onClick={() => setSite((s) => takeOutline(s, storey.id))}
          >
            <Spline size={15} aria-hidden="true" /> Outline from its walls
          </Button>
        )}
        {building.storeys.length > 1 && (
          <DeleteStoreys ids={new Set([storey.id])} label="Delete storey" onDone={() => {}} />
        )}
      </div>
    </div>
  );
}
