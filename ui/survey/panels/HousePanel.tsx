'use client';
import { RotateCw } from 'lucide-react';
import { useState } from 'react';
import { resizeBuilding, sizeOf } from '@/core/site/edit/resize';
import { planAfterMove } from '@/core/plan/option/moveUnits';
import {
  after,
  buildingsApartM,
  moveBuilding,
  turnAbout,
  STILL,
  type Frame,
} from '@/core/site/geometry/frames';
import { storeysById } from '@/core/site/model/levels';
import { middleOf } from '@/core/site/geometry/rooms';
import type { Building, Point, Storey } from '@/core/site/model/schema';
import { useJob, useJobStore } from '@/ui/job/store';
import { RoomsInRoof } from './RoomsInRoof';
import { NameField, NumberField, SelectField } from '@/ui/pieces/fields';
import { LengthField } from '@/ui/pieces/LengthField';
import { constructionChoices } from '../draw/constructionChoices';
import { useFoundRooms } from '../draw/SurveyLayers';
import { AsUsual } from './AsUsual';
import { DeleteStoreys } from './DeleteStoreys';
import { OwnConstructions } from './OwnConstructions';
import { Rooms } from './Rooms';
import { StoreyFields } from './StoreyFields';
import { TypedRooms } from './TypedRooms';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';

const corner = (b: Building): Point => ({
  xM: Math.min(...b.storeys.flatMap((s) => s.outline.map((p) => p.xM))),
  yM: Math.min(...b.storeys.flatMap((s) => s.outline.map((p) => p.yM))),
});

/** Name, roof, place and turn of the building the open storey is in, and how far the others are. */
function BuildingFields({ building }: { building: Building }) {
  const store = useJobStore();
  const setSite = useJob((s) => s.setSite);
  const custom = useJob((s) => s.site.customConstructions);
  const others = useJob((s) => s.site.buildings).filter((b) => b.id !== building.id);
  const at = corner(building);
  const turned = building.frame?.turnDeg ?? 0;
  const change = (values: Partial<Building>) =>
    setSite((s) => ({
      ...s,
      buildings: s.buildings.map((b) => (b.id === building.id ? { ...b, ...values } : b)),
    }));
  /** Moves the building with all that is in it; units of the plan and readings go along. One step of undo. */
  const move = (by: Frame) => {
    const job = store.getState();
    const site = moveBuilding(job.site, building.id, by);
    job.act(() => ({ site, plan: planAfterMove(job.plan, job.site, site) }));
  };
  const size = sizeOf(building);
  const [refused, setRefused] = useState<string | null>(null);
  const resize = (axis: 'widthM' | 'depthM', lengthM: number) => {
    const made = resizeBuilding(store.getState().site, building.id, axis, lengthM);
    setRefused(made.ok ? null : made.message);
    if (made.ok) setSite(() => made.site);
  };
  const turnTo = (deg: number) => move(turnAbout(middleOf(building.storeys[0]!.outline), deg - turned));
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2">
      <NameField
        label="Building"
        value={building.name}
        onChange={(name) => change({ name: name.slice(0, 80) })}
      />
      <SelectField
        label="Roof"
        value={building.roof?.construction ?? ''}
        options={[{ value: '', label: 'none: open above' }, ...constructionChoices('roof', custom)]}
        onChange={(construction) =>
          change({ roof: construction ? { construction, riseM: building.roof?.riseM ?? 1 } : null })
        }
      />
      {building.roof && !building.roof.rooms && (
        <LengthField
          label="Roof rises, 0: flat"
          valueM={building.roof.riseM}
          maxM={15}
          onChange={(riseM) => riseM !== null && change({ roof: { ...building.roof!, riseM } })}
        />
      )}
      {building.roof && (
        <RoomsInRoof
          roof={building.roof}
          turned={building.frame?.turnDeg ?? 0}
          isWide={size !== null && size.widthM >= size.depthM}
          change={(roof) => change({ roof })}
        />
      )}
      {size &&
        (['widthM', 'depthM'] as const).map((axis) => (
          <LengthField
            key={axis}
            label={axis === 'widthM' ? 'West to east' : 'North to south'}
            valueM={Math.round(size[axis] * 1000) / 1000}
            minM={1}
            maxM={200}
            commit
            onChange={(m) => m !== null && resize(axis, m)}
          />
        ))}
      <Problem className="col-span-2" words={refused} />
      <NumberField
        label="Turned"
        unit="° clockwise"
        value={turned}
        min={-360}
        max={360}
        onChange={(deg) => deg !== null && turnTo(deg)}
      />
      <LengthField
        label="West edge, east of origin"
        valueM={at.xM}
        minM={-1000}
        maxM={1000}
        commit
        onChange={(m) => m !== null && move({ ...STILL, xM: m - at.xM })}
      />
      <LengthField
        label="North edge, south of origin"
        valueM={at.yM}
        minM={-1000}
        maxM={1000}
        commit
        onChange={(m) => m !== null && move({ ...STILL, yM: m - at.yM })}
      />
      {others.map((o) => (
        <LengthField
          key={o.id}
          label={`From ${o.name}`}
          valueM={Math.round(buildingsApartM(building, o) * 100) / 100}
          minM={0}
          maxM={1000}
          commit
          onChange={(m) => {
            if (m === null) return;
            // Moved straight away from the other, or towards it.
            const [p, q] = [middleOf(building.storeys[0]!.outline), middleOf(o.storeys[0]!.outline)];
            const by = m - buildingsApartM(building, o);
            const across = Math.abs(p.xM - q.xM) >= Math.abs(p.yM - q.yM);
            move({
              ...STILL,
              xM: across ? Math.sign(p.xM - q.xM || 1) * by : 0,
              yM: across ? 0 : Math.sign(p.yM - q.yM || 1) * by,
            });
          }}
        />
      ))}
      <div className="col-span-2 flex flex-wrap gap-2">
        <Button onClick={() => move(after(turnAbout(middleOf(building.storeys[0]!.outline), 90), STILL))}>
          <RotateCw size={15} aria-hidden="true" /> Turn by 90°
        </Button>
        <DeleteStoreys
          ids={new Set(building.storeys.map((s) => s.id))}
          label="Delete building"
          onDone={() => {}}
        />
      </div>
    </div>
  );
}

