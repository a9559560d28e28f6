import { emptyBrief, type Brief } from '../core/brief/brief';
import type { KitItem } from '../core/kit/model/schema';
import { sampleBuilding, samplePlace, sampleRectangle, sampleRow } from './sampleSite';
import {
  emptySite,
  type Outlet,
  type Place,
  type Room,
  type Site,
  type Spot,
} from '../core/site/model/schema';
import { partsOf } from '../core/plan/cost/parts';
import { planContext } from '../core/plan/network/context';
import { plainFeed } from '../core/plan/option/feeds';
import { emptyPlan, type Feed, type Option, type Unit } from '../core/plan/option/schema';
import { ruleNotices } from '../core/plan/rules/rules';

/**
 * A house for small cases whose answers are known from the rules of the trade, not from the code: one of three rooms in a row, 4 m each
 * and 5 m deep, brick between, and a barn 10 m beyond.
 */
export const place = (xM: number, yM = 2, storeyId: string | null = 'g', heightM = 1.2): Place =>
  samplePlace(xM, yM, storeyId, heightM);
const room = (id: string, name: string, x: number, storeyId: string, more: Partial<Room> = {}): Room => ({
  id,
  storeyId,
  name,
  at: { xM: x, yM: 2.5 },
  activities: null,
  ...more,
});
export const outlet = (id: string, x: number, freeSockets: number, more: Partial<Outlet> = {}): Outlet => ({
  id,
  name: `Socket ${id}`,
  place: place(x, 1, 'g', 0.3),
  circuitId: 'c',
  freeSockets,
  strip: false,
  ...more,
});
const spot = (id: string, number: number, x: number, storeyId = 'g'): Spot => ({
  id,
  number,
  name: id,
  place: place(x, 3, storeyId, 1),
  client: 'laptop',
  deviceName: '',
  activities: [{ activity: 'web', count: 1 }],
  complaint: '',
});
export const site: Site = {
  ...emptySite(),
  buildings: [
    sampleBuilding('house', ['g'], sampleRectangle(0, 0, 12, 5)),
    sampleBuilding('barn', ['b'], sampleRectangle(22, 0, 30, 5)),
  ],
  walls: [...sampleRow('g', 0, 12, 5, [4, 8]), ...sampleRow('b', 22, 30, 5)],
  rooms: [
    room('r1', 'Office', 2, 'g'),
    room('r2', 'Hall', 6, 'g'),
    room('r3', 'Bedroom', 10, 'g'),
    room('r4', 'Byre', 26, 'b', { conditions: ['damp', 'dust', 'animals'] }),
  ],
  panels: [{ id: 'p', name: 'Panel', place: place(1), fedFromId: null }],
  circuits: [{ id: 'c', name: 'Sockets', panelId: 'p', leg: 'L1', protection: 'none', oldWiring: false }],
  outlets: [outlet('a', 1, 2), outlet('b', 6, 2), outlet('c', 10, 2)],
  lineEntry: place(1, 2),
  spots: [spot('desk', 1, 3), spot('bed', 2, 10)],
};
export const contextOf = (
  change: { site?: Partial<Site>; brief?: Partial<Brief>; ownKit?: KitItem[]; keptOut?: string[] } = {},
) =>
  planContext({
    site: { ...site, ...change.site },
    brief: { ...emptyBrief(), ...change.brief },
    plan: { ...emptyPlan(), ownKit: change.ownKit ?? [], keptOut: change.keptOut ?? [] },
  });
export const unit = (
  letter: string,
  at: Place,
  feed: Feed,
  kitId = 'mesh-dual',
  more: Partial<Unit> = {},
): Unit => ({
  id: letter.toLowerCase(),
  letter,
  kitId,
  name: letter,
  place: at,
  feed,
  radios: {},
  ...more,
});
export const option = (...units: Unit[]): Option => ({ id: 'o', name: 'O', units, wiredSpots: [] });
export const gateway = unit('A', place(1.5, 1), plainFeed('line', null));
export const provider = unit('A', place(1.5, 1), plainFeed('line', null), 'provider-router');
export const NOTHING = emptyPlan().today;
export const words = (o: Option, context = contextOf(), today: Option | null = NOTHING) =>
  ruleNotices(context, o, today).map((n) => `${n.severity}: ${n.words}`);
export const parts = (o: Option, context = contextOf()) =>
  Object.fromEntries(partsOf(context, o, NOTHING).map((p) => [p.label, p.count]));
