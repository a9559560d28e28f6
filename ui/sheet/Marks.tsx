'use client';
import { useDrag } from '@use-gesture/react';
import { useRef, type KeyboardEvent } from 'react';
import type { Place } from '@/core/site/schema';
import { useJob, useJobStore } from '@/ui/job/store';
import type { SheetMark } from './LabelLayer';
import { SpotSymbol, UnitSymbol } from './UnitSymbol';

export type MarkKind = SheetMark['kind'];

/** How far arrows move a mark, m. */
const NUDGE_M = 0.1;
const NUDGE_FAR_M = 1;
const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

interface Props {
  marks: readonly SheetMark[];
  toPx: (xM: number, yM: number) => [number, number];
  toMetres: (clientX: number, clientY: number) => [number, number];
  placeAt: (xM: number, yM: number, heightM: number) => Place;
  onMove?: Partial<Record<MarkKind, (id: string, place: Place) => void>>;
}

function Mark({ mark, props }: { mark: SheetMark; props: Props }) {
  const selected = useJob((s) => s.selected);
  const select = useJob((s) => s.select);
  const store = useJobStore();
  const grip = useRef<[number, number]>([0, 0]);
  const isSelected = selected?.kind === mark.kind && selected.id === mark.id;
  const move = props.onMove?.[mark.kind];
  const bind = useDrag(
    ({ first, last, xy: [x, y], tap }) => {
      if (first) {
        select({ kind: mark.kind, id: mark.id });
        const [mx, my] = props.toMetres(x, y);
        grip.current = [mark.place.xM - mx, mark.place.yM - my];
      }
      if (!move || tap) return;
      const [mx, my] = props.toMetres(x, y);
      const next = props.placeAt(mx + grip.current[0], my + grip.current[1], mark.place.heightM);
      if (next.xM !== mark.place.xM || next.yM !== mark.place.yM) {
        move(mark.id, next);
        // The whole drag is one step of undo: only its first change is remembered.
        store.temporal.getState().pause();
      }
      if (last) store.temporal.getState().resume();
    },
    { filterTaps: true, pointer: { capture: true }, eventOptions: { passive: false } },
  );
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      select({ kind: mark.kind, id: mark.id });
    }
    const arrow = ARROWS[event.key];
    if (!arrow || !move) return;
    event.preventDefault();
    event.stopPropagation();
    const step = event.shiftKey ? NUDGE_FAR_M : NUDGE_M;
    move(
      mark.id,
      props.placeAt(mark.place.xM + arrow[0] * step, mark.place.yM + arrow[1] * step, mark.place.heightM),
    );
  };
  const [x, y] = props.toPx(mark.place.xM, mark.place.yM);
  return (
    <g
      {...bind()}
      data-mark={mark.kind}
      data-id={mark.id}
      transform={`translate(${x} ${y})`}
      tabIndex={0}
      role="button"
      aria-pressed={isSelected}
      aria-label={
        mark.kind === 'spot' ? `Spot ${mark.number}, ${mark.name}` : `Unit ${mark.letter}, ${mark.name}`
      }
      className={move ? 'cursor-grab' : 'cursor-pointer'}
      onFocus={() => select({ kind: mark.kind, id: mark.id })}
      onKeyDown={onKeyDown}
    >
      <circle r={18} fill="transparent" />
      {mark.kind === 'unit' ? (
        <>
          <circle
            r={30}
            fill="var(--lamp)"
            opacity="var(--glow)"
            pointerEvents="none"
            filter="url(#lamp-glow)"
          />
          <UnitSymbol kind={mark.kitKind} letter={mark.letter} selected={isSelected} />
        </>
      ) : (
        <SpotSymbol number={mark.number} selected={isSelected} fails={mark.fails} />
      )}
    </g>
  );
}

/** Spots and units on the sheet: select, drag, nudge by keys. Units lie on top. */
export function Marks(props: Props) {
  return (
    <g>
      <defs>
        <filter id="lamp-glow" x="-60%" y="-60%" width="220%" height="220%">
          <feGaussianBlur stdDeviation="9" />
        </filter>
      </defs>
      {props.marks.map((mark) => (
        <Mark key={`${mark.kind}-${mark.id}`} mark={mark} props={props} />
      ))}
    </g>
  );
}
