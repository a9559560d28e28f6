'use client';
import equal from 'fast-deep-equal';
import { memo, useMemo } from 'react';
import { wallThicknessM, type CustomConstruction } from '@/core/site/model/constructions';
import type { Point, Wall } from '@/core/site/model/schema';
import { placeLabels, type BlockedBox, type LabelWish, type PlacedLabel, type SoftLine } from './labels';
import { useSettled } from '@/ui/pieces/useSettled';
import { crowdedSpots } from './crowd';
import { measuredWidth } from './measuredWidth';
import { MARK_REACH_PX, type SheetMark } from './marks';

/** Rest of the hand before names are placed anew, ms: longer than the slowest turns in which a carried mark is told. */
const REST_MS = 250;
/** Below this scale names of rooms and of small marks are left out, px per m. */
const ROOM_SCALE = 9;
const THING_SCALE = 14;

/** A name that stands in a room. */
export interface RoomLabel {
  id: string;
  text: string;
  /** What stands there where the whole text finds no clear place. */
  short?: string;
  xM: number;
  yM: number;
}

interface Labelled {
  marks: readonly SheetMark[];
  rooms: readonly RoomLabel[];
  walls: readonly Wall[];
  /** Outlines of what else is drawn on the floor: obstacles, stairs. */
  outlines: readonly (readonly Point[])[];
  custom: readonly CustomConstruction[];
  quietSpots: boolean;
  k: number;
  /** What of the sheet is seen when it fits: names stay in it, px. Null before that is known. */
  frame: BlockedBox | null;
}

/** Everything drawn in lines that names keep off, px. */
function linesOf({ walls, outlines, custom, k }: Labelled): SoftLine[] {
  const line = (a: Point, b: Point, half: number, faint = false): SoftLine => ({
    x0: a.xM * k,
    y0: a.yM * k,
    x1: b.xM * k,
    y1: b.yM * k,
    half,
    faint,
  });
  return [
    ...walls.map((w) => line(w.a, w.b, (wallThicknessM(w, custom) * k) / 2)),
    ...outlines.flatMap((o) => o.map((a, i) => line(a, o[(i + 1) % o.length]!, 0, true))),
  ];
}

function place(labelled: Labelled) {
  const { marks, rooms, quietSpots, k, frame } = labelled;
  const crowded = crowdedSpots(marks, k);
  const reachOf = (m: SheetMark) => MARK_REACH_PX[m.kind] * (crowded.get(m.id) ?? 1);
  const blocked: BlockedBox[] = marks.map((m) => {
    const reach = reachOf(m);
    const [x, y] = [m.place.xM * k, m.place.yM * k];
    return { x0: x - reach, y0: y - reach, x1: x + reach, y1: y + reach };
  });
  const named = marks.filter((m) =>
    m.kind === 'thing'
      ? k >= THING_SCALE && m.symbol !== 'grip' && m.name !== ''
      : m.kind === 'unit' || !quietSpots,
  );
  const wishes: LabelWish[] = named.map((m) => ({
    key: `${m.kind}-${m.id}`,
    text: m.name,
    x: m.place.xM * k,
    y: m.place.yM * k,
    reach: reachOf(m),
    fontPx: m.kind === 'thing' ? 11.5 : 12.5,
  }));
  // A room named like a spot in it would say the same twice.
  const names = new Set(named.filter((m) => m.kind === 'spot').map((m) => m.name));
  const roomWishes = rooms
    .filter((r) => k >= ROOM_SCALE && !names.has(r.text) && !names.has(r.short ?? ''))
    .map((r) => ({
      key: `room-${r.id}`,
      text: r.text,
      short: r.short,
      x: r.xM * k,
      y: r.yM * k - 8,
      reach: 0,
      fontPx: 12.5,
    }));
  const walls = linesOf(labelled);
  return placeLabels([...wishes, ...roomWishes], { marks: blocked, walls, frame, widthOf: measuredWidth });
}

/** One name; it is put in its place by moving it whole, so that its letters are laid out once. */
const Label = memo(
  function Label({ label: l }: { label: PlacedLabel }) {
    const quiet = l.key.startsWith('room') || l.key.startsWith('thing');
    return (
      <g data-label={l.key} transform={`translate(${l.cx} ${l.cy + l.fontPx * 0.34})`}>
        {l.leader && (
          <line
            x1={l.x - l.cx}
            y1={l.y - l.cy - l.fontPx * 0.34}
            x2={0}
            y2={-l.fontPx * 0.34}
            stroke="var(--ink-2)"
            strokeWidth={0.8}
          />
        )}
        <text
          textAnchor="middle"
          fontSize={l.fontPx}
          fontWeight={quiet ? 400 : 500}
          fill={quiet ? 'var(--ink-2)' : 'var(--ink)'}
          stroke="var(--sheet)"
          strokeWidth={3.4}
          paintOrder="stroke"
        >
          {l.text}
        </text>
      </g>
    );
  },
  (a, b) => equal(a.label, b.label),
);

const Placed = memo(function Placed({ labelled }: { labelled: Labelled }) {
  const placed = useMemo(() => place(labelled), [labelled]);
  return placed.map((l) => <Label key={l.key} label={l} />);
});

/**
 * Names of marks and rooms, placed so that no text lies over text or marks. They are placed anew when the hand
 * rests; until then they stay and scale with the sheet.
 */
export function LabelLayer({ marks, rooms, walls, outlines, custom, quietSpots, k, frame }: Labelled) {
  const labelled = useMemo(
    () => ({ marks, rooms, walls, outlines, custom, quietSpots, k, frame }),
    [marks, rooms, walls, outlines, custom, quietSpots, k, frame],
  );
  // Nothing is placed before a browser can measure text.
  const settled = useSettled(labelled, REST_MS);
  if (!settled) return null;
  return (
    <g
      aria-hidden="true"
      pointerEvents="none"
      className="fig"
      data-settled={settled === labelled}
      transform={settled.k === k ? undefined : `scale(${k / settled.k})`}
    >
      <Placed labelled={settled} />
    </g>
  );
}
