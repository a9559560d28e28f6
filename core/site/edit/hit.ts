import { apartM } from '../geometry/apart';
import { inside } from '../model/levels';
import { distanceToWallM } from '../geometry/rooms';
import type { Place, Point, Site } from '../model/schema';
import type { Thing } from './things';

/** Distance of a point from a chain of points, m. */
function fromPathM(p: Point, path: readonly Point[]): number {
  let best = Infinity;
  for (let i = 1; i < path.length; i++)
    best = Math.min(best, distanceToWallM(p, { a: path[i - 1]!, b: path[i]! }));
  return best;
}

/** Kinds a press may catch; what is not shown cannot be chosen. */
export interface Catchable {
  wiring: boolean;
  pictures: boolean;
}

/**
 * The thing of the open storeys that a press at a point means: a door before its wall, a wall before what lies under it.
 * `withinM` is how near a line has to be. Null where nothing is there.
 */
export function thingAt(
  site: Site,
  storeyIds: ReadonlySet<string>,
  p: Point,
  withinM: number,
  shown: Catchable,
): Thing | null {
  const here = (storeyId: string | null) => storeyId === null || storeyIds.has(storeyId);
  const walls = site.walls.filter((w) => here(w.storeyId));
  for (const o of site.openings) {
    const w = walls.find((x) => x.id === o.wallId);
    if (!w) continue;
    const length = apartM(w.a, w.b);
    const at = (m: number): Point => ({
      xM: w.a.xM + ((w.b.xM - w.a.xM) * m) / length,
      yM: w.a.yM + ((w.b.yM - w.a.yM) * m) / length,
    });
    if (distanceToWallM(p, { a: at(o.offsetM), b: at(o.offsetM + o.widthM) }) < withinM)
      return { kind: 'opening', id: o.id };
  }
  let nearest: { thing: Thing; m: number } | null = null;
  const consider = (thing: Thing, m: number) => {
    if (m < withinM && (!nearest || m < nearest.m)) nearest = { thing, m };
  };
  for (const w of walls) consider({ kind: 'wall', id: w.id }, distanceToWallM(p, w));
  if (shown.wiring) {
    for (const d of site.ducts) consider({ kind: 'duct', id: d.id }, fromPathM(p, d.path));
    for (const r of site.dataRuns)
      if (here(r.from.storeyId) && here(r.to.storeyId))
        consider({ kind: 'dataRun', id: r.id }, fromPathM(p, [r.from, r.to]));
  }
  if (nearest) return (nearest as { thing: Thing }).thing;
  for (const o of site.obstacles)
    if (here(o.storeyId) && inside(o.outline, p.xM, p.yM)) return { kind: 'obstacle', id: o.id };
  for (const b of site.buildings)
    for (const s of b.storeys)
      if (storeyIds.has(s.id))
        for (const h of s.holes) if (inside(h.outline, p.xM, p.yM)) return { kind: 'stairs', id: h.id };
  for (const f of site.foliage) if (inside(f.outline, p.xM, p.yM)) return { kind: 'foliage', id: f.id };
  if (shown.pictures) {
    const u = site.underlays.find((x) => storeyIds.has(x.storeyId));
    if (u) return { kind: 'underlay', id: u.id };
  }
  return null;
}

/** Everything of the open storeys that lies wholly within a frame drawn over the sheet. */
export function thingsWithin(
  site: Site,
  storeyIds: ReadonlySet<string>,
  from: Point,
  to: Point,
  shown: Catchable,
): Thing[] {
  const [x0, x1] = [Math.min(from.xM, to.xM), Math.max(from.xM, to.xM)];
  const [y0, y1] = [Math.min(from.yM, to.yM), Math.max(from.yM, to.yM)];
  const here = (storeyId: string | null) => storeyId === null || storeyIds.has(storeyId);
  const all = (points: readonly Point[]) =>
    points.every((p) => p.xM >= x0 && p.xM <= x1 && p.yM >= y0 && p.yM <= y1);
  const out: Thing[] = [];
  for (const w of site.walls) if (here(w.storeyId) && all([w.a, w.b])) out.push({ kind: 'wall', id: w.id });
  const placed = (kind: Thing['kind'], list: readonly { id: string; place: Place }[]) => {
    for (const t of list) if (here(t.place.storeyId) && all([t.place])) out.push({ kind, id: t.id });
  };
  placed('spot', site.spots);
  for (const o of site.obstacles)
    if (here(o.storeyId) && all(o.outline)) out.push({ kind: 'obstacle', id: o.id });
  for (const f of site.foliage) if (all(f.outline)) out.push({ kind: 'foliage', id: f.id });
  if (shown.wiring) {
    placed('outlet', site.outlets);
    placed('panel', site.panels);
    placed('coaxOutlet', site.coax.outlets);
    placed('splitter', site.coax.splitters);
    placed('jack', site.jacks);
    placed('interference', site.interference);
    for (const d of site.ducts) if (all(d.path)) out.push({ kind: 'duct', id: d.id });
    for (const r of site.dataRuns)
      if (here(r.from.storeyId) && here(r.to.storeyId) && all([r.from, r.to]))
        out.push({ kind: 'dataRun', id: r.id });
  }
  return out;
}
