'use client';
import {
  useCallback,
  useEffect,
  useId,
  useLayoutEffect,
  useMemo,
  useRef,
  type MouseEvent,
  type ReactNode,
} from 'react';
import { kitById } from '@/core/kit/catalogue/catalogue';
import type { LaidCable } from '@/core/plan/cost/cables';
import type { Option, Unit } from '@/core/plan/option/schema';
import { boxAround, inside, plotBox } from '@/core/site/model/levels';
import type { Place, Point } from '@/core/site/model/schema';
import { useJob } from '@/ui/job/store';
import { Elsewhere, Feeds } from './Feeds';
import { LabelLayer, type RoomLabel } from './LabelLayer';
import type { SheetGhost } from './ghost';
import type { SheetMark, UnitLook } from './marks';
import { Marks, type MarkActions } from './Marks';
import { ReadElsewhere } from './ReadElsewhere';
import { SheetLayer } from './SheetLayer';
import { DifferenceLayer, ShadeKey, ShadeLayer, ShadePatterns } from './ShadeLayer';
import { SheetFoot } from './SheetFoot';
import { useFrame } from './useFrame';
import { YARD_MARGIN_M, type Shade } from './useShade';
import { useSheetSite } from './useSheetSite';
import { frameOf } from './seen';
import { useView, type View } from './useView';
import { WallLayer } from './WallLayer';

/** How a sheet was pressed. */
export interface SheetPress {
  shiftKey: boolean;
  /** Scale of the sheet, px per m. */
  k: number;
}

export interface SheetProps {
  /** Network drawn on the sheet. */
  option: Option | null;
  shade: Shade | null;
  /** A network that is pointed at, drawn in the place of the other. */
  ghost?: SheetGhost | null;
  /** New cables, drawn as they lie. */
  cables?: readonly LaidCable[];
  /** Spots that fail at this stop. */
  failing: ReadonlySet<string>;
  /** Moves a mark of some kinds; absent where this stop moves none. */
  onMove?: {
    kinds: ReadonlySet<SheetMark['kind']>;
    move: (mark: SheetMark, place: Place) => void;
    /** Whether a mark goes with the hand by itself, so that the move is told only in turns; absent: every move is told. */
    carries?: (mark: SheetMark) => boolean;
  };
  /** A press on the sheet itself, in metres. */
  onPoint?: (xM: number, yM: number, press: SheetPress) => void;
  /** The pointer in metres, and the scale in px per m. */
  onHover?: (xM: number, yM: number, k: number) => void;
  /** A frame drawn with Shift held, corner to corner in metres. */
  onFrame?: (from: Point, to: Point) => void;
  /** Spots are shown without their names, where other things are being looked at. */
  quietSpots?: boolean;
  /** Marks let presses through to the sheet, as while something is drawn. */
  inertMarks?: boolean;
  cursor?: string;
  /** Small marks of the survey. */
  things?: readonly SheetMark[];
  /** Names in rooms, where they are not the plain ones. */
  roomLabels?: readonly RoomLabel[];
  /** Drawn under and over the walls, in metres. */
  under?: ReactNode;
  over?: ReactNode;
  /** Drawn over everything, in px of the view. */
  overlay?: (view: View) => ReactNode;
  /** Ids of walls and areas that are selected. */
  chosen?: ReadonlySet<string>;
  /** The sheet fits its plot anew when this changes; absent whenever the plot grows. */
  fitKey?: string;
  /** Yard shown around the plot, m; absent as much as is shaded. */
  marginM?: number;
  /** What is shown in the place of the network at hand, in words. */
  told?: string | null;
  /** Buttons at the foot. */
  foot?: ReactNode;
  label: string;
}

const NONE: ReadonlySet<string> = new Set();
const NO_KINDS: ReadonlySet<SheetMark['kind']> = new Set();
const NO_THINGS: readonly SheetMark[] = [];
const NO_CABLES: readonly LaidCable[] = [];

