import { CONSTRUCTIONS, isBuiltIn } from '@/core/site/model/constructions';
import { inside } from '@/core/site/model/levels';
import type { Place, Point, Site } from '@/core/site/model/schema';
import type { LaidCable } from '@/core/plan/cost/cables';
import { parentIdOf } from '@/core/plan/option/feeds';
import type { Option, Unit } from '@/core/plan/option/schema';

/** Marks of a drawing, in points (1/72 inch) from its upper left corner. */
export type Mark =
  | {
      kind: 'path';
      points: readonly (readonly [number, number])[];
      closed: boolean;
      widthPt: number;
      dash?: readonly number[];
      fill?: Ink;
      stroke?: Ink;
    }
  | { kind: 'circle'; at: readonly [number, number]; rPt: number; fill?: Ink; stroke?: Ink; widthPt: number }
  | { kind: 'text'; at: readonly [number, number]; text: string; sizePt: number; strong?: boolean; ink: Ink };
export type Ink = 'ink' | 'soft' | 'rule' | 'paper' | 'lamp' | 'copper' | 'coax' | 'mains' | 'air';

/** Inks of paper: those of print (docs: `app/tokens.css`), on white. */
export const INKS: Readonly<Record<Ink, string>> = {
  ink: '#1C2A2E',
  soft: '#5A6A6D',
  rule: '#C6D0CB',
  paper: '#FFFFFF',
  lamp: '#F2AE21',
  copper: '#0E6A5A',
  coax: '#7A4E2D',
  mains: '#A6382F',
  air: '#2C66A8',
};

export interface Drawing {
  widthPt: number;
  heightPt: number;
  marks: readonly Mark[];
}

/** One drawing of a paper: a storey of a building, or the plot with what stands outdoors. */
export interface DrawnPlan {
  drawing: Drawing;
  building: string | null;
  storey: string | null;
}

/** The name of a plan: building and storey, or the plot. */
export const planName = ({ building, storey }: DrawnPlan, yard = 'The plot'): string =>
  building === null ? yard : [building, storey].filter(Boolean).join(', ');

const MARGIN_M = 0.8;
const YARD_MARGIN_M = 2;
export const FEED_STYLE: Readonly<
  Record<Unit['feed']['kind'], { ink: Ink; dash?: readonly number[]; widthPt: number }>
> = {
  line: { ink: 'ink', widthPt: 1 },
  ethernet: { ink: 'copper', widthPt: 1.4 },
  fibre: { ink: 'copper', dash: [7, 1.5], widthPt: 1.8 },
  coax: { ink: 'coax', dash: [1.5, 2.5], widthPt: 2 },
  powerline: { ink: 'mains', dash: [5, 2, 1, 2], widthPt: 1.4 },
  wireless: { ink: 'air', dash: [1, 3], widthPt: 1.6 },
  bridge: { ink: 'air', dash: [4, 3], widthPt: 1.6 },
};

interface Frame {
  k: number;
  of: (p: { xM: number; yM: number }) => [number, number];
  widthPt: number;
  heightPt: number;
}

/** The frame of some points, as large as a box allows. */
function frameOf(
  points: readonly Point[],
  marginM: number,
  box: { widthPt: number; heightPt: number },
): Frame {
  const xs = points.map((p) => p.xM);
  const ys = points.map((p) => p.yM);
  const [x0, y0] = [Math.min(...xs) - marginM, Math.min(...ys) - marginM];
  const [wM, hM] = [Math.max(...xs) + marginM - x0, Math.max(...ys) + marginM - y0];
  const k = Math.min(box.widthPt / wM, box.heightPt / hM);
  return { k, of: (p) => [(p.xM - x0) * k, (p.yM - y0) * k], widthPt: wM * k, heightPt: hM * k };
}

const thicknessM = (construction: string, site: Site): number => {
  const custom = site.customConstructions.find((c) => c.id === construction);
  return isBuiltIn(construction) ? CONSTRUCTIONS[construction].thicknessM : custom ? 0.2 : 0.1;
};

