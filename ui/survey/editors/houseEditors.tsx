'use client';
import { barWalls, frontOf } from '@/core/site/edit/front';
import { fitOpenings, paintWalls, setWallLength } from '@/core/site/edit/walls';
import { describeConstruction } from '@/core/site/model/constructions';
import { innerAreaM2 } from '@/core/site/geometry/innerArea';
import { areaText, exactLengthText } from '@/core/site/model/lengths';
import type { Opening, Room, Wall } from '@/core/site/model/schema';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { NameField, SelectField, Tick } from '@/ui/pieces/fields';
import { FieldTable, type Field } from '@/ui/pieces/FieldTable';
import { LengthField } from '@/ui/pieces/LengthField';
import { useChange } from './useChange';
import { constructionChoices } from '../draw/constructionChoices';
import { useFoundRooms } from '../draw/SurveyLayers';
import { Editor } from './Editor';

const wallLengthM = (w: Wall) => Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM);

/** Whether a wall, or its whole front on every storey, is barred: a listed front, a party wall. */
function BarField({ wall }: { wall: Wall }) {
  const walls = useJob((s) => s.site.walls);
  const setSite = useJob((s) => s.setSite);
  const isBarred = wall.isBarred === true;
  const front = frontOf({ walls }, wall.id);
  const isUneven = front.some((w) => (w.isBarred === true) !== isBarred);
  const bar = (ids: readonly string[], to: boolean) => setSite((s) => barWalls(s, new Set(ids), to));
  return (
    <div className="col-span-2 space-y-1">
      <Tick
        label="Barred: nothing is drilled through it or fixed to it"
        checked={isBarred}
        onChange={(to) => bar([wall.id], to)}
      />
      {isBarred && (
        <p className="fig text-[13px] text-ink-2">
          As a listed front or a party wall. Cables and outdoor units are planned around it.
        </p>
      )}
      {isUneven && (
        <Button
          onClick={() =>
            bar(
              front.map((w) => w.id),
              isBarred,
            )
          }
        >
          {isBarred ? 'Bar' : 'Free'} the whole front: {front.length} walls in one line
        </Button>
      )}
    </div>
  );
}

/** Length, construction, thickness and height of a wall, and what is in it. */
export function WallEditor({ wall }: { wall: Wall }) {
  const openings = useJob((s) => s.site.openings);
  const walls = useJob((s) => s.site.walls);
  const custom = useJob((s) => s.site.customConstructions);
  const unit = useJob((s) => s.brief.lengthUnit);
  const setSite = useJob((s) => s.setSite);
  const select = useJob((s) => s.select);
  const set = useChange('walls', wall.id);
  const alike = walls.filter((w) => w.storeyId === wall.storeyId && w.construction === wall.construction);
  const inIt = openings.filter((o) => o.wallId === wall.id);
  const usual = describeConstruction(wall.construction, custom).thicknessM;
  const table: Field<Wall>[] = [
    {
      select: 'construction',
      label: 'Construction',
      options: constructionChoices('wall', custom),
      wide: true,
    },
    <LengthField
      key="length"
      label="Length"
      valueM={wallLengthM(wall)}
      minM={0.05}
      maxM={500}
      commit
      onChange={(m) => m !== null && setSite((s) => setWallLength(s, wall.id, m))}
    />,
    { lengthM: 'heightM', label: 'Height, empty: to the ceiling', minM: 0.1, maxM: 20, optional: true },
    <LengthField
      key="thickness"
      label={`Thickness, empty: ${exactLengthText(usual, unit)}`}
      valueM={wall.thicknessM ?? null}
      minM={0.01}
      maxM={3}
      optional
      onChange={(m) => set({ thicknessM: m ?? undefined })}
    />,
  ];
  return (
    <Editor
      title={`Wall, ${exactLengthText(wallLengthM(wall), unit)}`}
      thing={{ kind: 'wall', id: wall.id }}
      deleteLabel="wall"
    >
      <FieldTable of={wall} set={set} table={table} />
      <div className="flex items-end">
        {alike.length > 1 && (
          <SelectField
            label={`All ${alike.length} like it on this storey`}
            value=""
            options={[{ value: '', label: 'change them to' }, ...constructionChoices('wall', custom)]}
            onChange={(construction) =>
              construction && setSite((s) => paintWalls(s, new Set(alike.map((w) => w.id)), construction))
            }
          />
        )}
      </div>
      <BarField wall={wall} />
      {inIt.length > 0 && (
        <p className="fig col-span-2">
          In it:{' '}
          {inIt.map((o) => (
            <button
              key={o.id}
              type="button"
              className="link mr-2"
              onClick={() => select({ kind: 'opening', id: o.id })}
            >
              {o.kind} {exactLengthText(o.widthM, unit)}
            </button>
          ))}
        </p>
      )}
    </Editor>
  );
}