/** The rooms of a storey; where it has no wall inside yet, a way to type them. */
function RoomsOrTyped({ storey }: { storey: Storey }) {
  const found = useFoundRooms(storey.id);
  return (
    <>
      {found.length <= 1 && storey.outline.length === 4 && <TypedRooms key={storey.id} storey={storey} />}
      <Rooms storeyId={storey.id} />
    </>
  );
}

/** House: the building and storey that are open, and the rooms of it. */
export function HousePanel({ onAddBuilding }: { onAddBuilding: () => void }) {
  const buildings = useJob((s) => s.site.buildings);
  const storeyId = useJob((s) => s.storeyId);
  const ref = storeyId ? storeysById({ buildings }).get(storeyId) : undefined;
  return (
    <>
      <section className="panel shrink-0 p-3" aria-label="Building and storey">
        <div className="mb-2 flex items-center justify-between">
          <h2 className="head2">{ref ? `${ref.building.name}, ${ref.storey.name}` : 'No building yet'}</h2>
          <Button look="strong" onClick={onAddBuilding}>
            Add a building
          </Button>
        </div>
        {ref ? (
          <>
            <StoreyFields key={ref.storey.id} storey={ref.storey} building={ref.building} />
          </>
        ) : (
          <p>Begin with the outside size of the house; walls inside are drawn then. Press B.</p>
        )}
      </section>
      {storeyId && (
        <section className="panel shrink-0 p-3" aria-label="Rooms">
          <h2 className="head2">Rooms</h2>
          {ref && <RoomsOrTyped storey={ref.storey} />}
        </section>
      )}
      {ref && <AsUsual key={ref.building.id} building={ref.building} storey={ref.storey} />}
      {ref && (
        <section className="panel shrink-0 p-3" aria-label="Building">
          <h2 className="head2 mb-1">{ref.building.name}</h2>
          <BuildingFields key={ref.building.id} building={ref.building} />
        </section>
      )}
      {storeyId && <OwnConstructions />}
    </>
  );
}