/** Walls of a storey with their openings as gaps. */
function wallMarks(site: Site, storeyId: string, f: Frame): Mark[] {
  const marks: Mark[] = [];
  for (const w of site.walls.filter((wall) => wall.storeyId === storeyId)) {
    const widthPt = Math.max(0.8, Math.min(6, thicknessM(w.construction, site) * f.k));
    marks.push({ kind: 'path', points: [f.of(w.a), f.of(w.b)], closed: false, widthPt, stroke: 'ink' });
    const lengthM = Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM);
    if (lengthM === 0) continue;
    const along = (m: number): Point => ({
      xM: w.a.xM + ((w.b.xM - w.a.xM) * m) / lengthM,
      yM: w.a.yM + ((w.b.yM - w.a.yM) * m) / lengthM,
    });
    for (const o of site.openings.filter((opening) => opening.wallId === w.id)) {
      const ends = [along(o.offsetM), along(Math.min(lengthM, o.offsetM + o.widthM))].map(f.of);
      marks.push({ kind: 'path', points: ends, closed: false, widthPt: widthPt + 0.6, stroke: 'paper' });
      if (o.kind === 'window')
        marks.push({ kind: 'path', points: ends, closed: false, widthPt: 0.6, stroke: 'ink' });
    }
  }
  return marks;
}

/** A unit as a lamp with its letter, and a spot as a square with its number; kept apart where they would lie on each other. */
function thingMarks(units: readonly Unit[], spots: Site['spots'], f: Frame): Mark[] {
  const taken: [number, number][] = [];
  const free = (at: [number, number]): [number, number] => {
    const steps: readonly (readonly [number, number])[] = [
      [0, 0],
      [15, 0],
      [-15, 0],
      [0, 15],
      [0, -15],
      [15, 15],
      [-15, -15],
    ];
    for (const [dx, dy] of steps) {
      const there: [number, number] = [
        Math.max(8, Math.min(f.widthPt - 8, at[0] + dx)),
        Math.max(8, Math.min(f.heightPt - 8, at[1] + dy)),
      ];
      if (taken.every(([x, y]) => Math.hypot(x - there[0], y - there[1]) >= 14)) return there;
    }
    return at;
  };
  const put = (place: Place) => {
    const at = free(f.of(place));
    taken.push(at);
    return at;
  };
  return [
    ...units.flatMap((u): Mark[] => {
      const at = put(u.place);
      return [
        { kind: 'circle', at, rPt: 7.5, fill: 'lamp', stroke: 'ink', widthPt: 0.8 },
        { kind: 'text', at, text: u.letter, sizePt: 9, strong: true, ink: 'ink' },
      ];
    }),
    ...spots.flatMap((s): Mark[] => {
      const [x, y] = put(s.place);
      const r = 6.5;
      return [
        {
          kind: 'path',
          points: [
            [x - r, y - r],
            [x + r, y - r],
            [x + r, y + r],
            [x - r, y + r],
          ],
          closed: true,
          widthPt: 0.8,
          fill: 'paper',
          stroke: 'ink',
        },
        { kind: 'text', at: [x, y], text: String(s.number), sizePt: 8, ink: 'ink' },
      ];
    }),
  ];
}

/** Names of rooms, moved up or down where a unit or a spot stands on them. */
function roomMarks(rooms: Site['rooms'], things: readonly Mark[], f: Frame): Mark[] {
  const at = things.flatMap((m) => (m.kind === 'text' ? [m.at] : []));
  return rooms.map((r) => {
    const [x, y] = f.of(r.at);
    const halfPt = 2 * r.name.length;
    const hits = (dy: number) =>
      at.some(([tx, ty]) => Math.abs(tx - x) < halfPt + 9 && Math.abs(ty - y - dy) < 13);
    const dy = [0, -16, 16, -32, 32].find((d) => !hits(d) && y + d > 8 && y + d < f.heightPt - 8) ?? 0;
    return { kind: 'text', at: [x, y + dy], text: r.name, sizePt: 7, ink: 'soft' };
  });
}

