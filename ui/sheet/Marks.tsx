'use client';
import { useDrag } from '@use-gesture/react';
import { memo, useMemo, useRef, useState, type KeyboardEvent, type RefObject } from 'react';
import type { Place } from '@/core/site/model/schema';
import { sameThing } from '@/core/site/edit/things';
import { useJob, useJobStore, type JobState } from '@/ui/job/store';
import { thingsSelected, type Selection } from '@/ui/job/selection';
import { sameMark, type SheetMark } from './marks';
import { crowdedSpots } from './crowd';
import { nextMark } from './nextMark';
import { ThingSymbol } from './ThingSymbol';
import { useCarried } from './useCarried';
import { SpotSymbol, UnitSymbol } from './UnitSymbol';

/** How far arrows move a mark, m. */
const NUDGE_M = 0.1;
const NUDGE_FAR_M = 1;
export const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Tells one drag of a mark from the next. */
let drags = 0;

/** What marks ask of their sheet; read when a hand moves, so that marks need not be drawn again when it changes. */
export interface MarkActions {
  toMetres: (clientX: number, clientY: number) => [number, number];
  placeAt: (xM: number, yM: number, heightM: number) => Place | null;
  move: ((mark: SheetMark, place: Place) => void) | null;
  /** Whether a mark goes with the hand by itself, and the move is told in turns. */
  carries: (mark: SheetMark) => boolean;
}

/** What selecting a mark selects. */
function selectionOf(mark: SheetMark): NonNullable<Selection> {
  return mark.kind === 'thing' ? mark.thing : { kind: mark.kind, id: mark.id };
}

function isChosen(s: JobState, mark: SheetMark): boolean {
  const own = selectionOf(mark);
  if (s.selected?.kind === own.kind && s.selected.id === own.id) return true;
  return s.also.some((t) => t.kind === own.kind && t.id === own.id);
}

function labelOf(mark: SheetMark): string {
  if (mark.kind === 'spot') return `Spot ${mark.number}, ${mark.name}`;
  return mark.kind === 'unit'
    ? `Unit ${mark.letter}, ${mark.name}`
    : [mark.what, mark.name].filter((part) => part !== '').join(', ');
}

interface Props {
  mark: SheetMark;
  k: number;
  /** Share of its size it is drawn at. */
  size: number;
  movable: boolean;
  /** Whether the Tab key comes to it. */
  inTabs: boolean;
  actions: RefObject<MarkActions>;
}

