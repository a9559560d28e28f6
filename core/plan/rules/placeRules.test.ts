import { describe, expect, test } from '@jest/globals';
import { plainFeed } from '../option/feeds';
import { contextOf, gateway, option, outlet, place, site, unit, words } from '../../../testing/sampleHouse';
import { uppermostOf } from '../../site/model/levels';
import { conditionsAt } from './placeRules';

const air = plainFeed('wireless', 'a');
const said = (about: RegExp, list: readonly string[]) => list.filter((w) => about.test(w));

describe('what is said of where a unit stands', () => {
  test('nothing of one on a shelf by an outlet', () => {
    const list = words(option(gateway, unit('B', place(6, 1), air)));
    expect(said(/\bB (stands|sits|is not made|plugs)|lead of B/, list)).toEqual([]);
  });
  test('a link round an edge is tried before it is bought; one that was tried, or comes straight, is not asked about', () => {
    const door = {
      id: 'd',
      wallId: 'g-4',
      kind: 'opening' as const,
      construction: 'open',
      offsetM: 0.3,
      widthM: 1,
      sillM: 0,
      heightM: 2,
    };
    const thick = site.walls.map((w) => ({ ...w, construction: 'basementEarth' }));
    const behind = contextOf({ site: { walls: thick, openings: [door] } });
    const edge = /^check: B hears its uplink round an edge/;
    const far = place(5.5, 4);
    expect(said(edge, words(option(gateway, unit('B', far, air)), behind))).toHaveLength(1);
    const tried = { ...air, measuredDownMbps: 90, measuredUpMbps: 80 };
    expect(said(edge, words(option(gateway, unit('B', far, tried)), behind))).toEqual([]);
    expect(said(edge, words(option(gateway, unit('B', place(5, 0.7), air)), behind))).toEqual([]);
    expect(said(edge, words(option(gateway, unit('B', far, plainFeed('ethernet', 'a'))), behind))).toEqual(
      [],
    );
  });
  test('on the floor it is too low; what is plugged in or wired in is where its socket is', () => {
    expect(
      said(/stands on the floor/, words(option(gateway, unit('B', place(6, 1, 'g', 0.1), air)))),
    ).toEqual([expect.stringMatching(/^check: B stands on the floor/)]);
    const plug = unit('B', place(6, 1, 'g', 0.1), air, 'extender-dual');
    expect(said(/stands on the floor/, words(option(gateway, plug)))).toEqual([]);
  });
  test('no higher than the slope of the roof leaves it', () => {
    const sloped = contextOf({
      site: {
        buildings: site.buildings.map((b) => ({
          ...b,
          roof: { construction: 'tileRoof', riseM: 1, rooms: { kneeM: 0.8, slopeDeg: 40, ridgeDeg: 0 } },
        })),
      },
    });
    const top = uppermostOf(site.buildings[0]!);
    const y = Math.min(...top.outline.map((p) => p.yM));
    const x = Math.min(...top.outline.map((p) => p.xM)) + 3;
    const hangs = (atY: number, heightM: number) =>
      said(
        /where the roof leaves/,
        words(option(gateway, unit('B', place(x, atY, top.id, heightM), air)), sloped),
      );
    expect(hangs(y + 0.2, 1.2)).toEqual([
      expect.stringMatching(/^blocks: B hangs 1\.2.* m up where the roof leaves/),
    ]);
    expect(hangs(y + 0.2, 0.6)).toEqual([]);
    expect(hangs(y + 1.5, 1.2)).toEqual([]);
    // On a pole over a storey of no slope, as a roof terrace is one, it is nobody's business here.
    expect(
      said(/where the roof leaves/, words(option(gateway, unit('B', place(x, y + 0.2, top.id, 3.5), air)))),
    ).toEqual([]);
  });
  test('out of what it sits in, and away from metal and water beside it, at their height', () => {
    const square = (x: number, y: number) => [
      { xM: x, yM: y },
      { xM: x + 1, yM: y },
      { xM: x + 1, yM: y + 1 },
      { xM: x, yM: y + 1 },
    ];
    const fridge = {
      id: 'f',
      storeyId: 'g',
      name: 'Fridge',
      construction: 'fridge',
      outline: square(6.5, 1),
      baseM: 0,
      heightM: 1.8,
    };
    const at = (xM: number, heightM = 1.2) =>
      said(
        /Fridge/,
        words(
          option(gateway, unit('B', place(xM, 1.5, 'g', heightM), air)),
          contextOf({ site: { obstacles: [fridge] } }),
        ),
      );
    expect(at(7)).toEqual([expect.stringMatching(/^check: B sits in Fridge/)]);
    expect(at(6.2)).toEqual([expect.stringMatching(/^check: B stands 0\.3 m beside Fridge/)]);
    expect(at(5.9)).toEqual([]);
    // Above it nothing is in the way.
    expect(at(7, 2.2)).toEqual([]);
  });
  test('no outlet within its lead: an electrician; none surveyed on the storey says nothing', () => {
    const far = option(gateway, unit('B', place(6, 4.9), air));
    const few = { outlets: [outlet('a', 1, 2)] };
    expect(said(/No outlet within the lead of B/, words(far, contextOf({ site: few })))).toHaveLength(1);
    expect(said(/lead of B/, words(far, contextOf({ site: { outlets: [] } })))).toEqual([]);
    const plug = option(gateway, unit('B', place(6, 4.9), air, 'extender-dual'));
    expect(
      said(/B plugs into a socket and none is here/, words(plug, contextOf({ site: few }))),
    ).toHaveLength(1);
  });
  test('a room that is damp or dusty, and the open, ask for kit that stands it', () => {
    const byre = unit('B', place(26, 2, 'b'), air);
    expect(conditionsAt(contextOf(), byre)).toMatchObject({
      where: 'Byre',
      asks: ['damp', 'dust', 'animals'],
    });
    expect(conditionsAt(contextOf(), unit('B', place(16, 2, null), air)).asks).toEqual(['weather']);
    expect(said(/not made for Byre/, words(option(gateway, byre)))).toEqual([
      expect.stringMatching(/^blocks: B is not made for Byre \(/),
    ]);
    const outdoor = unit('B', place(26, 2, 'b'), air, 'outdoor-poe');
    expect(said(/not made for/, words(option(gateway, outdoor)))).toEqual([]);
  });
  test('a room the customer keeps free stops a unit in it, and no other', () => {
    const b = option(gateway, unit('B', place(10, 1), air));
    expect(said(/customer wants none/, words(b, contextOf({ keptOut: ['r3'] })))).toEqual([
      expect.stringMatching(/^blocks: B stands in Bedroom/),
    ]);
    expect(said(/customer wants none/, words(b, contextOf({ keptOut: ['r2'] })))).toEqual([]);
  });
});

describe('what is said of links and of the mesh', () => {
  test('a thin link, and more than two hops by air', () => {
    const chain = option(
      gateway,
      unit('B', place(6, 1), air),
      unit('C', place(10, 1), plainFeed('wireless', 'b')),
      unit('D', place(90, 2, null), plainFeed('wireless', 'c')),
    );
    const list = words(chain);
    expect(said(/^check: D has a signal of -\d+ dBm to its uplink: a thin link/, list)).toHaveLength(1);
    expect(said(/^check: D is 3 wireless hops from the line/, list)).toHaveLength(1);
    expect(said(/\b[BC] is \d wireless hops/, list)).toEqual([]);
    const wired = option(
      gateway,
      unit('B', place(6, 1), plainFeed('ethernet', 'a')),
      unit('C', place(10, 1), plainFeed('wireless', 'b')),
    );
    expect(said(/wireless hops|thin link/, words(wired))).toEqual([]);
  });
  test('more units in one mesh than the kit allows', () => {
    const some = (n: number) =>
      option(
        gateway,
        ...Array.from({ length: n }, (_, i) => unit(String.fromCharCode(66 + i), place(2 + i, 3), air)),
      );
    const tooMany = (n: number) => said(/units in one mesh/, words(some(n)));
    const first = [1, 2, 3, 4, 5, 6, 7, 8, 9].find((n) => tooMany(n).length > 0)!;
    expect(tooMany(first)[0]).toContain(
      `${first + 1} units in one mesh, outdoor ones counted; its kit allows ${first}.`,
    );
  });
  test('in the open a channel that is for indoors only', () => {
    const b = unit('B', place(16, 2, null), air, 'mesh-dual', {
      radios: { '5': { channel: 36, widthMhz: 80 } },
    } as never);
    expect(said(/for indoors only/, words(option(gateway, b)))).toEqual([
      expect.stringMatching(/^blocks: Channel 36 of B is for indoors only/),
    ]);
    const inside = { ...b, place: place(6, 1) };
    expect(said(/for indoors only/, words(option(gateway, inside)))).toEqual([]);
    expect(site.walls.length).toBeGreaterThan(0);
  });
});
