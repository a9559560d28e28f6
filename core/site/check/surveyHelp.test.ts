import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { farmSite } from '../../../demo/farmSite';
import { checkSurvey } from './survey';
import {
  DRAWING_WALLS_LIMIT,
  layersOf,
  likelyUnitM,
  wallsFromDrawing,
  type DrawnLine,
} from '../../intake/dxfWalls';
import { addSpot, deleteSpot } from '../edit/plot';
import { percentToDbm } from '../../intake/listingLines';
import { parseListing } from '../../intake/neighbourText';
import { inWalkingOrder, walkCostM, walkingRoute } from '../geometry/walkingRoute';
import type { Site, Underlay } from '../model/schema';
import { snap } from '../geometry/snap';
import { suggestSpots } from './suggestSpots';
import {
  alignBy,
  pixelToPlot,
  plotToPixel,
  scaleByTwoPoints,
  straightenBy,
  turnPicture,
} from '../edit/underlay';

describe('snapping', () => {
  const wall = (id: string, x0: number, y0: number, x1: number, y1: number) => ({
    id,
    storeyId: 's',
    a: { xM: x0, yM: y0 },
    b: { xM: x1, yM: y1 },
    construction: 'plasterboard',
    heightM: null,
  });
  const walls = [wall('n', 0, 0, 8, 0), wall('e', 8, 0, 8, 6)];
  const ask = (to: [number, number], from: [number, number] | null = null) =>
    snap({
      walls,
      others: [wall('up', 0, 10, 8, 10)],
      from: from && { xM: from[0], yM: from[1] },
      to: { xM: to[0], yM: to[1] },
      withinM: 0.3,
      stepM: 0.05,
    });
  test.each<[string, [number, number], [number, number] | null, string, [number, number]]>([
    ['an end', [7.8, 0.1], null, 'end', [8, 0]],
    ['a middle', [4.1, 0.05], null, 'middle', [4, 0]],
    ['a wall', [2.6, 0.2], null, 'wall', [2.6, 0]],
    ['square from where the line began', [2.63, 3.2], [2.6, 0], 'square', [2.6, 3.2]],
    ['square onto a wall in its way', [7.9, 2.1], [2, 2], 'wall', [8, 2]],
    ['level with an end', [3, 5.93], [3, 2], 'aligned', [3, 6]],
    ['a wall, in whole steps from its end', [2.63, 0.2], null, 'wall', [2.65, 0]],
    ['a wall of another storey', [3.03, 9.9], null, 'otherStorey', [3.05, 10]],
    ['whole steps', [3.03, 3.01], null, 'free', [3.05, 3]],
  ])('catches %s', (_, to, from, kind, at) => {
    const caught = ask(to, from);
    expect(caught.kind).toBe(kind);
    expect(caught.at.xM).toBeCloseTo(at[0], 9);
    expect(caught.at.yM).toBeCloseTo(at[1], 9);
  });
  test('lies parallel and square to walls that stand askew', () => {
    const askew = wall('s', 0, 0, 4, 3);
    const ended = (to: [number, number]) =>
      snap({
        walls: [askew],
        others: [],
        from: { xM: 10, yM: 10 },
        to: { xM: to[0], yM: to[1] },
        withinM: 0.3,
        stepM: 0.05,
      });
    const along = ended([12.05, 11.4]);
    expect(along.kind).toBe('square');
    expect((along.at.yM - 10) / (along.at.xM - 10)).toBeCloseTo(0.75, 6);
    const across = ended([8.5, 12.05]);
    expect((across.at.yM - 10) / (across.at.xM - 10)).toBeCloseTo(-4 / 3, 6);
  });
  test('never moves a point farther than its reach, steps aside', () => {
    const coordinate = fc.double({ min: -2, max: 12, noNaN: true });
    fc.assert(
      fc.property(coordinate, coordinate, (x, y) => {
        const { at } = ask([x, y]);
        expect(Math.hypot(at.xM - x, at.yM - y)).toBeLessThanOrEqual(0.3 + 0.04);
      }),
    );
  });
});