const Mark = memo(
  function Mark({ mark, k, size, movable, inTabs, actions }: Props) {
    const isSelected = useJob((s) => isChosen(s, mark));
    const store = useJobStore();
    const grip = useRef<[number, number]>([0, 0]);
    const element = useRef<SVGGElement>(null);
    const isCarried = useRef(false);
    const { carry, letGo } = useCarried(element, k, (place) => actions.current.move?.(mark, place));
    const choose = (add: boolean) => {
      const own = selectionOf(mark);
      const { select, selectAlso } = store.getState();
      if (add && own.kind !== 'unit') selectAlso({ kind: own.kind, id: own.id });
      else select(own);
    };
    const bind = useDrag(
      ({ first, last, xy: [x, y], initial, tap, shiftKey }) => {
        const { toMetres, placeAt, move } = actions.current;
        // A tap comes as one event, a drag first when it has gone farther than a tap.
        if (first || tap) {
          // The whole drag is one step of undo.
          if (first && !tap) store.getState().beginStep(`drag ${mark.kind} ${mark.id} ${++drags}`);
          const state = store.getState();
          const own = selectionOf(mark);
          const many = own.kind !== 'unit' && thingsSelected(state).some((t) => sameThing(t, own as never));
          // A hand on one of several chosen things moves them all.
          if (shiftKey || !many || state.also.length === 0) choose(shiftKey);
          // From where the hand went down: what it moved until this was a drag counts too.
          const [mx, my] = toMetres(...initial);
          grip.current = [mark.place.xM - mx, mark.place.yM - my];
          isCarried.current = actions.current.carries(mark);
        }
        if (!move || !movable || tap) return;
        const [mx, my] = toMetres(x, y);
        const next = placeAt(mx + grip.current[0], my + grip.current[1], mark.place.heightM);
        if (next && isCarried.current) carry(next);
        else if (next && (next.xM !== mark.place.xM || next.yM !== mark.place.yM)) move(mark, next);
        if (!last) return;
        if (isCarried.current) letGo();
        store.getState().endStep();
      },
      { filterTaps: true, pointer: { capture: true }, eventOptions: { passive: false } },
    );
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.key === 'Enter' || event.key === ' ') {
        event.preventDefault();
        choose(event.shiftKey);
      }
      const arrow = ARROWS[event.key];
      const { move, placeAt } = actions.current;
      // With Alt, or where marks are fixed, arrows go from mark to mark.
      if (!arrow || !move || !movable || event.altKey) return;
      event.preventDefault();
      event.stopPropagation();
      const step = event.shiftKey ? NUDGE_FAR_M : NUDGE_M;
      const { xM, yM, heightM } = mark.place;
      const next = placeAt(xM + arrow[0] * step, yM + arrow[1] * step, heightM);
      if (next) move(mark, next);
    };
    return (
      <g
        {...bind()}
        ref={element}
        data-mark={mark.kind}
        data-id={mark.id}
        transform={`translate(${mark.place.xM * k} ${mark.place.yM * k})`}
        tabIndex={inTabs ? 0 : -1}
        role="button"
        aria-pressed={isSelected}
        aria-label={labelOf(mark)}
        className={movable ? 'cursor-grab' : 'cursor-pointer'}
        opacity={mark.kind === 'thing' && mark.faint && !isSelected ? 0.55 : undefined}
        onFocus={(e) => {
          // Focus by a key selects; a press selects by itself and knows about Shift.
          if (e.currentTarget.matches(':focus-visible') && !isSelected) choose(false);
        }}
        onKeyDown={onKeyDown}
      >
        <circle r={(mark.kind === 'thing' ? 13 : 18) * size} fill="transparent" />
        {mark.kind === 'unit' && mark.look === 'there' && (
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
        )}
        {mark.kind === 'unit' && mark.look !== 'there' && (
          <g data-look={mark.look} opacity={mark.look === 'gone' ? 0.35 : 1}>
            {mark.look === 'new' && (
              <circle
                r={15.5}
                fill="var(--sheet)"
                stroke="var(--ink)"
                strokeWidth={1.8}
                strokeDasharray="4 3"
              />
            )}
            <g opacity={mark.look === 'new' ? 0.75 : 1} transform="scale(0.86)">
              <UnitSymbol kind={mark.kitKind} letter={mark.letter} selected={false} />
            </g>
          </g>
        )}
        {mark.kind === 'spot' && (
          <g transform={size === 1 ? undefined : `scale(${size})`}>
            <SpotSymbol number={mark.number} selected={isSelected} fails={mark.fails} />
          </g>
        )}
        {mark.kind === 'thing' && <ThingSymbol symbol={mark.symbol} selected={isSelected} />}
      </g>
    );
  },
  (a, b) =>
    a.k === b.k &&
    a.size === b.size &&
    a.inTabs === b.inTabs &&
    a.movable === b.movable &&
    a.actions === b.actions &&
    sameMark(a.mark, b.mark),
);

const keyOf = (m: SheetMark) => `${m.kind}-${m.id}`;

/** Spots, units and things of the survey on the sheet: select, drag, nudge and walk by keys. Units lie on top. */
export function Marks({
  marks,
  k,
  movable,
  actions,
}: {
  marks: readonly SheetMark[];
  k: number;
  movable: ReadonlySet<SheetMark['kind']>;
  actions: RefObject<MarkActions>;
}) {
  const group = useRef<SVGGElement>(null);
  const [last, setLast] = useState<string | null>(null);
  const crowded = useMemo(() => crowdedSpots(marks, k), [marks, k]);
  // One mark stands in the order of the Tab key: the one left last, else the first.
  const inTabs = marks.some((m) => keyOf(m) === last) ? last : marks[0] && keyOf(marks[0]);
  const markAt = (target: EventTarget) => {
    const element = (target as Element).closest('[data-mark]');
    return element
      ? marks.find(
          (m) => m.kind === element.getAttribute('data-mark') && m.id === element.getAttribute('data-id'),
        )
      : undefined;
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const arrow = ARROWS[event.key];
    const from = arrow && markAt(event.target);
    if (!arrow || !from) return;
    event.preventDefault();
    event.stopPropagation();
    const next = nextMark(marks, from, arrow);
    if (!next) return;
    group.current
      ?.querySelector<SVGGElement>(`[data-mark="${next.kind}"][data-id="${CSS.escape(next.id)}"]`)
      ?.focus();
  };
  return (
    <g
      ref={group}
      onKeyDown={onKeyDown}
      onFocus={(event) => {
        const mark = markAt(event.target);
        if (mark) setLast(keyOf(mark));
      }}
    >
      <defs>
        <filter id="lamp-glow" x="-60%" y="-60%" width="220%" height="220%">
          <feGaussianBlur stdDeviation="9" />
        </filter>
      </defs>
      {marks.map((mark) => (
        <Mark
          key={keyOf(mark)}
          mark={mark}
          inTabs={keyOf(mark) === inTabs}
          k={k}
          size={crowded.get(mark.id) ?? 1}
          movable={movable.has(mark.kind)}
          actions={actions}
        />
      ))}
    </g>
  );
}
