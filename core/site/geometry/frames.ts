import { distanceToWallM } from './rooms';
import type { Building, Place, Point, Site } from '../model/schema';

/** Where a building has been moved to since it was drawn: a turn about the plot's origin, then a shift. */
export interface Frame {
  xM: number;
  yM: number;
  /** Clockwise on the sheet, degrees. */
  turnDeg: number;
}

export const STILL: Frame = { xM: 0, yM: 0, turnDeg: 0 };

const ANGLE = Math.PI / 180;
/** Places are kept to a tenth of a millimetre, so that moving back and forth does not creep. */
const round = (m: number) => Math.round(m * 1e4) / 1e4;

/** A point as a frame moves it. */
export function throughFrame(f: Frame, p: Point): Point {
  const [sin, cos] = [Math.sin(f.turnDeg * ANGLE), Math.cos(f.turnDeg * ANGLE)];
  return { xM: cos * p.xM - sin * p.yM + f.xM, yM: sin * p.xM + cos * p.yM + f.yM };
}

/** The frame that undoes another. */
export function inverse(f: Frame): Frame {
  const back = throughFrame({ xM: 0, yM: 0, turnDeg: -f.turnDeg }, { xM: -f.xM, yM: -f.yM });
  return { ...back, turnDeg: -f.turnDeg };
}

/** First one frame, then another. */
export function after(first: Frame, then: Frame): Frame {
  const at = throughFrame(then, first);
  return { xM: at.xM, yM: at.yM, turnDeg: (first.turnDeg + then.turnDeg) % 360 };
}

/** A turn about a point. */
export function turnAbout(p: Point, turnDeg: number): Frame {
  const at = throughFrame({ xM: 0, yM: 0, turnDeg }, p);
  return { xM: p.xM - at.xM, yM: p.yM - at.yM, turnDeg };
}

const frameOf = (b: Building): Frame => b.frame ?? STILL;

/** Frames of all buildings of a site, to be kept with a state of the network. */
export function framesOf(site: Pick<Site, 'buildings'>): Record<string, Frame> {
  return Object.fromEntries(site.buildings.filter((b) => b.frame).map((b) => [b.id, b.frame!]));
}

/** A place noted when buildings stood elsewhere, as it is today: it moves with the building it is in. */
export function placeToday(site: Site, place: Place, then: Readonly<Record<string, Frame>>): Place {
  const building = site.buildings.find((b) => b.storeys.some((s) => s.id === place.storeyId));
  if (!building) return place;
  const move = after(inverse(then[building.id] ?? STILL), frameOf(building));
  if (move.xM === 0 && move.yM === 0 && move.turnDeg === 0) return place;
  return { ...place, ...throughFrame(move, place) };
}

/** Moves a building with everything in it by a frame. Units of the plan go along by `placeToday` of the frames before. */
export function moveBuilding(site: Site, buildingId: string, by: Frame): Site {
  const building = site.buildings.find((b) => b.id === buildingId);
  if (!building) return site;
  const storeys = new Set(building.storeys.map((s) => s.id));
  const at = (p: Point): Point => {
    const q = throughFrame(by, p);
    return { xM: round(q.xM), yM: round(q.yM) };
  };
  const place = <P extends Place>(p: P): P =>
    p.storeyId !== null && storeys.has(p.storeyId) ? { ...p, ...at(p) } : p;
  const placed = <T extends { place: Place }>(list: T[]): T[] =>
    list.map((t) => (place(t.place) === t.place ? t : { ...t, place: place(t.place) }));
  return {
    ...site,
    buildings: site.buildings.map((b) =>
      b.id === buildingId
        ? {
            ...b,
            frame: after(frameOf(b), by),
            storeys: b.storeys.map((s) => ({
              ...s,
              outline: s.outline.map(at),
              holes: s.holes.map((h) => ({ ...h, outline: h.outline.map(at) })),
            })),
          }
        : b,
    ),
    walls: site.walls.map((w) => (storeys.has(w.storeyId) ? { ...w, a: at(w.a), b: at(w.b) } : w)),
    rooms: site.rooms.map((r) => (storeys.has(r.storeyId) ? { ...r, at: at(r.at) } : r)),
    obstacles: site.obstacles.map((o) =>
      o.storeyId !== null && storeys.has(o.storeyId) ? { ...o, outline: o.outline.map(at) } : o,
    ),
    underlays: site.underlays.map((u) =>
      storeys.has(u.storeyId) ? { ...u, ...at(u), turnDeg: (u.turnDeg + by.turnDeg) % 360 } : u,
    ),
    panels: placed(site.panels),
    outlets: placed(site.outlets),
    spots: placed(site.spots),
    interference: placed(site.interference),
    coax: { ...site.coax, outlets: placed(site.coax.outlets), splitters: placed(site.coax.splitters) },
    dataRuns: site.dataRuns.map((r) => ({ ...r, from: place(r.from), to: place(r.to) })),
    jacks: placed(site.jacks),
    lineEntry: place(site.lineEntry),
  };
}

/** Shortest way over the ground between two buildings, by the outlines of their lowest storeys, m. */
export function buildingsApartM(a: Building, b: Building): number {
  const [p, q] = [a.storeys[0]!.outline, b.storeys[0]!.outline];
  const toEdges = (from: readonly Point[], outline: readonly Point[]) =>
    from.flatMap((x) =>
      outline.map((start, i) => distanceToWallM(x, { a: start, b: outline[(i + 1) % outline.length]! })),
    );
  return Math.min(...toEdges(p, q), ...toEdges(q, p));
}
