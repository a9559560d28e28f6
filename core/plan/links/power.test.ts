import { describe, expect, test } from '@jest/globals';
import { emptyBrief } from '../../brief/brief';
import { kitById } from '../../kit/catalogue/catalogue';
import { emptySite } from '../../site/model/schema';
import type { KitItem } from '../../kit/model/schema';
import { elevationDb } from '../../radio/link/link';
import { adapterGroups } from '../cost/adapters';
import { partsOf } from '../cost/parts';
import { plainFeed } from '../option/feeds';
import { type Option } from '../option/schema';
import { powerLoads } from './power';
import { portMaps } from './ports';
import {
  contextOf,
  gateway,
  NOTHING,
  option,
  outlet,
  place,
  site,
  unit,
  words,
} from '../../../testing/sampleHouse';

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
        certainty: 'traced' as const,
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
    // What leans on an outlet nobody has looked at is said, and not once it is.
    const guessed = contextOf({ site: { outlets: strip.site.outlets, guessed: ['b'] } });
    expect(words(plug, guessed).join()).toContain('Socket b, which is guessed: look whether it is there');
    expect(words(plug, strip).join()).not.toContain('guessed');
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
    expect(words(inBarn('mesh-dual')).join()).toContain(
      'blocks: B is not made for Byre (damp, dust, animals)',
    );
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