describe('pictures to trace over', () => {
  const picture: Underlay = {
    id: 'u',
    storeyId: 's',
    pictureId: 'p',
    name: 'Plan',
    widthPx: 1000,
    heightPx: 800,
    xM: 2,
    yM: 3,
    mPerPx: 0.02,
    turnDeg: 15,
    strength: 0.5,
  };
  const near = (a: { xM: number; yM: number }, b: { xM: number; yM: number }) => {
    expect(a.xM).toBeCloseTo(b.xM, 6);
    expect(a.yM).toBeCloseTo(b.yM, 6);
  };
  test('pixel and plot are each other’s way back', () => {
    const p = { x: 123, y: 456 };
    const back = plotToPixel(picture, pixelToPlot(picture, p));
    expect(back.x).toBeCloseTo(123, 6);
    expect(back.y).toBeCloseTo(456, 6);
  });
  test('two points a known length apart give the scale; the first stays put', () => {
    const [a, b] = [pixelToPlot(picture, { x: 100, y: 100 }), pixelToPlot(picture, { x: 600, y: 100 })];
    const scaled = scaleByTwoPoints(picture, a, b, 12);
    if (!scaled.ok) throw new Error(scaled.message);
    expect(scaled.underlay.mPerPx).toBeCloseTo(12 / 500, 9);
    near(pixelToPlot(scaled.underlay, { x: 100, y: 100 }), a);
    expect(scaleByTwoPoints(picture, a, a, 12)).toMatchObject({
      ok: false,
      message: expect.stringContaining('together'),
    });
    expect(scaleByTwoPoints(picture, a, b, 1e9)).toMatchObject({
      ok: false,
      message: expect.stringContaining('plot'),
    });
  });
  test('straightening lays a line level, aligning puts a corner on a corner', () => {
    const [a, b] = [pixelToPlot(picture, { x: 0, y: 0 }), pixelToPlot(picture, { x: 400, y: 0 })];
    const level = straightenBy(picture, a, b);
    near(pixelToPlot(level, { x: 0, y: 0 }), a);
    expect(pixelToPlot(level, { x: 400, y: 0 }).yM).toBeCloseTo(a.yM, 9);
    near(pixelToPlot(alignBy(picture, a, { xM: 0, yM: 0 }), { x: 0, y: 0 }), { xM: 0, yM: 0 });
    near(
      pixelToPlot(turnPicture(picture, 100), { x: 500, y: 400 }),
      pixelToPlot(picture, { x: 500, y: 400 }),
    );
  });
});

describe('drawings', () => {
  const line = (layer: string, x1: number, y1: number, x2: number, y2: number): DrawnLine => ({
    layer,
    x1,
    y1,
    x2,
    y2,
  });
  const drawing = [
    line('walls', 1000, 1000, 9000, 1000),
    line('walls', 9000, 1000, 9000, 7000),
    line('walls', 9000, 1000, 1000, 1000),
    line('walls', 0, 0, 5, 0),
    line('text', 0, 0, 100, 100),
  ];
  test('lines of chosen layers become walls in metres, north up', () => {
    expect(layersOf(drawing).map((l) => [l.name, l.lines])).toEqual([
      ['walls', 4],
      ['text', 1],
    ]);
    expect(likelyUnitM(drawing)).toBe(0.001);
    const walls = wallsFromDrawing(drawing, new Set(['walls']), 0.001, { xM: 10, yM: 20 });
    expect(walls).toEqual({
      ok: true,
      dropped: 2,
      walls: [
        { a: { xM: 11, yM: 26 }, b: { xM: 19, yM: 26 } },
        { a: { xM: 19, yM: 26 }, b: { xM: 19, yM: 20 } },
      ],
    });
  });
  test('nothing, too much and too far are refused with what to do', () => {
    const at = { xM: 0, yM: 0 };
    const message = (lines: DrawnLine[], unit = 1) => {
      const r = wallsFromDrawing(lines, new Set(['a']), unit, at);
      return r.ok ? '' : r.message;
    };
    expect(message([])).toContain('choose others');
    const many = Array.from({ length: DRAWING_WALLS_LIMIT + 1 }, (_, i) => line('a', i, 0, i, 5));
    expect(message(many)).toContain('Choose only the layers of the walls');
    expect(message([line('a', 0, 0, 5000, 0)])).toContain('another unit');
  });
});

