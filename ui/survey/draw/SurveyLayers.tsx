'use client';
import { memo, useMemo } from 'react';
import { innerAreaM2 } from '@/core/site/geometry/innerArea';
import { areaText } from '@/core/site/model/lengths';
import { roomsOn, type FoundRoom } from '@/core/site/geometry/rooms';
import type { Place, Point, Site } from '@/core/site/model/schema';
import { useJob } from '@/ui/job/store';
import { useSettled } from '@/ui/pieces/useSettled';
import type { RoomLabel } from '@/ui/sheet/LabelLayer';
import { useDrawing } from './drawing';

/** Rest of the hand before rooms are worked out anew, ms. */
const REST_MS = 200;

/** The pictures of the open storeys, under everything. Coordinates in metres. */
export const Underlays = memo(function Underlays({ storeyIds }: { storeyIds: ReadonlySet<string> }) {
  const underlays = useJob((s) => s.site.underlays);
  const jobId = useJob((s) => s.id);
  return underlays
    .filter((u) => storeyIds.has(u.storeyId))
    .map((u) => (
      <image
        key={u.id}
        data-underlay={u.id}
        href={`/api/jobs/${jobId}/pictures/${u.pictureId}`}
        width={u.widthPx}
        height={u.heightPx}
        opacity={u.strength}
        preserveAspectRatio="none"
        transform={`translate(${u.xM} ${u.yM}) rotate(${u.turnDeg}) scale(${u.mPerPx})`}
      />
    ));
});

type Known = Site['dataRuns'][number]['certainty'];
/** Guessed is dotted, traced dashed, proven solid: in metres. */
const DASH: Record<Known, string | undefined> = {
  guessed: '0.06 0.22',
  traced: '0.5 0.2',
  proven: undefined,
};

function Way({
  points,
  color,
  known,
  width,
}: {
  points: Point[];
  color: string;
  known: Known;
  width: number;
}) {
  return (
    <polyline
      points={points.map((p) => `${p.xM},${p.yM}`).join(' ')}
      fill="none"
      stroke={color}
      strokeWidth={width}
      strokeLinecap="round"
      strokeDasharray={DASH[known]}
    />
  );
}

/** A coax cable as right angles, so that cables side by side can be told apart. */
const bent = (a: Point, b: Point): Point[] => [a, { xM: b.xM, yM: a.yM }, b];

/** Cables, data runs and ducts as far as they lie on the open sheet; how sure one is of each shows in its line. */
export const WiringLines = memo(function WiringLines({ storeyIds }: { storeyIds: ReadonlySet<string> }) {
  const pass = useDrawing((s) => s.pass);
  const coax = useJob((s) => s.site.coax);
  const dataRuns = useJob((s) => s.site.dataRuns);
  const ducts = useJob((s) => s.site.ducts);
  const selected = useJob((s) => s.selected);
  if (pass !== 'wiring') return null;
  const here = (p: Place) => p.storeyId === null || storeyIds.has(p.storeyId);
  const points = new Map([...coax.outlets, ...coax.splitters].map((x) => [x.id, x.place]));
  const width = (kind: string, id: string) => (selected?.kind === kind && selected.id === id ? 0.16 : 0.07);
  return (
    <g aria-hidden="true" pointerEvents="none">
      {ducts.map((d) => (
        <g key={d.id}>
          <Way points={d.path} color="var(--ink-2)" known={d.certainty} width={width('duct', d.id) * 3} />
          <Way points={d.path} color="var(--sheet)" known="proven" width={0.1} />
        </g>
      ))}
      {coax.cables.map((c) => {
        const [a, b] = [points.get(c.upId), points.get(c.downId)];
        if (!a || !b || (!here(a) && !here(b))) return null;
        return (
          <g key={c.id} opacity={here(a) && here(b) ? 1 : 0.5}>
            <Way points={bent(a, b)} color="var(--coax)" known={c.certainty} width={0.07} />
          </g>
        );
      })}
      {dataRuns.map((r) =>
        here(r.from) || here(r.to) ? (
          <g key={r.id} opacity={here(r.from) && here(r.to) ? 1 : 0.5}>
            <Way
              points={bent(r.from, r.to)}
              color="var(--fibre)"
              known={r.certainty}
              width={width('dataRun', r.id)}
            />
          </g>
        ) : null,
      )}
    </g>
  );
});

/** The room that is pointed at in its list, so that equal ones are told apart. */
export function PointedRoom() {
  const pointed = useDrawing((s) => s.pointed);
  const sketch = useDrawing((s) => s.sketch);
  const corners = (list: readonly Point[]) => list.map((p) => `${p.xM},${p.yM}`).join(' ');
  return (
    <g pointerEvents="none">
      {pointed && (
        <polygon data-pointed-room points={corners(pointed)} fill="var(--lamp)" fillOpacity={0.35} />
      )}
      {sketch.map((room, i) => (
        <polygon
          key={i}
          data-sketch
          points={corners(room)}
          fill="var(--lamp-wash)"
          stroke="var(--ink)"
          strokeWidth={0.06}
          strokeDasharray="0.25 0.15"
        />
      ))}
    </g>
  );
}

/** Rooms closed in by the walls of one storey; worked out when the hand rests. */
export function useFoundRooms(storeyId: string | null): readonly FoundRoom[] {
  const walls = useJob((s) => s.site.walls);
  const rooms = useJob((s) => s.site.rooms);
  const live = useMemo(() => ({ walls, rooms }), [walls, rooms]);
  const settled = useSettled(live, REST_MS) ?? live;
  return useMemo(() => roomsOn(settled, storeyId), [settled, storeyId]);
}

/** What stands in each room: its name with its area, or the area alone; plain names of other buildings' rooms. */
export function useRoomLabels(storeyIds: ReadonlySet<string>): readonly RoomLabel[] | undefined {
  const pass = useDrawing((s) => s.pass);
  const unit = useJob((s) => s.brief.lengthUnit);
  const walls = useJob((s) => s.site.walls);
  const rooms = useJob((s) => s.site.rooms);
  const custom = useJob((s) => s.site.customConstructions);
  const live = useMemo(() => ({ walls, rooms }), [walls, rooms]);
  const settled = useSettled(live, REST_MS) ?? live;
  return useMemo(() => {
    if (pass !== 'house' && pass !== 'trace') return undefined;
    return [...storeyIds].flatMap((id) => {
      const named = settled.rooms.filter((r) => r.storeyId === id);
      const found = roomsOn(settled, id);
      const own = settled.walls.filter((w) => w.storeyId === id);
      const closed = found.map((f, i) => {
        const area = areaText(innerAreaM2(f, own, custom), unit);
        return {
          id: f.named?.id ?? `${id}-${i}`,
          text: f.named ? `${f.named.name} ${area}` : area,
          short: f.named?.name,
          xM: f.middle.xM,
          yM: f.middle.yM,
        };
      });
      const open = named
        .filter((r) => !found.some((f) => f.named === r))
        .map((r) => ({ id: r.id, text: r.name, xM: r.at.xM, yM: r.at.yM }));
      return [...closed, ...open];
    });
  }, [pass, settled, storeyIds, unit, custom]);
}
