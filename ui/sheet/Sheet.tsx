'use client';
import { Maximize, Minus, Plus } from 'lucide-react';
import { useId, useMemo, type KeyboardEvent, type ReactNode } from 'react';
import { kitOf } from '@/core/plan/context';
import type { Option } from '@/core/plan/schema';
import { inside, plotBox, sheetStoreys } from '@/core/site/levels';
import type { Place } from '@/core/site/schema';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { Feeds } from './Feeds';
import { Marks, type MarkKind } from './Marks';
import { LabelLayer, type SheetMark } from './LabelLayer';
import { ShadeLayer, ShadePatterns } from './ShadeLayer';
import { YARD_MARGIN_M, type Shade } from './useShade';
import { useView, type View } from './useView';
import { WallLayer } from './WallLayer';

export interface SheetProps {
  /** Network drawn on the sheet. */
  option: Option | null;
  shade: Shade | null;
  /** Spots that fail at this stop. */
  failing: ReadonlySet<string>;
  /** Moves a spot or unit; absent where this stop moves nothing of that kind. */
  onMove?: Partial<Record<MarkKind, (id: string, place: Place) => void>>;
  /** A click on the sheet itself, in metres. */
  onPoint?: (xM: number, yM: number) => void;
  onHover?: (xM: number, yM: number) => void;
  onKeyDown?: (event: KeyboardEvent<SVGSVGElement>) => void;
  cursor?: string;
  /** Drawn over everything, in px of the view. */
  overlay?: (view: View) => ReactNode;
  /** Buttons and key at the foot. */
  foot?: ReactNode;
  label: string;
}

const SHADE_WORDS = [
  ['serves', null],
  ['tight', 'tight'],
  ['short', 'short'],
  ['silent', 'silent'],
] as const;

function ShadeKey({ id }: { id: string }) {
  return (
    <ul
      className="fig flex gap-3 rounded-[3px] border border-rule bg-sheet px-2 py-1 text-[13px]"
      aria-label="Steps of shade"
    >
      {SHADE_WORDS.map(([word, pattern]) => (
        <li key={word} className="flex items-center gap-1.5">
          <svg width="20" height="14" aria-hidden="true">
            <rect
              x="0.5"
              y="0.5"
              width="19"
              height="13"
              fill={pattern ? `url(#${id}-${pattern})` : 'none'}
              stroke="var(--rule)"
            />
          </svg>
          {word}
        </li>
      ))}
    </ul>
  );
}

/** The plan of the open storey with the yard around it, from data, in true scale. */
export function Sheet(props: SheetProps) {
  const id = useId();
  const site = useJob((s) => s.site);
  const storeyId = useJob((s) => s.storeyId);
  const selected = useJob((s) => s.selected);
  const { context } = useDerived();
  const refs = useMemo(() => sheetStoreys(site, storeyId), [site, storeyId]);
  const storeyIds = useMemo(() => new Set(refs.map((r) => r.storey.id)), [refs]);
  const box = useMemo(() => plotBox(site, YARD_MARGIN_M), [site]);
  const { svg, view, fit, zoomBy, toMetres } = useView(box);
  const toPx = (xM: number, yM: number): [number, number] => [xM * view.k + view.x, yM * view.k + view.y];

  const shownHere = (place: Place) => place.storeyId === null || storeyIds.has(place.storeyId);
  const placeAt = (xM: number, yM: number, heightM: number): Place => ({
    storeyId: refs.find((r) => inside(r.storey.outline, xM, yM))?.storey.id ?? null,
    xM: Math.round(xM * 100) / 100,
    yM: Math.round(yM * 100) / 100,
    heightM,
  });

  const marks: SheetMark[] = [
    ...site.spots
      .filter((s) => shownHere(s.place))
      .map((s): SheetMark => ({
        kind: 'spot',
        id: s.id,
        place: s.place,
        name: s.name,
        number: s.number,
        fails: props.failing.has(s.id),
      })),
    ...(props.option?.units ?? [])
      .filter((u) => shownHere(u.place))
      .map((u): SheetMark => ({
        kind: 'unit',
        id: u.id,
        place: u.place,
        name: u.name,
        letter: u.letter,
        kitKind: kitOf(context, u).kind,
      })),
  ];
  const walls = useMemo(() => site.walls.filter((w) => storeyIds.has(w.storeyId)), [site.walls, storeyIds]);
  const rooms = site.rooms.filter((r) => storeyIds.has(r.storeyId));

  return (
    <div className="relative h-full min-h-[300px] overflow-hidden">
      <svg
        ref={svg}
        className="absolute inset-0 h-full w-full touch-none select-none"
        style={{ cursor: props.cursor }}
        role="group"
        data-work-ms={props.shade?.workMs}
        aria-label={props.label}
        tabIndex={props.onKeyDown ? 0 : undefined}
        onKeyDown={props.onKeyDown}
        onClick={(e) => {
          if ((e.target as Element).closest('[data-mark]')) return;
          props.onPoint?.(...toMetres(e.clientX, e.clientY));
        }}
        onPointerMove={props.onHover ? (e) => props.onHover!(...toMetres(e.clientX, e.clientY)) : undefined}
      >
        <ShadePatterns id={id} />
        <g transform={`translate(${view.x} ${view.y})`}>
          {props.shade && <ShadeLayer grid={props.shade.grid} id={id} k={view.k} />}
        </g>
        <g transform={`translate(${view.x} ${view.y}) scale(${view.k})`}>
          <WallLayer
            site={site}
            storeyIds={storeyIds}
            selectedWallId={selected?.kind === 'wall' ? selected.id : null}
          />
        </g>
        {props.option && <Feeds option={props.option} toPx={toPx} shown={shownHere} />}
        <LabelLayer marks={marks} rooms={rooms} walls={walls} toPx={toPx} k={view.k} />
        <Marks marks={marks} toPx={toPx} toMetres={toMetres} onMove={props.onMove} placeAt={placeAt} />
        {props.overlay?.(view)}
      </svg>
      <div className="pointer-events-none absolute inset-x-3 bottom-3 flex flex-wrap items-end justify-between gap-2 *:pointer-events-auto">
        <div className="flex flex-wrap gap-1">{props.foot}</div>
        <div className="flex items-center gap-2">
          {props.shade && <ShadeKey id={id} />}
          <div className="flex">
            {(
              [
                ['Zoom in', Plus, () => zoomBy(1.4)],
                ['Zoom out', Minus, () => zoomBy(1 / 1.4)],
                ['Whole plot', Maximize, fit],
              ] as const
            ).map(([label, Icon, act]) => (
              <button
                key={label}
                type="button"
                className="btn -ml-px w-8 rounded-none px-0"
                aria-label={label}
                onClick={act}
              >
                <Icon size={15} aria-hidden="true" />
              </button>
            ))}
          </div>
        </div>
      </div>
    </div>
  );
}