/** Marks of spots, things and units on the open sheet; each list is made anew only where it changes. */
function useMarks(props: SheetProps, storeyIds: ReadonlySet<string>): readonly SheetMark[] {
  const spots = useJob((s) => s.site.spots);
  const ownKit = useJob((s) => s.plan.ownKit);
  const { failing, ghost, things = NO_THINGS } = props;
  const option = ghost?.option ?? props.option;
  return useMemo(() => {
    const unitMark = (u: Unit, look: UnitLook): SheetMark => ({
      kind: 'unit',
      id: u.id,
      place: u.place,
      name: u.name,
      letter: u.letter,
      kitKind: kitById(u.kitId, ownKit)?.kind ?? 'node',
      look,
    });
    const here = (place: Place) => place.storeyId === null || storeyIds.has(place.storeyId);
    return [
      ...things,
      ...spots
        .filter((s) => here(s.place))
        .map((s): SheetMark => ({
          kind: 'spot',
          id: s.id,
          place: s.place,
          name: s.name,
          number: s.number,
          fails: failing.has(s.id),
        })),
      ...(ghost?.gone ?? [])
        .filter((u) => here(u.place))
        .map((u) => ({ ...unitMark(u, 'gone'), id: `gone-${u.id}` })),
      ...(option?.units ?? [])
        .filter((u) => here(u.place))
        .map((u) => unitMark(u, ghost?.changed.has(u.id) ? 'new' : 'there')),
    ];
  }, [spots, things, failing, ghost, option, ownKit, storeyIds]);
}