const OPENING_LABEL = { door: 'door', window: 'window', opening: 'opening' } as const;

/** Kind, size, sill and place of a door, window or opening. */
export function OpeningEditor({ opening }: { opening: Opening }) {
  const custom = useJob((s) => s.site.customConstructions);
  const wall = useJob((s) => s.site.walls.find((w) => w.id === opening.wallId));
  const setSite = useJob((s) => s.setSite);
  const set = (values: Partial<Opening>) =>
    setSite((s) =>
      fitOpenings(
        { ...s, openings: s.openings.map((o) => (o.id === opening.id ? { ...o, ...values } : o)) },
        new Set([opening.wallId]),
      ),
    );
  const lengthM = wall ? wallLengthM(wall) : 1;
  const what = OPENING_LABEL[opening.kind];
  const table: Field<Opening>[] = [
    <SelectField
      key="kind"
      label="Kind"
      value={opening.kind}
      options={[
        { value: 'door', label: 'door' },
        { value: 'window', label: 'window' },
        { value: 'opening', label: 'opening, nothing in it' },
      ]}
      onChange={(kind) => set({ kind, construction: kind === 'opening' ? 'open' : opening.construction })}
    />,
    { select: 'construction', label: 'Made of', options: constructionChoices('opening', custom) },
    { lengthM: 'widthM', label: 'Width', minM: 0.1, maxM: lengthM },
    { lengthM: 'offsetM', label: 'From the wall’s end', maxM: Math.max(0, lengthM - opening.widthM) },
    { lengthM: 'sillM', label: 'Sill above floor', maxM: 10 },
    { lengthM: 'heightM', label: 'Height', minM: 0.1, maxM: 10 },
  ];
  return (
    <Editor
      title={what[0]!.toUpperCase() + what.slice(1)}
      thing={{ kind: 'opening', id: opening.id }}
      deleteLabel={what}
    >
      <FieldTable of={opening} set={set} table={table} />
    </Editor>
  );
}

/** Name of a room, with the area its walls give it. */
export function RoomEditor({ room }: { room: Room }) {
  const set = useChange('rooms', room.id);
  const unit = useJob((s) => s.brief.lengthUnit);
  const found = useFoundRooms(room.storeyId).find((f) => f.named?.id === room.id);
  const custom = useJob((s) => s.site.customConstructions);
  const allWalls = useJob((s) => s.site.walls);
  const walls = allWalls.filter((w) => w.storeyId === room.storeyId);
  return (
    <Editor
      title={found ? `Room, ${areaText(innerAreaM2(found, walls, custom), unit)}` : 'Room, not closed yet'}
      thing={{ kind: 'room', id: room.id }}
      deleteLabel="name"
    >
      <FieldTable of={room} set={set} table={[{ name: 'name', label: 'Name of the room' }]} />
      <p className="fig self-end text-[13px] text-ink-2">Area between the inner faces of its walls.</p>
    </Editor>
  );
}

/** Name of a stairwell or void. */
export function StairsEditor({ id, name }: { id: string; name: string }) {
  const setSite = useJob((s) => s.setSite);
  return (
    <Editor title="Stairs or void" thing={{ kind: 'stairs', id }} deleteLabel="stairs">
      <NameField
        label="Name"
        value={name}
        onChange={(next) =>
          setSite((s) => ({
            ...s,
            buildings: s.buildings.map((b) => ({
              ...b,
              storeys: b.storeys.map((st) => ({
                ...st,
                holes: st.holes.map((h) => (h.id === id ? { ...h, name: next.slice(0, 80) } : h)),
              })),
            })),
          }))
        }
      />
      <p className="fig self-end text-[13px] text-ink-2">A hole in the floor: radio passes it freely.</p>
    </Editor>
  );
}