describe('neighbours from what an operating system prints', () => {
  test.each<[string, string, object[]]>([
    [
      'iw scan (Linux)',
      'BSS 02:00:00:00:00:01(on wlan0)\n\tfreq: 2437.0\n\tsignal: -62.00 dBm\n\tSSID: One\n\tDS Parameter set: channel 6\nBSS 02:00:00:00:00:02(on wlan0)\n\tfreq: 5180\n\tsignal: -71.00 dBm\n\tSSID: Two\n\tHT operation:\n\t\t * primary channel: 36\n\t\t * secondary channel offset: above\n\tVHT operation:\n\t\t * channel width: 1 (80 MHz)\n',
      [
        { name: 'One', band: '2.4', channel: 6, widthMhz: 20, levelDbm: -62 },
        { name: 'Two', band: '5', channel: 36, widthMhz: 80, levelDbm: -71 },
      ],
    ],
    [
      'iwlist scan (Linux)',
      'wlan0 Scan completed :\n          Cell 01 - Address: 02:00:00:00:00:01\n                    Channel:11\n                    Frequency:2.462 GHz (Channel 11)\n                    Quality=54/70  Signal level=-56 dBm\n                    ESSID:"One"\n',
      [{ name: 'One', band: '2.4', channel: 11, widthMhz: null, levelDbm: -56 }],
    ],
    [
      'nmcli list (Linux)',
      'IN-USE  BSSID              SSID      MODE   CHAN  RATE        SIGNAL  BARS  SECURITY\n*       02:00:00:00:00:01  One hill  Infra  6     130 Mbit/s  72      ▂▄▆_  WPA2\n        02:00:00:00:00:02  --        Infra  44    540 Mbit/s  40      ▂▄__  WPA2\n',
      [
        { name: 'One hill', band: '2.4', channel: 6, widthMhz: null, levelDbm: -64 },
        { name: '', band: '5', channel: 44, widthMhz: null, levelDbm: -80 },
      ],
    ],
    [
      'netsh networks (Windows)',
      'Interface name : Wi-Fi\r\n\r\nSSID 1 : One\r\n    Network type            : Infrastructure\r\n    BSSID 1                 : 02:00:00:00:00:01\r\n         Signal             : 85%\r\n         Radio type         : 802.11ax\r\n         Band               : 5 GHz\r\n         Channel            : 100\r\n    BSSID 2                 : 02:00:00:00:00:02\r\n         Signal             : 60%\r\n         Channel            : 1\r\n',
      [
        { name: 'One', band: '5', channel: 100, widthMhz: null, levelDbm: percentToDbm(85) },
        { name: 'One', band: '2.4', channel: 1, widthMhz: null, levelDbm: -70 },
      ],
    ],
    [
      'scan listing (macOS)',
      '                            SSID BSSID             RSSI CHANNEL HT CC SECURITY\n                        One hill 02:00:00:00:00:01 -56  36,80   Y  DE WPA2\n                             Two 02:00:00:00:00:02 -80  6       Y  -- WPA2\n                             Tri 02:00:00:00:00:03 -81  11,-1   Y  -- WPA2\n',
      [
        { name: 'One hill', band: '5', channel: 36, widthMhz: 80, levelDbm: -56 },
        { name: 'Two', band: '2.4', channel: 6, widthMhz: 20, levelDbm: -80 },
        { name: 'Tri', band: '2.4', channel: 11, widthMhz: 40, levelDbm: -81 },
      ],
    ],
    [
      'system report (macOS)',
      '          Other Local Wi-Fi Networks:\n            One:\n              PHY Mode: 802.11ax\n              Channel: 37 (6GHz, 160MHz)\n              Signal / Noise: -57 dBm / -92 dBm\n            Two:\n              Channel: 1\n              Security: WPA2\n',
      [{ name: 'One', band: '6', channel: 37, widthMhz: 160, levelDbm: -57 }],
    ],
  ])('%s', (format, text, networks) => {
    const parsed = parseListing(text);
    expect(parsed.format).toBe(format);
    expect(parsed.networks).toEqual(networks);
    expect(parsed.incomplete).toBe(format === 'system report (macOS)' ? 1 : 0);
  });
  test('any text is read without a fault and gives only sound networks', () => {
    expect(parseListing('hello')).toEqual({ format: null, networks: [], incomplete: 0 });
    const piece = fc.constantFrom(
      'BSS 02:00:00:00:00:01',
      '\n',
      'freq: 99999',
      'signal: -3000 dBm',
      'BSSID 1 : x',
      '85%',
      ' : ',
      'Channel: 400',
      ' -56 36,80 Y ',
      'Infra 6 1 Mbit/s 300',
      '\t',
    );
    fc.assert(
      fc.property(fc.array(fc.oneof(piece, fc.string()), { maxLength: 30 }), (parts) => {
        for (const network of parseListing(parts.join(' ')).networks) {
          expect(network.channel).toBeGreaterThanOrEqual(1);
          expect(network.channel).toBeLessThanOrEqual(233);
          expect(network.levelDbm).toBeGreaterThanOrEqual(-110);
          expect(network.levelDbm).toBeLessThanOrEqual(0);
        }
      }),
    );
  });
});