/** Backhauls between units on a drawing: new cable as it lies, anything else as a straight line; to one elsewhere a stub ends at its letter. */
function backhaulMarks(
  option: Option,
  cables: readonly LaidCable[],
  isHere: (place: Pick<Place, 'storeyId'>) => boolean,
  f: Frame,
): Mark[] {
  const byId = new Map(option.units.map((u) => [u.id, u]));
  return option.units.flatMap((u): Mark[] => {
    const parent = byId.get(parentIdOf(u.feed) ?? '');
    if (!parent) return [];
    const { ink, dash, widthPt } = FEED_STYLE[u.feed.kind];
    const style = { closed: false, widthPt, stroke: ink, ...(dash ? { dash } : {}) } as const;
    const legs = cables.find((c) => c.unitId === u.id)?.run.route?.legs ?? [];
    const laid = legs.filter((l) => l.lengthM > 0 && isHere(l.from) && isHere(l.to));
    if (laid.length > 0)
      return laid.map((l): Mark => ({ kind: 'path', points: [f.of(l.from), f.of(l.to)], ...style }));
    if (isHere(u.place) && isHere(parent.place))
      return [{ kind: 'path', points: [f.of(u.place), f.of(parent.place)], ...style }];
    if (!isHere(u.place)) return [];
    const [x, y] = f.of(u.place);
    const end: [number, number] = [Math.min(f.widthPt - 10, x + 26), Math.max(10, y - 18)];
    return [
      { kind: 'path', points: [[x, y], end], ...style },
      { kind: 'text', at: [end[0] + 6, end[1]], text: parent.letter, sizePt: 8, ink: 'soft' },
    ];
  });
}

const outlineMark = (points: readonly Point[], f: Frame): Mark => ({
  kind: 'path',
  points: points.map(f.of),
  closed: true,
  widthPt: 0.8,
  stroke: 'soft',
});

/**
 * The plans of a network: each building and storey that holds something once, as large as the box allows, and the plot where
 * something stands outdoors or buildings are joined.
 */
export function plansOf(
  site: Site,
  option: Option,
  cables: readonly LaidCable[],
  box: { widthPt: number; heightPt: number },
  /** What has to stand on a storey for it to be drawn. */
  holds: 'unitsOrSpots' | 'units' = 'unitsOrSpots',
): DrawnPlan[] {
  const plans: DrawnPlan[] = [];
  for (const building of site.buildings)
    for (const storey of [...building.storeys].sort((a, b) => a.floorLevelM - b.floorLevelM)) {
      const isHere = (p: Pick<Place, 'storeyId'>) => p.storeyId === storey.id;
      const units = option.units.filter((u) => isHere(u.place));
      const spots = site.spots.filter((s) => isHere(s.place));
      if (units.length + (holds === 'units' ? 0 : spots.length) === 0) continue;
      const f = frameOf(storey.outline, MARGIN_M, box);
      const rooms = site.rooms.filter(
        (r) => r.storeyId === storey.id && inside(storey.outline, r.at.xM, r.at.yM),
      );
      const things = thingMarks(units, spots, f);
      plans.push({
        building: building.name,
        storey: building.storeys.length > 1 ? storey.name : null,
        drawing: {
          widthPt: f.widthPt,
          heightPt: f.heightPt,
          marks: [
            ...wallMarks(site, storey.id, f),
            ...backhaulMarks(option, cables, isHere, f),
            ...things,
            ...roomMarks(rooms, things, f),
          ],
        },
      });
    }
  const isOut = (p: Pick<Place, 'storeyId'>) => p.storeyId === null;
  const out = [
    ...option.units.filter((u) => isOut(u.place)),
    ...site.spots.filter((s) => isOut(s.place) && holds === 'unitsOrSpots'),
  ];
  const isAcross = option.units.some(
    (u) => buildingOf(site, u.place) !== buildingOf(site, option.units[0]!.place),
  );
  if (!isAcross && out.length === 0) return plans;
  const outlines = site.buildings.map((b) => b.storeys[0]!.outline);
  const f = frameOf([...outlines.flat(), ...out.map((o) => o.place)], YARD_MARGIN_M, box);
  plans.push({
    building: null,
    storey: null,
    drawing: {
      widthPt: f.widthPt,
      heightPt: f.heightPt,
      marks: [
        ...outlines.map((o) => outlineMark(o, f)),
        ...site.buildings.map((b): Mark => ({
          kind: 'text',
          at: f.of(middleOf(b.storeys[0]!.outline)),
          text: b.name,
          sizePt: 7,
          ink: 'soft',
        })),
        ...backhaulMarks(option, cables, () => true, f),
        ...thingMarks(
          option.units,
          site.spots.filter((s) => isOut(s.place)),
          f,
        ),
      ],
    },
  });
  return plans;
}

const buildingOf = (site: Site, place: Pick<Place, 'storeyId'>): string | null =>
  site.buildings.find((b) => b.storeys.some((s) => s.id === place.storeyId))?.id ?? null;

function middleOf(points: readonly Point[]): Point {
  const n = points.length;
  return {
    xM: points.reduce((sum, p) => sum + p.xM, 0) / n,
    yM: points.reduce((sum, p) => sum + p.yM, 0) / n,
  };
}
