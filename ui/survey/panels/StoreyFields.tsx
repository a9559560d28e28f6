'use client';
import { ArrowUpFromLine, Spline } from 'lucide-react';
import { useMemo, useState } from 'react';
import { addBasement, changeStorey, copyStoreyUp } from '@/core/site/edit/storeys';
import { addRoofTerrace } from '@/core/site/edit/terrace';
import { outlineToTake, takeOutline } from '@/core/site/geometry/footprint';
import { MOST_STOREYS, type Building, type Site, type Storey } from '@/core/site/model/schema';
import { useJob, useJobStore } from '@/ui/job/store';
import { FieldTable } from '@/ui/pieces/FieldTable';
import { newId } from '@/ui/job/newId';
import { useSettled } from '@/ui/pieces/useSettled';
import { constructionChoices } from '../draw/constructionChoices';
import { DeleteStoreys } from './DeleteStoreys';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';

/** Rest of the hand before walls are compared with the outline, ms. */
const REST_MS = 300;

/** Name, level, height and floor of the open storey, and what is made from it. */
export function StoreyFields({ storey, building }: { storey: Storey; building: Building }) {
  const store = useJobStore();
  const setSite = useJob((s) => s.setSite);
  const custom = useJob((s) => s.site.customConstructions);
  const showStorey = useJob((s) => s.showStorey);
  const walls = useJob((s) => s.site.walls);
  const [refused, setRefused] = useState<string | null>(null);
  const settled = useSettled(walls, REST_MS) ?? walls;
  const differs = useMemo(() => outlineToTake({ walls: settled }, storey) !== null, [settled, storey]);
  const set = (values: Partial<Storey>) => setSite((s) => changeStorey(s, storey.id, values));
  const open = (made: { site: Site; storeyId: string }) => {
    store.getState().setSite(() => made.site);
    showStorey(made.storeyId);
  };
  const isFull = building.storeys.length >= MOST_STOREYS;
  const isTop = building.storeys.every((s) => s.floorLevelM <= storey.floorLevelM);
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
        <Button
          disabled={isFull && isTop}
          onClick={() => open(copyStoreyUp(store.getState().site, storey.id, true, newId))}
        >
          <ArrowUpFromLine size={15} aria-hidden="true" /> Copy up
        </Button>
        <Button
          disabled={isFull && isTop}
          onClick={() => open(copyStoreyUp(store.getState().site, storey.id, false, newId))}
        >
          Copy only outer walls up
        </Button>
        <Button
          disabled={isFull}
          onClick={() => open(addBasement(store.getState().site, building.id, newId))}
        >
          Basement
        </Button>
        <Button
          title="On what of the roof below is free, else on the roof of the uppermost storey: a parapet all round, no roof over it"
          onClick={() => {
            const made = addRoofTerrace(store.getState().site, storey.id, newId);
            setRefused(made.ok ? null : made.message);
            if (made.ok) open(made);
          }}
        >
          Roof terrace
        </Button>
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
      <Problem className="col-span-2" words={refused} />
      {isFull && (
        <p className="col-span-2 text-[13px] text-ink-2">
          A building has at most {MOST_STOREYS} storeys; this one has as many.
        </p>
      )}
    </div>
  );
}