describe('walking route and suggestions', () => {
  const site = farmSite();
  const some = (count: number): Site => ({ ...site, spots: site.spots.slice(0, count) });
  test('is the shortest of all orders where they can all be tried', () => {
    for (const count of [2, 4, 6, 7]) {
      const part = some(count);
      const costM = walkCostM(part);
      let best = Infinity;
      const walk = (left: Site['spots'], order: Site['spots']): void => {
        if (left.length === 0) best = Math.min(best, costM(order));
        left.forEach((s) =>
          walk(
            left.filter((o) => o !== s),
            [...order, s],
          ),
        );
      };
      walk(part.spots, []);
      const route = walkingRoute(part).map((id) => part.spots.find((s) => s.id === id)!);
      expect(costM(route)).toBeCloseTo(best, 6);
    }
  });
  test('holds every spot once, goes storey by storey, and a new spot comes last', () => {
    const route = walkingRoute(site);
    expect([...route].sort()).toEqual(site.spots.map((s) => s.id).sort());
    const storeys = route.map((id) => site.spots.find((s) => s.id === id)!.place.storeyId);
    const visits = storeys.filter((s, i) => i === 0 || s !== storeys[i - 1]);
    expect(new Set(visits).size).toBe(visits.length);
    const more = addSpot(
      { ...site, walk: route },
      'new',
      { storeyId: null, xM: 0, yM: 0, heightM: 1 },
      'New',
    );
    expect(inWalkingOrder(more).map((s) => s.id)).toEqual([...route, 'new']);
  });
  test('one spot is suggested for each room without one', () => {
    const names = suggestSpots(site).map((s) => s.name);
    expect(names).toContain('Bathroom');
    expect(names).not.toContain('Kitchen');
    expect(suggestSpots(deleteSpot(site, 'spot-1')).map((s) => s.name)).toContain('Kitchen');
  });
});

test('the survey check names what is open, unreachable, loose, in a circle or slow', () => {
  const site = farmSite();
  const kinds = (s: Site) => checkSurvey(s).map((x) => x.kind);
  expect(kinds({ ...site, walls: site.walls.filter((w) => w.id !== 'fg-snug-1') })).toContain('roomOpen');
  const flat = site.buildings.map((b) => ({ ...b, storeys: b.storeys.map((s) => ({ ...s, holes: [] })) }));
  expect(kinds({ ...site, buildings: flat }).filter((k) => k === 'noStairs')).toHaveLength(3);
  const { coax } = site;
  expect(kinds({ ...site, coax: { ...coax, cables: coax.cables.slice(1) } })).toContain('coaxLoose');
  const loop = { ...coax.cables[0]!, id: 'again', upId: 'x-snug', downId: 'x-landing' };
  expect(kinds({ ...site, coax: { ...coax, cables: [...coax.cables, loop] } })).toContain('coaxLoop');
  expect(kinds({ ...site, outlets: site.outlets.map((o) => ({ ...o, circuitId: null })) })).toContain(
    'outletLoose',
  );
  expect(kinds({ ...site, dataRuns: [{ ...site.dataRuns[0]!, negotiatedMbps: 1000 }] })).toEqual([]);
});

test('slips of the hand are said: an obstacle without a width, a wall in a stairwell', () => {
  const site = farmSite();
  const kinds = (s: Site) => checkSurvey(s).map((x) => x.kind);
  const [fridge, ...others] = site.obstacles;
  const flat = { ...fridge!, outline: fridge!.outline.map((p) => ({ ...p, yM: fridge!.outline[0]!.yM })) };
  expect(kinds({ ...site, obstacles: [flat, ...others] })).toContain('obstacleThin');
  const storey = site.buildings[0]!.storeys.find((s) => s.holes.length > 0)!;
  const hole = storey.holes[0]!.outline;
  const middle = (key: 'xM' | 'yM') => hole.reduce((sum, p) => sum + p[key], 0) / hole.length;
  const wall = (dx: number) => ({
    id: 'slip',
    storeyId: storey.id,
    a: { xM: middle('xM') + dx, yM: middle('yM') - 2 },
    b: { xM: middle('xM') + dx, yM: middle('yM') + 2 },
    construction: 'plasterboard',
    heightM: null,
  });
  expect(kinds({ ...site, walls: [...site.walls, wall(0)] })).toContain('wallInStairs');
  expect(kinds({ ...site, walls: [...site.walls, wall(9)] })).not.toContain('wallInStairs');
});
