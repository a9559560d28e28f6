import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { emptyBrief, type Brief } from '../brief/brief';
import { CATALOGUE, kitById } from '../kit/catalogue/catalogue';
import { cheapestPacking, stockedLead } from '../kit/materials';
import type { KitItem } from '../kit/schema';
import { elevationDb } from '../radio/link/link';
import {
  emptySite,
  type Outlet,
  type Place,
  type Room,
  type Site,
  type Spot,
  type Wall,
} from '../site/model/schema';
import { cableRun, entryLeadOf } from './route/cableRun';
import { vanList, laidCables } from './cost/cables';
import { adapterGroups } from './cost/adapters';
import { runMin } from './cost/cableParts';
import { partsOf } from './cost/parts';
import { planContext } from './evaluate/context';
import { evaluate } from './evaluate/evaluate';
import { plainFeed } from './option/feeds';
import { emptyPlan, type Feed, type Option, type Unit } from './option/schema';
import { powerLoads } from './power/power';
import { portMaps } from './power/ports';
import { meshRootOf, roleOf, routersOf, routingChoices } from './routing/routing';
import { ruleNotices } from './rules/rules';

/**
 * Small cases whose answers are known from the rules of the trade, not from the code: a house of three rooms in a row, 4 m each
 * and 5 m deep, brick between, and a barn 10 m beyond.
 */
