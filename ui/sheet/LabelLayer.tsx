'use client';
import type { KitKind } from '@/core/kit/schema';
import type { Place, Site, Wall } from '@/core/site/schema';
import { placeLabels, textWidth, type BlockedBox, type LabelWish } from './labels';

export type SheetMark = { id: string; place: Place; name: string } & (
  { kind: 'spot'; number: number; fails: boolean } | { kind: 'unit'; letter: string; kitKind: KitKind }
);

/** Half the size of a mark and the space around it, px. */
const MARK_REACH_PX = 13;
/** Below this scale room names are left out, px per m. */
const ROOM_SCALE = 9;

/** Names of spots, units and rooms, placed so that no text lies over text or marks. */
export function LabelLayer({
  marks,
  rooms,
  walls,
  toPx,
  k,
}: {
  marks: readonly SheetMark[];
  rooms: Site['rooms'];
  walls: readonly Wall[];
  toPx: (xM: number, yM: number) => [number, number];
  k: number;
}) {
  const at = marks.map((m) => toPx(m.place.xM, m.place.yM));
  const blocked: BlockedBox[] = at.map(([x, y]) => ({
    x0: x - MARK_REACH_PX,
    y0: y - MARK_REACH_PX,
    x1: x + MARK_REACH_PX,
    y1: y + MARK_REACH_PX,
  }));
  const wishes: LabelWish[] = marks.map((m, i) => ({
    key: `${m.kind}-${m.id}`,
    text: m.name,
    x: at[i]![0],
    y: at[i]![1],
    reach: MARK_REACH_PX,
    fontPx: 12.5,
  }));
  // A room named like a spot in it would say the same twice.
  const names = new Set(marks.map((m) => m.name));
  const roomWishes: LabelWish[] = rooms
    .filter((r) => k >= ROOM_SCALE && !names.has(r.name))
    .map((r) => {
      const [x, y] = toPx(r.at.xM, r.at.yM);
      return { key: `room-${r.id}`, text: r.name, x, y: y - 8, reach: 0, fontPx: 12.5 };
    });
  const lines = walls.map((w) => {
    const [x0, y0] = toPx(w.a.xM, w.a.yM);
    const [x1, y1] = toPx(w.b.xM, w.b.yM);
    return { x0, y0, x1, y1 };
  });
  const placed = placeLabels([...wishes, ...roomWishes], blocked, lines);
  return (
    <g aria-hidden="true" pointerEvents="none" className="fig">
      {placed.map((l) => (
        <g key={l.key} data-label={l.key}>
          {l.leader && !l.key.startsWith('room') && (
            <line x1={l.x} y1={l.y} x2={l.cx} y2={l.cy} stroke="var(--ink-2)" strokeWidth={0.8} />
          )}
          <text
            x={l.cx}
            y={l.cy + l.fontPx * 0.34}
            textAnchor="middle"
            fontSize={l.fontPx}
            fontWeight={l.key.startsWith('room') ? 400 : 500}
            fill={l.key.startsWith('room') ? 'var(--ink-2)' : 'var(--ink)'}
            stroke="var(--sheet)"
            strokeWidth={3.4}
            paintOrder="stroke"
            textLength={l.text.length > 24 ? textWidth(l.text, l.fontPx) : undefined}
          >
            {l.text}
          </text>
        </g>
      ))}
    </g>
  );
}
