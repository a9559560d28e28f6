import { farmSite } from '../demo/farmSite';
import type { Point, Site } from '../core/site/model/schema';

/** Distance between two farms of the estate, m. */
const STEP_X_M = 48;
const STEP_Y_M = 36;

/** An estate of several farms side by side, each a copy of the demo's plot with ids of its own. */
export function estate(farms: number): Site {
  const base = farmSite();
  const perRow = Math.ceil(Math.sqrt(farms));
  const out: Site = {
    ...base,
    buildings: [],
    walls: [],
    openings: [],
    obstacles: [],
    foliage: [],
    spots: [],
    rooms: [],
  };
  for (let i = 0; i < farms; i++) {
    const [dx, dy] = [(i % perRow) * STEP_X_M, Math.floor(i / perRow) * STEP_Y_M];
    const move = (p: Point): Point => ({ xM: p.xM + dx, yM: p.yM + dy });
    const own = (id: string) => `${id}-${i}`;
    for (const b of base.buildings)
      out.buildings.push({
        ...b,
        id: own(b.id),
        storeys: b.storeys.map((s) => ({
          ...s,
          id: own(s.id),
          outline: s.outline.map(move),
          holes: s.holes.map((h) => ({ ...h, outline: h.outline.map(move) })),
        })),
      });
    for (const w of base.walls)
      out.walls.push({ ...w, id: own(w.id), storeyId: own(w.storeyId), a: move(w.a), b: move(w.b) });
    for (const o of base.openings) out.openings.push({ ...o, id: own(o.id), wallId: own(o.wallId) });
    for (const o of base.obstacles)
      out.obstacles.push({
        ...o,
        id: own(o.id),
        storeyId: o.storeyId && own(o.storeyId),
        outline: o.outline.map(move),
      });
    for (const f of base.foliage) out.foliage.push({ ...f, id: own(f.id), outline: f.outline.map(move) });
  }
  return out;
}
