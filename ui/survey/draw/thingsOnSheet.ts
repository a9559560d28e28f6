import type { Place, Site } from '@/core/site/model/schema';
import type { Thing, ThingKind } from '@/core/site/edit/things';
import type { Pass } from './tools';

/** A thing with a point of it that can be shown. */
export interface ThingOnSheet {
  thing: Thing;
  xM: number;
  yM: number;
}

/** Everything of one round of the survey on the open storeys, west to east: what the keys step through. */
export function thingsOnSheet(site: Site, storeyIds: ReadonlySet<string>, pass: Pass): ThingOnSheet[] {
  const out: ThingOnSheet[] = [];
  const here = (storeyId: string | null) => storeyId === null || storeyIds.has(storeyId);
  const add = (kind: ThingKind, id: string, at: { xM: number; yM: number }) =>
    out.push({ thing: { kind, id }, xM: at.xM, yM: at.yM });
  const placed = (kind: ThingKind, list: readonly { id: string; place: Place }[]) => {
    for (const t of list) if (here(t.place.storeyId)) add(kind, t.id, t.place);
  };
  const walls = site.walls.filter((w) => here(w.storeyId));
  switch (pass) {
    case 'trace':
      for (const u of site.underlays) if (here(u.storeyId)) add('underlay', u.id, u);
      break;
    case 'house':
      for (const w of walls) add('wall', w.id, w.a);
      for (const o of site.openings) {
        const w = walls.find((x) => x.id === o.wallId);
        if (w) add('opening', o.id, w.a);
      }
      for (const b of site.buildings)
        for (const s of b.storeys)
          if (here(s.id)) for (const h of s.holes) add('stairs', h.id, h.outline[0]!);
      break;
    case 'way':
      for (const o of site.obstacles) if (here(o.storeyId)) add('obstacle', o.id, o.outline[0]!);
      for (const f of site.foliage) add('foliage', f.id, f.outline[0]!);
      placed('interference', site.interference);
      break;
    case 'wiring':
      placed('outlet', site.outlets);
      placed('panel', site.panels);
      placed('coaxOutlet', site.coax.outlets);
      placed('splitter', site.coax.splitters);
      placed('jack', site.jacks);
      for (const r of site.dataRuns)
        if (here(r.from.storeyId) || here(r.to.storeyId)) add('dataRun', r.id, r.from);
      for (const d of site.ducts) add('duct', d.id, d.path[0]!);
      break;
    default:
      placed('spot', site.spots);
  }
  return out.sort((a, b) => a.xM - b.xM || a.yM - b.yM);
}
