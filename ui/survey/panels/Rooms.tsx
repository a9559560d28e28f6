'use client';
import { Droplets } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useMemo, useState } from 'react';
import { CONDITION_LABEL, type Condition } from '@/core/site/model/conditions';
import type { Room } from '@/core/site/model/schema';
import { innerAreaM2 } from '@/core/site/geometry/innerArea';
import type { FoundRoom } from '@/core/site/geometry/rooms';
import { areaText } from '@/core/site/model/lengths';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { Tick } from '@/ui/pieces/fields';
import { newId } from '@/ui/job/newId';
import { useDrawingStore } from '../draw/drawing';
import { useFoundRooms } from '../draw/SurveyLayers';

/** Conditions a room can have; the weather is outdoors. */
const ROOM_CONDITIONS: readonly Condition[] = ['damp', 'dust', 'frost', 'animals', 'weather'];

/** Rooms the walls of the open storey close in, with their areas; each is named here. */
export function Rooms({ storeyId }: { storeyId: string }) {
  const found = useFoundRooms(storeyId);
  const unit = useJob((s) => s.brief.lengthUnit);
  const setSite = useJob((s) => s.setSite);
  const drawing = useDrawingStore();
  const custom = useJob((s) => s.site.customConstructions);
  const allWalls = useJob((s) => s.site.walls);
  const walls = useMemo(() => allWalls.filter((w) => w.storeyId === storeyId), [allWalls, storeyId]);
  if (found.length === 0) return <p className="mt-2 text-ink-2">No room is closed in by walls yet.</p>;
  const point = (outline: FoundRoom['outline'] | null) => drawing.getState().set({ pointed: outline });
  const innerM2 = (room: FoundRoom) => innerAreaM2(room, walls, custom);
  const name = (i: number, text: string) => {
    const room = found[i]!;
    const trimmed = text.slice(0, 80);
    setSite((s) => {
      if (room.named)
        return trimmed.trim()
          ? { ...s, rooms: s.rooms.map((r) => (r.id === room.named!.id ? { ...r, name: trimmed } : r)) }
          : s;
      const made = { id: newId('room'), storeyId, name: trimmed, at: room.middle, activities: null };
      return trimmed.trim() ? { ...s, rooms: [...s.rooms, made] } : s;
    });
  };
  return (
    <>
      <p className="mt-2 text-[13px] text-ink-2">Areas between the inner faces of the walls.</p>
      <ul className="mt-1 grid grid-cols-2 gap-x-3 gap-y-1" aria-label="Rooms of the open storey">
        {found.map((room, i) => (
          <li
            key={room.named?.id ?? `${room.middle.xM},${room.middle.yM}`}
            className="flex items-center gap-2"
            data-area={room.areaM2.toFixed(2)}
            onPointerEnter={() => point(room.outline)}
            onPointerLeave={() => point(null)}
            onFocus={() => point(room.outline)}
            onBlur={() => point(null)}
          >
            <div className="min-w-0 flex-1">
              <RoomName
                value={room.named?.name ?? ''}
                onDone={(text) => name(i, text)}
                label={`Room of ${areaText(innerM2(room), unit)}`}
              />
            </div>
            <span className="fig text-[13px] whitespace-nowrap text-ink-2">
              {areaText(innerM2(room), unit)}
            </span>
            {room.named && <RoomAsks room={room.named} />}
          </li>
        ))}
      </ul>
    </>
  );
}

/** What a room asks of what stands in it, and whether any unit may stand there. */
function RoomAsks({ room }: { room: Room }) {
  const setSite = useJob((s) => s.setSite);
  const setPlan = useJob((s) => s.setPlan);
  const keptOut = useJob((s) => s.plan.keptOut.includes(room.id));
  const asks = room.conditions ?? [];
  const set = (conditions: Condition[]) =>
    setSite((s) => ({ ...s, rooms: s.rooms.map((r) => (r.id === room.id ? { ...r, conditions } : r)) }));
  const count = asks.length + Number(keptOut);
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button
          className="px-2"
          aria-label={`What ${room.name} asks`}
          title="What it asks of what stands there"
        >
          {count > 0 ? count : <Droplets size={14} aria-hidden="true" />}
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="panel z-30 w-64 p-3" sideOffset={4} collisionPadding={8}>
          <p className="lab">What stands in {room.name} must stand</p>
          {ROOM_CONDITIONS.map((c) => (
            <Tick
              key={c}
              label={c === 'weather' ? 'weather: no roof over it, counted as outdoors' : CONDITION_LABEL[c]}
              checked={asks.includes(c)}
              onChange={(on) => set(on ? [...asks, c] : asks.filter((x) => x !== c))}
            />
          ))}
          <div className="mt-2 border-t border-rule pt-1">
            <Tick
              label="no unit in here, the customer says"
              checked={keptOut}
              onChange={(on) =>
                setPlan((p) => ({
                  ...p,
                  keptOut: on ? [...p.keptOut, room.id] : p.keptOut.filter((r) => r !== room.id),
                }))
              }
            />
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** A room's name, taken when the field is left: every letter of a new name would make the list jump. */
function RoomName({
  value,
  label,
  onDone,
}: {
  value: string;
  label: string;
  onDone: (text: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const done = () => {
    if (typed !== null && typed.trim() && typed !== value) onDone(typed.trim());
    setTyped(null);
  };
  return (
    <input
      className="field"
      aria-label={label}
      placeholder="name it"
      value={typed ?? value}
      onChange={(e) => setTyped(e.target.value)}
      onKeyDown={(e) => e.key === 'Enter' && done()}
      onBlur={done}
    />
  );
}
