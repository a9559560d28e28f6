import { buildingAt, inside, storeysById } from './levels';
import type { Point, Site } from './schema';

/** Something in a survey worth a second look; it blocks nothing. */
export interface SurveyNotice {
  kind: 'spotOutside' | 'wallNearlyMeets' | 'noSpots' | 'noBuilding' | 'coaxLoose';
  message: string;
  /** Where to look. */
  storeyId: string | null;
  at: Point | null;
  itemId: string | null;
}

/** Ends of two walls this far apart were probably meant to meet, m. */
const NEARLY_M = 0.25;
const MET_M = 0.03;

function distanceToSegmentM(p: Point, a: Point, b: Point): number {
  const dx = b.xM - a.xM;
  const dy = b.yM - a.yM;
  const t = Math.max(0, Math.min(1, ((p.xM - a.xM) * dx + (p.yM - a.yM) * dy) / (dx * dx + dy * dy)));
  return Math.hypot(p.xM - a.xM - t * dx, p.yM - a.yM - t * dy);
}

function looseEnds(site: Site): SurveyNotice[] {
  const out: SurveyNotice[] = [];
  for (const w of site.walls) {
    const others = site.walls.filter((o) => o.storeyId === w.storeyId && o.id !== w.id);
    for (const end of [w.a, w.b]) {
      const nearest = Math.min(...others.map((o) => distanceToSegmentM(end, o.a, o.b)));
      if (nearest > MET_M && nearest <= NEARLY_M)
        out.push({
          kind: 'wallNearlyMeets',
          message: `A wall ends ${Math.round(nearest * 100)} cm from another: join them or leave a real gap.`,
          storeyId: w.storeyId,
          at: end,
          itemId: w.id,
        });
    }
  }
  return out;
}

/** What in a survey is worth a second look, each with its place. */
export function checkSurvey(site: Site): SurveyNotice[] {
  const out: SurveyNotice[] = [];
  const plain = (kind: SurveyNotice['kind'], message: string): SurveyNotice => ({
    kind,
    message,
    storeyId: null,
    at: null,
    itemId: null,
  });
  if (site.buildings.length === 0) out.push(plain('noBuilding', 'No building yet: add one with its size.'));
  if (site.spots.length === 0) out.push(plain('noSpots', 'No spots yet: put one where something must work.'));
  const storeys = storeysById(site);
  for (const s of site.spots) {
    const ref = s.place.storeyId ? storeys.get(s.place.storeyId) : undefined;
    if (ref && !inside(ref.storey.outline, s.place.xM, s.place.yM))
      out.push({
        kind: 'spotOutside',
        message: `Spot ${s.number} ${s.name} lies outside ${ref.building.name}, ${ref.storey.name}: move it or put it in the yard.`,
        storeyId: s.place.storeyId,
        at: s.place,
        itemId: s.id,
      });
    if (!ref && buildingAt(site, s.place.xM, s.place.yM))
      out.push({
        kind: 'spotOutside',
        message: `Spot ${s.number} ${s.name} counts as yard but lies inside a building: give it a storey.`,
        storeyId: null,
        at: s.place,
        itemId: s.id,
      });
  }
  const wired = new Set(site.coax.cables.flatMap((c) => [c.upId, c.downId]));
  for (const o of site.coax.outlets)
    if (!wired.has(o.id))
      out.push({
        kind: 'coaxLoose',
        message: `${o.name} is joined to nothing: trace its cable.`,
        storeyId: o.place.storeyId,
        at: o.place,
        itemId: o.id,
      });
  return [...out, ...looseEnds(site)];
}