const wall = (id: string, storeyId: string, ax: number, ay: number, bx: number, by: number): Wall => ({
  id,
  storeyId,
  a: { xM: ax, yM: ay },
  b: { xM: bx, yM: by },
  construction: 'brickSingle',
  heightM: null,
});
const ring = (id: string, x0: number, x1: number, inner: readonly number[] = []): Wall[] => [
  wall(`${id}-n`, id, x0, 0, x1, 0),
  wall(`${id}-e`, id, x1, 0, x1, 5),
  wall(`${id}-s`, id, x1, 5, x0, 5),
  wall(`${id}-w`, id, x0, 5, x0, 0),
  ...inner.map((x) => wall(`${id}-${x}`, id, x, 0, x, 5)),
];
const building = (id: string, storeyId: string, x0: number, x1: number): Site['buildings'][number] => ({
  id,
  name: id,
  roof: null,
  storeys: [
    {
      id: storeyId,
      name: 'Ground',
      floorLevelM: 0,
      heightM: 2.5,
      outline: [
        { xM: x0, yM: 0 },
        { xM: x1, yM: 0 },
        { xM: x1, yM: 5 },
        { xM: x0, yM: 5 },
      ],
      floor: null,
      holes: [],
    },
  ],
});
const place = (xM: number, yM = 2, storeyId: string | null = 'g', heightM = 1.2): Place => ({
  storeyId,
  xM,
  yM,
  heightM,
});
const room = (id: string, name: string, x: number, storeyId: string, more: Partial<Room> = {}): Room => ({
  id,
  storeyId,
  name,
  at: { xM: x, yM: 2.5 },
  activities: null,
  ...more,
});
const outlet = (id: string, x: number, freeSockets: number, more: Partial<Outlet> = {}): Outlet => ({
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
const site: Site = {
  ...emptySite(),
  buildings: [building('house', 'g', 0, 12), building('barn', 'b', 22, 30)],
  walls: [...ring('g', 0, 12, [4, 8]), ...ring('b', 22, 30)],
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
const contextOf = (
  change: { site?: Partial<Site>; brief?: Partial<Brief>; ownKit?: KitItem[]; keptOut?: string[] } = {},
) =>
  planContext({
    site: { ...site, ...change.site },
    brief: { ...emptyBrief(), ...change.brief },
    plan: { ...emptyPlan(), ownKit: change.ownKit ?? [], keptOut: change.keptOut ?? [] },
  });
const unit = (
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
const option = (...units: Unit[]): Option => ({ id: 'o', name: 'O', units, wiredSpots: [] });
const gateway = unit('A', place(1.5, 1), plainFeed('line', null));
const provider = unit('A', place(1.5, 1), plainFeed('line', null), 'provider-router');
const NOTHING = emptyPlan().today;
const words = (o: Option, context = contextOf(), today: Option | null = NOTHING) =>
  ruleNotices(context, o, today).map((n) => `${n.weight}: ${n.words}`);
const parts = (o: Option, context = contextOf()) =>
  Object.fromEntries(partsOf(context, o, NOTHING).map((p) => [p.label, p.count]));

describe('who routes', () => {
  const mesh = unit('B', place(6, 1), plainFeed('ethernet', 'a'));
  test('a mesh behind a box that routes: two routers in series, and three ways out', () => {
    const o = option(provider, mesh);
    expect(routersOf(contextOf(), o).map((u) => u.letter)).toEqual(['A', 'B']);
    expect(words(o).join()).toContain('B behind it would route a second time');
    expect(routingChoices(contextOf(), o).map((c) => c.kind)).toEqual(['bridge', 'behind', 'replace']);
  });
  test('names and joins belong on the root of the mesh, which is not the box on the line', () => {
    const o = option(provider, unit('S', place(1.8, 1), plainFeed('ethernet', 'a'), 'switch-plain'), {
      ...mesh,
      feed: plainFeed('ethernet', 's'),
    });
    expect(meshRootOf(contextOf(), o)!.letter).toBe('B');
    expect(meshRootOf(contextOf(), option(gateway))!.letter).toBe('A');
  });
  test('as access point the mesh routes nothing, and the rival radio is named', () => {
    const o = option(provider, { ...mesh, role: 'accessPoint' });
    expect(routersOf(contextOf(), o).map((u) => u.letter)).toEqual(['A']);
    expect(words(o).join()).not.toContain('second time');
    expect(words(o).join()).toContain('The radio of A stays on beside the mesh of B');
  });
  test('a bridged box is silent and the mesh routes', () => {
    const o = option({ ...provider, role: 'bridge' }, mesh);
    expect(roleOf(contextOf(), o, o.units[0]!)).toBe('bridge');
    expect(routersOf(contextOf(), o).map((u) => u.letter)).toEqual(['B']);
    expect(words(o).join()).not.toMatch(/second time|stays on beside/);
    const e = evaluate(contextOf(), o, NOTHING);
    expect(e.predictions.every((p) => p.unitId === 'b')).toBe(true);
  });
  test('a bridge with nothing behind it, and a role the kit has not, will not do', () => {
    expect(words(option({ ...provider, role: 'bridge' })).join()).toContain('nothing behind it routes');
    expect(words(option({ ...gateway, role: 'bridge' })).join()).toContain('stop: A cannot be bridged');
  });
  test('a telephone on a box that goes or is bridged is agreed on', () => {
    const brief = { oldRouter: { telephone: true, alarm: false, forwardedPort: true } };
    const today = option(provider);
    expect(words(option(gateway), contextOf({ brief }), today).join()).toContain(
      'hangs the telephone and a port that is forwarded',
    );
    expect(
      words(option({ ...provider, role: 'bridge' }, mesh), contextOf({ brief }), today).join(),
    ).toContain('a bridged box often drops its telephone');
  });
});

describe('where the gateway stands', () => {
  test('8 m from the entry by cable: the length, the holes, the parts and the minutes are in the option', () => {
    const moved = option({ ...gateway, place: place(9, 1) });
    const lead = entryLeadOf(contextOf(), moved, NOTHING);
    expect(lead).toMatchObject({ by: 'cable', run: { walls: 2, floors: 0 } });
    const e = evaluate(contextOf(), moved, NOTHING);
    expect(e.cables.map((c) => c.key)).toEqual(['entry']);
    expect(e.parts.find((p) => p.label === 'Cat 6')!.count).toBe(Math.ceil(e.cables[0]!.run.lengthM));
    expect(e.work.find((w) => w.key === 'entry')!.handsMin).toBeGreaterThan(24);
    // One node more costs its price; the cable is cheaper than a second node with its join and place.
    const node = evaluate(
      contextOf(),
      option(gateway, unit('B', place(9, 1), plainFeed('wireless', 'a'))),
      NOTHING,
    );
    expect(node.price.materialMinor).toBeGreaterThan(e.price.materialMinor);
  });
  test('beside the entry, or where it stands today, it needs none; over a run that is there only leads', () => {
    expect(entryLeadOf(contextOf(), option(gateway), NOTHING)).toBeNull();
    const there = option({ ...gateway, place: place(9, 1) });
    expect(entryLeadOf(contextOf(), there, there)).toBeNull();
    const run = {
      id: 'run',
      name: 'Old run',
      from: place(1, 1),
      to: place(9, 2),
      category: 'cat6' as const,
      lengthM: 12,
      negotiatedMbps: null,
      evidence: 'proven' as const,
    };
    const context = contextOf({ site: { dataRuns: [run] } });
    expect(entryLeadOf(context, there, NOTHING)).toMatchObject({ by: 'run', lengthM: 12 });
    expect(evaluate(context, there, NOTHING).cables).toEqual([]);
  });
});

describe('adapters, power and ports', () => {
  const coaxSite = {
    coax: {
      ...emptySite().coax,
      entryFilter: true,
      outlets: [1, 6, 10].map((x) => ({ id: `x${x}`, name: `Coax ${x}`, place: place(x, 1) })),
      splitters: [
        {
          id: 'sp',
          name: 'Splitter',
          place: place(6, 1),
          ways: 4 as const,
          ratedMoca: true,
          amplifier: 'none' as const,
        },
      ],
      cables: [1, 6, 10].map((x) => ({
        id: `c${x}`,
        upId: 'sp',
        downId: `x${x}`,
        cable: 'rg6' as const,
        lengthM: 6,
        evidence: 'traced' as const,
      })),
    },
  };
  const coax = (letter: string, x: number) =>
    unit(letter, place(x, 1.5), { ...plainFeed('coax', 'a'), nearCoaxId: 'x1', farCoaxId: `x${x}` });
  test('three coax places are one group of three adapters for two units, not two pairs; as pairs they are four', () => {
    const o = option(gateway, coax('B', 6), coax('C', 10));
    expect(adapterGroups(contextOf({ site: coaxSite }), o)[0]!.outletIds).toHaveLength(3);
    const pairs = contextOf({
      site: coaxSite,
      brief: { policies: { ...emptyBrief().policies, adapters: 'pairs' } },
    });
    expect(adapterGroups(pairs, o)[0]!.outletIds).toHaveLength(4);
    const cost = (context: typeof pairs) =>
      partsOf(context, o, NOTHING).reduce((sum, p) => sum + p.costMinor, 0);
    expect(cost(pairs)).toBeGreaterThan(cost(contextOf({ site: coaxSite })));
  });
  test('a switch of 65 W with four powered ports, fed five ways: too many ports, and 5 × 30 W by class', () => {
    const s = unit('S', place(1.8, 1), plainFeed('ethernet', 'a'), 'switch-poe-four');
    const five = ['B', 'C', 'D', 'E', 'F'].map((l, i) =>
      unit(l, place(2 + 2 * i, 1), plainFeed('ethernet', 's'), 'outdoor-poe'),
    );
    const o = option(gateway, s, ...five);
    const [load] = powerLoads(contextOf(), o);
    expect(load).toMatchObject({ budgetW: 65, byClassW: 150, byDrawW: 65, poweredPorts: 4 });
    const said = words(o).join('\n');
    expect(said).toContain('5 units want power and 4 ports give it');
    expect(said).toContain('150 W by class, 65 W by what they draw');
    expect(said).toContain('S has 5 ports and 6 cables want in');
  });
  test('a switch that keeps aside what is drawn takes what one by class refuses', () => {
    const byDraw: KitItem = { ...kitById('switch-poe-four')!, id: 'by-draw', allocates: 'draw' };
    const s = unit('S', place(1.8, 1), plainFeed('ethernet', 'a'), 'by-draw');
    const three = ['B', 'C', 'D'].map((l) => unit(l, place(6, 1), plainFeed('ethernet', 's'), 'outdoor-poe'));
    const context = contextOf({ ownKit: [byDraw] });
    expect(words(option(gateway, s, ...three), context).join()).not.toContain('by class');
    const plain = option(gateway, { ...s, kitId: 'switch-poe-four' }, ...three);
    expect(words(plain).join()).toContain('90 W by class, 39 W by what they draw; it has 65 W');
  });
  test('ports are mapped: the line, what hangs below, devices; a group of adapters takes one', () => {
    const o: Option = {
      ...option(gateway, coax('B', 6), coax('C', 10), unit('D', place(3, 1), plainFeed('ethernet', 'a'))),
      wiredSpots: [{ spotId: 'desk', unitId: 'a' }],
    };
    const map = portMaps(contextOf({ site: coaxSite }), o).find((m) => m.unitId === 'a')!;
    expect(map.used.map((u) => u.what)).toEqual([
      'the line',
      'the coax adapter near it',
      'D D',
      'the device at 1 desk',
    ]);
    expect(map.ports).toBe(3);
    expect(words(o, contextOf({ site: coaxSite })).join()).toContain('A has 3 ports and 4 cables want in');
  });
});

describe('sockets and seats', () => {
  test('a big adapter covers the next socket: two plugs in two sockets do not fit, and a short lead helps', () => {
    const o = option(
      { ...gateway, place: place(1, 1) },
      unit('B', place(6, 1), { ...plainFeed('powerline', 'a'), nearOutletId: 'a', farOutletId: 'b' }),
    );
    const said = words(o).join('\n');
    expect(said).toContain(
      'Socket a has 2 free, and A, the powerline adapter for B want 3 with what is covered',
    );
    expect(said).toContain('a short plain lead for the powerline adapter for B frees what it covers');
    const roomy = contextOf({ site: { outlets: site.outlets.map((x) => ({ ...x, freeSockets: 4 })) } });
    expect(words(o, roomy).join()).not.toContain('want 3');
  });
  test('a full outlet names another with room; one on a strip goes straight into the wall', () => {
    const plug = option(gateway, unit('B', place(6, 1), plainFeed('wireless', 'a'), 'extender-dual'));
    const full = contextOf({ site: { outlets: [outlet('a', 1, 2), outlet('b', 6, 0), outlet('c', 10, 2)] } });
    expect(words(plug, full).join()).toContain('Socket c has room');
    const strip = contextOf({ site: { outlets: [outlet('a', 1, 2), outlet('b', 6, 2, { strip: true })] } });
    expect(words(plug, strip).join()).toContain('A strip hangs on Socket b');
  });
  test('no outlet within the lead is said, and none is missed where power comes by cable', () => {
    expect(words(option(gateway, unit('B', place(8.2, 4), plainFeed('wireless', 'a')))).join()).toContain(
      'No outlet within the lead of B (1.5 m)',
    );
    const s = unit('S', place(1.5, 1), plainFeed('ethernet', 'a'), 'switch-poe');
    const poe = unit('C', place(8.2, 4), plainFeed('ethernet', 's'), 'ceiling-poe');
    expect(words(option(gateway, s, poe)).join()).not.toContain('lead of C');
  });
  test('an upside-down ceiling unit sends its light up; a rod on its side loses what it had ahead', () => {
    expect(elevationDb('ceiling', 2, 0.001, 'down')).toBeCloseTo(0, 6);
    expect(elevationDb('ceiling', -2, 0.001, 'down')).toBeCloseTo(-8, 3);
    expect(elevationDb('rods', 0, 5, 'side')).toBeLessThan(elevationDb('rods', 0, 5));
    // Flat, on average: 20 log10 of the root of a half.
    expect(elevationDb('rods', 0, 5, 'side')).toBeCloseTo(-3.01, 2);
    expect(elevationDb('inner', 3, 0.001, 'side')).toBeCloseTo(0, 3);
    const turned = unit('B', place(6, 1), plainFeed('wireless', 'a'), 'extender-dual', { turned: 'down' });
    expect(words(option(gateway, turned)).join()).toContain('turned upside down');
  });
  test('a barn with animals is indoors on paper only: an indoor unit will not do, a weatherproof one does', () => {
    const inBarn = (kitId: string) =>
      option(gateway, unit('B', place(26, 2, 'b'), plainFeed('fibre', 'a'), kitId));
    expect(words(inBarn('mesh-dual')).join()).toContain('stop: B is not made for Byre (damp, dust, animals)');
    expect(words(inBarn('outdoor-poe')).join()).not.toContain('not made for');
  });
  test('on the floor, in furniture and beside metal are said with what to do', () => {
    const outline = (x: number) => [
      { xM: x, yM: 3 },
      { xM: x + 1, yM: 3 },
      { xM: x + 1, yM: 4 },
      { xM: x, yM: 4 },
    ];
    const things = (construction: string) => ({
      obstacles: [
        { id: 'o', name: 'Dresser', storeyId: 'g', outline: outline(5), construction, baseM: 0, heightM: 2 },
      ],
    });
    const at = (x: number, h = 1.2) =>
      option(gateway, unit('B', place(x, 3.5, 'g', h), plainFeed('wireless', 'a')));
    expect(words(at(7, 0.1)).join()).toContain('B stands on the floor');
    expect(words(at(5.5), contextOf({ site: things('bookcase') })).join()).toContain('B sits in Dresser');
    expect(words(at(6.2), contextOf({ site: things('fridge') })).join()).toContain('beside Dresser');
    expect(words(at(6.2), contextOf({ site: things('bookcase') })).join()).not.toContain('Dresser');
  });
  test('a room the customer keeps free holds no unit', () => {
    const o = option(gateway, unit('B', place(10, 1), plainFeed('wireless', 'a')));
    expect(words(o, contextOf({ keptOut: ['r3'] })).join()).toContain(
      'stands in Bedroom, where the customer wants none',
    );
    expect(words(o).join()).not.toContain('wants none');
  });
});

describe('cables and what is bought', () => {
  test('a route of 31 m is rounded to the stocked 50 m, beside reel and plugs', () => {
    expect(stockedLead('lead', 31)!.lengthM).toBe(50);
    expect(stockedLead('lead', 30)!.lengthM).toBe(30);
    expect(stockedLead('lead', 51)).toBeNull();
    const o = option(gateway, unit('B', place(10, 1), { ...plainFeed('ethernet', 'a'), lengthM: 31 }));
    const [van] = vanList(contextOf(), laidCables(contextOf(), o, NOTHING));
    expect(van).toMatchObject({
      lengthM: 31,
      stockedM: 50,
      leadMinor: 44_00,
      reelMinor: 31 * 90 + 3_00,
      takes: 'sockets',
    });
    const leads = contextOf({ brief: { policies: { ...emptyBrief().policies, cables: 'leads' } } });
    expect(parts(o, leads)).toMatchObject({ 'Ready-made lead, 50 m': 1 });
    expect(parts(o, leads)).not.toHaveProperty('Wall sockets, pair');
  });
  test('copper between buildings is said, with surge protection and outdoor cable in the parts', () => {
    const o = option(gateway, unit('B', place(26, 2, 'b'), plainFeed('ethernet', 'a'), 'outdoor-poe'));
    expect(words(o).join()).toContain('copper from one building to another');
    expect(parts(o)).toMatchObject({ 'Surge protection, pair': 1, 'Entry seals, pair': 1 });
    expect(Object.keys(parts(o))).toContain('Cat 6, outdoor cable');
    expect(cableRun(contextOf(), gateway.place, place(26, 2, 'b')).walls).toBe(2);
  });
  test('past 90 m fixed copper is too long beside its leads', () => {
    const o = (lengthM: number) =>
      option(gateway, unit('B', place(10, 1), { ...plainFeed('ethernet', 'a'), lengthM }));
    expect(words(o(90)).join()).not.toContain('fixed cable');
    expect(words(o(91)).join()).toContain('91 m of fixed cable; at most 90 m and 10 m of leads');
  });
  test('past 100 m copper carries nothing; fibre does', () => {
    const o = (kind: 'ethernet' | 'fibre') =>
      option(gateway, unit('B', place(10, 1), { ...plainFeed(kind, 'a'), lengthM: 101 }));
    expect(evaluate(contextOf(), o('ethernet'), NOTHING).feeds.b!.downMbps).toBe(0);
    expect(words(o('ethernet')).join()).toContain('stop: B');
    expect(evaluate(contextOf(), o('fibre'), NOTHING).feeds.b!.downMbps).toBeCloseTo(941.5, 1);
  });
  test('an outdoor unit counts in its family: five indoors and two outdoors are one too many for six', () => {
    const units = ['B', 'C', 'D', 'E'].map((l, i) =>
      unit(l, place(2 + 2 * i, 1), plainFeed('wireless', 'a')),
    );
    const outdoors = ['F', 'G'].map((l) =>
      unit(l, place(14, 2, null, 3), plainFeed('ethernet', 'a'), 'outdoor-poe'),
    );
    expect(words(option(gateway, ...units, outdoors[0]!)).join()).not.toContain('units in one mesh');
    expect(words(option(gateway, ...units, ...outdoors)).join()).toContain(
      '7 units in one mesh, outdoor ones counted; its kit allows 6',
    );
  });
  test('a device on a wire: its access is the wire, in the pipe, the ports and the parts', () => {
    const o: Option = { ...option(gateway), wiredSpots: [{ spotId: 'bed', unitId: 'a' }] };
    const e = evaluate(contextOf(), o, NOTHING);
    const bed = e.predictions.find((p) => p.spotId === 'bed')!;
    expect(bed.pipe.map((p) => p.kind)).toContain('lead');
    expect(bed.pipe.map((p) => p.kind)).not.toContain('air');
    expect(e.cables.map((c) => c.key)).toEqual(['spot:bed']);
    expect(e.cables[0]!.run.walls).toBe(2);
    expect(e.work.some((w) => w.key === 'wire:bed')).toBe(true);
    const slow = {
      id: 'run',
      name: 'Jack run',
      from: place(1, 1),
      to: place(10, 3),
      category: 'cat5e' as const,
      lengthM: 14,
      negotiatedMbps: 100,
      evidence: 'proven' as const,
    };
    const context = contextOf({ site: { dataRuns: [slow] } });
    const byJack = evaluate(
      context,
      { ...o, wiredSpots: [{ spotId: 'bed', unitId: 'a', dataRunId: 'run' }] },
      NOTHING,
    );
    expect(byJack.cables).toEqual([]);
    expect(
      byJack.predictions.find((p) => p.spotId === 'bed')!.pipe.find((p) => p.kind === 'lead')!.downMbps,
    ).toBeCloseTo(94.15, 2);
  });
  test('boxes are bought where they cost less, with what is to spare', () => {
    const mesh = kitById('mesh-dual')!;
    expect(cheapestPacking(1, 89_00, mesh.packs)).toMatchObject({ singles: 1, packs: [], spares: 0 });
    expect(cheapestPacking(3, 89_00, mesh.packs)).toMatchObject({ singles: 0, costMinor: 229_00 });
    expect(cheapestPacking(4, 89_00, mesh.packs).costMinor).toBe(229_00 + 89_00);
    // Two at 100 against a box of three at 150: the box, one to spare.
    expect(cheapestPacking(2, 100, [{ pieces: 3, costMinor: 150 }])).toMatchObject({
      costMinor: 150,
      spares: 1,
    });
    for (const k of CATALOGUE)
      for (const p of k.packs) expect(p.costMinor).toBeLessThan(p.pieces * k.costMinor);
  });
  test('the way, its length, holes, parts and minutes are the same wherever they stand', () => {
    const feeds = fc.constantFrom('ethernet' as const, 'fibre' as const);
    const spots = fc.tuple(fc.integer({ min: 4, max: 116 }), fc.integer({ min: 4, max: 46 }), feeds);
    fc.assert(
      fc.property(fc.array(spots, { minLength: 1, maxLength: 3 }), (list) => {
        const units = list.map(([x, y, kind], i) =>
          unit('BCD'[i]!, place(x / 10, y / 10), plainFeed(kind, 'a')),
        );
        const o = option(gateway, ...units);
        const context = contextOf();
        const e = evaluate(context, o, NOTHING);
        expect(e.cables).toHaveLength(units.length);
        const copper = e.cables.filter((c) => !c.fibre);
        const metres = copper.reduce((sum, c) => sum + Math.ceil(c.run.lengthM), 0);
        expect(e.parts.find((p) => p.label === 'Cat 6')?.count ?? 0).toBe(metres);
        expect(e.parts.find((p) => p.label === 'Wall sockets, pair')?.count ?? 0).toBe(copper.length);
        for (const c of e.cables) {
          const feed = e.feeds[c.unitId!]!;
          expect(feed.why).toMatchObject({ kind: 'cable', lengthM: c.run.lengthM });
          expect(c.run.walls).toBe(c.run.route!.wallIds.length);
          expect(c.run.lengthM).toBeCloseTo((c.run.route!.routeM + 3) * 1.1, 9);
          expect(e.work.find((w) => w.key === `cable:${c.unitId}`)!.handsMin).toBe(
            runMin(c.run, c.fibre ? 'fibre' : 'sockets'),
          );
        }
      }),
      { numRuns: 40 },
    );
  });
  test('a budget of zero gets words', () => {
    const context = contextOf({ brief: { allowed: { ...emptyBrief().allowed, budgetMinor: 0 } } });
    expect(words(option(gateway), context).join()).toContain('The budget in the brief is zero');
  });
});
