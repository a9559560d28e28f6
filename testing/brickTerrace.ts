import type { JobFile } from '../core/job/jobFile';
import { feedTo } from '../core/plan/option/placing';
import type { Unit } from '../core/plan/option/schema';
import type { FeedKind } from '../core/kit/model/schema';
import type { Place, Site } from '../core/site/model/schema';
import { larkspurRow } from '../demo/larkspur';

const at = (storeyId: string, xM: number, yM: number): Place => ({ storeyId, xM, yM, heightM: 1.2 });

const COAX = [
  ['x-front', 'Front room aerial socket', at('l-ground', 1.2, 0.4)],
  ['x-bedroom', 'Bedroom aerial socket', at('l-first', 0.4, 4.4)],
] as const;

/** The brick terrace without its tenants: a unit by coax, one by powerline, one over the air, the garage by fibre, nothing read. */
export function brickTerrace(): JobFile {
  const { brief, site: surveyed, ...row } = larkspurRow();
  const { practice: _, ...drawn } = surveyed;
  const site: Site = {
    ...drawn,
    coax: {
      ...drawn.coax,
      outlets: COAX.map(([id, name, place]) => ({ id, name, place: { ...place, heightM: 0.3 } })),
      cables: [
        { id: 'xc-1', upId: 'x-front', downId: 'x-bedroom', cable: 'rg6', lengthM: 12, certainty: 'traced' },
      ],
    },
  };
  const a: Unit = {
    ...row.plan.today.units[0]!,
    id: 'a',
    kitId: 'mesh-dual',
    name: 'Front door',
  };
  const hung = (letter: string, name: string, place: Place, kind: FeedKind, parent: Unit): Unit => ({
    ...a,
    id: letter.toLowerCase(),
    letter,
    name,
    place,
    feed: feedTo(site, kind, parent, place),
  });
  const b = hung('B', 'Bedroom', at('l-first', 0.9, 3.9), 'coax', a);
  const c = hung('C', 'Loft room', at('l-second', 4.3, 3.2), 'powerline', a);
  const d = hung('D', 'Garage bench', at('g-ground', 0.8, 13.8), 'fibre', a);
  const e = hung('E', 'Kitchen shelf', at('l-ground', 3.8, 6.4), 'wireless', a);
  return {
    ...row,
    name: 'A brick terrace',
    brief: {
      ...brief,
      visitDate: '2026-06-10',
      allowed: { ...brief.allowed, drilling: true, rented: false, budgetMinor: null, note: '' },
    },
    site,
    plan: {
      ...row.plan,
      options: [{ id: 'wired', name: 'By what is there', units: [a, b, c, d, e], wiredSpots: [] }],
    },
  };
}