/** The plan of the open storey with the yard around it, from data, in true scale. */
export function Sheet(props: SheetProps) {
  const id = useId();
  const site = useJob((s) => s.site);
  const selectedWall = useJob((s) => (s.selected?.kind === 'wall' ? s.selected.id : null));
  const { refs, storeyIds, walls, openings, obstacles, foliage, rooms, holes, holesAbove, custom } =
    useSheetSite();
  const openId = useJob((s) => s.storeyId);
  const open = refs.find((r) => r.storey.id === openId);
  const { marginM = YARD_MARGIN_M } = props;
  const box = useMemo(() => plotBox(site, marginM), [site, marginM]);
  const { svg, view, size, fit, fitTo, zoomBy, show, toMetres } = useView(
    box,
    props.fitKey ?? JSON.stringify(box),
  );
  const { k } = view;
  const seen = useMemo(() => size && frameOf(box, k, size), [box, k, size]);
  const marks = useMarks(props, storeyIds);
  const chosen = useMemo(
    () => props.chosen ?? (selectedWall ? new Set([selectedWall]) : NONE),
    [props.chosen, selectedWall],
  );
  const plainRooms = useMemo(
    () => rooms.map((r) => ({ id: r.id, text: r.name, xM: r.at.xM, yM: r.at.yM })),
    [rooms],
  );
  const outlines = useMemo(
    () => [...obstacles, ...holes, ...holesAbove].map((o) => o.outline),
    [obstacles, holes, holesAbove],
  );
  const shown = useCallback(
    (place: Pick<Place, 'storeyId'>) => place.storeyId === null || storeyIds.has(place.storeyId),
    [storeyIds],
  );
  const over = useCallback(
    (place: Place) =>
      place.storeyId !== null && refs.some((r) => inside(r.storey.outline, place.xM, place.yM)),
    [refs],
  );
  const lookAt = useJob((s) => s.lookAt);
  useEffect(() => {
    if (lookAt) show(lookAt.xM, lookAt.yM);
  }, [lookAt, show]);
  const { ghost = null } = props;
  // What is pointed at is only looked at.
  const onMove = ghost ? undefined : props.onMove;
  const option = ghost?.option ?? props.option;
  const cables = (ghost ? ghost.cables : props.cables) ?? NO_CABLES;
  const shaded = (ghost?.shade ?? props.shade)?.outlines;
  const actions = useRef<MarkActions>({ toMetres, placeAt: () => null, move: null, carries: () => false });
  useLayoutEffect(() => {
    actions.current = {
      toMetres,
      placeAt: (xM, yM, heightM) => ({
        storeyId: refs.find((r) => inside(r.storey.outline, xM, yM))?.storey.id ?? null,
        xM: Math.round(xM * 100) / 100,
        yM: Math.round(yM * 100) / 100,
        heightM,
      }),
      move: onMove?.move ?? null,
      carries: onMove?.carries ?? (() => false),
    };
  }, [toMetres, refs, onMove]);
  const frame = useFrame(props.onFrame, toMetres);
  const shift = `translate(${view.x} ${view.y})`;
  const scaled = `${shift} scale(${k})`;
  const press = (e: MouseEvent) => {
    if ((e.target as Element).closest('[data-mark]') || frame.wasDrawn()) return;
    props.onPoint?.(...toMetres(e.clientX, e.clientY), { shiftKey: e.shiftKey, k });
  };

  return (
    <div className="flex h-full min-h-[300px] flex-col">
      <div className="relative min-h-0 flex-1 overflow-hidden">
        <SheetLayer>
          <ShadePatterns id={id} />
          <g transform={shift}>
            {shaded && <ShadeLayer outlines={shaded} id={id} k={k} />}
            {ghost?.shade && (
              <DifferenceLayer lighter={ghost.shade.lighter} darker={ghost.shade.darker} id={id} k={k} />
            )}
          </g>
        </SheetLayer>
        <SheetLayer>
          <g transform={scaled}>
            {props.under}
            <WallLayer
              walls={walls}
              openings={openings}
              obstacles={obstacles}
              foliage={foliage}
              holes={holes}
              holesAbove={holesAbove}
              custom={custom}
              chosen={chosen}
            />
          </g>
        </SheetLayer>
        {option && (
          <SheetLayer>
            <g transform={shift}>
              <Feeds option={option} cables={cables} k={k} shown={shown} changed={ghost?.changed} />
              <Elsewhere option={option} k={k} shown={shown} over={over} />
            </g>
          </SheetLayer>
        )}
        <SheetLayer>
          <g transform={shift}>
            <ReadElsewhere k={k} shown={shown} />
            <LabelLayer
              marks={marks}
              quietSpots={props.quietSpots ?? false}
              rooms={props.roomLabels ?? plainRooms}
              walls={walls}
              outlines={outlines}
              custom={custom}
              k={k}
              frame={seen}
            />
          </g>
        </SheetLayer>
        <svg
          ref={svg}
          className="absolute inset-0 h-full w-full touch-none will-change-transform select-none"
          style={{ cursor: props.cursor }}
          role="group"
          data-work-ms={props.shade?.workMs}
          aria-label={props.label}
          onClick={press}
          onPointerDown={frame.onPointerDown}
          onPointerMove={(e) => {
            frame.onPointerMove(e);
            props.onHover?.(...toMetres(e.clientX, e.clientY), k);
          }}
          onPointerUp={frame.onPointerUp}
        >
          <g transform={scaled}>{props.over}</g>
          <g transform={shift} pointerEvents={props.inertMarks ? 'none' : undefined}>
            <Marks marks={marks} k={k} movable={onMove?.kinds ?? NO_KINDS} actions={actions} />
          </g>
          {frame.box && (
            <polygon
              pointerEvents="none"
              points={frame.box.map((p) => `${p.xM * k + view.x},${p.yM * k + view.y}`).join(' ')}
              fill="var(--air)"
              fillOpacity={0.08}
              stroke="var(--air)"
              strokeDasharray="5 3"
            />
          )}
        </svg>
        {props.overlay && <SheetLayer>{props.overlay(view)}</SheetLayer>}
        {props.told && (
          <p
            className="fig pointer-events-none absolute top-2 left-2 max-w-[calc(100%-1rem)] rounded-[3px] border border-lamp bg-sheet px-2 py-0.5 text-[13.5px]"
            role="status"
            data-told
          >
            {props.told}
          </p>
        )}
        {props.shade && <ShadeKey id={id} hasGhost={ghost !== null} />}
      </div>
      <SheetFoot
        zoomBy={zoomBy}
        fit={fit}
        fitBuilding={open ? () => fitTo(boxAround(open.storey.outline, 1)) : null}
      >
        {props.foot}
      </SheetFoot>
    </div>
  );
}
