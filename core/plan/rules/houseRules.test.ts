import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../../demo/farm';
import { MOCA_ADAPTER_LIMIT } from '../../feed/coax';
import type { Site } from '../../site/model/schema';
import { planContext } from '../network/context';
import { houseNotices, wallAround } from './houseRules';
import { ruleNotices } from './rules';
import { type Option, type Unit } from '../option/schema';
import { plainFeed } from '../option/feeds';

const farm = quillfeatherFarm();
const contextOf = (change: (s: Site) => Site = (s) => s, lineKind = farm.brief.line.kind) =>
  planContext({
    ...farm,
    site: change(farm.site),
    brief: { ...farm.brief, line: { ...farm.brief.line, kind: lineKind } },
  });
const unit = (id: string, more: Partial<Unit> = {}): Unit => ({
  id,
  letter: id.toUpperCase(),
  kitId: 'mesh-dual',
  name: id,
  place: { storeyId: 'f-ground', xM: 2, yM: 4, heightM: 1.2 },
  feed: plainFeed('line', null),
  radios: {},
  ...more,
});
const option = (...units: Unit[]): Option => ({ id: 'o', name: 'O', units, wiredSpots: [] });
const words = (context: ReturnType<typeof contextOf>, o: Option) =>
  houseNotices(context, o).map((n) => `${n.severity}: ${n.words}`);

describe('a unit inside a wall', () => {
  const at = (xM: number, yM: number, heightM = 1.2) =>
    unit('a', { place: { storeyId: 'f-ground', xM, yM, heightM } });
  test('is named with what the wall is made of', () => {
    expect(wallAround(contextOf(), at(5, 3))?.id).toBe('fg-snug-1');
    expect(words(contextOf(), option(at(7.8, 0.1)))).toEqual([
      expect.stringMatching(/^check: A stands inside a wall \(rubble stone.*\): move it/),
    ]);
  });
  test('not beside it, not in its door, not above a low wall, not on another storey', () => {
    expect(wallAround(contextOf(), at(4.9, 3))).toBeNull();
    const door = farm.site.openings.find((o) => o.wallId === 'fg-4')!;
    const inDoor = at(0, 10 - door.offsetM - door.widthM / 2);
    expect(wallAround(contextOf(), inDoor)).toBeNull();
    const low = (s: Site) => ({
      ...s,
      walls: s.walls.map((w) => (w.id === 'fg-snug-1' ? { ...w, heightM: 1 } : w)),
    });
    expect(wallAround(contextOf(low), at(5, 3, 1.2))).toBeNull();
    expect(wallAround(contextOf(low), at(5, 3, 0.8))).not.toBeNull();
    expect(
      wallAround(contextOf(), unit('a', { place: { storeyId: 's-ground', xM: 5, yM: 3, heightM: 1 } })),
    ).toBeNull();
  });
  test('a wall measured thicker reaches farther', () => {
    const thick = (s: Site) => ({
      ...s,
      walls: s.walls.map((w) => (w.id === 'fg-snug-1' ? { ...w, thicknessM: 0.4 } : w)),
    });
    expect(wallAround(contextOf(thick), at(4.85, 3))?.id).toBe('fg-snug-1');
    expect(wallAround(contextOf(), at(4.85, 3))).toBeNull();
  });
});

describe('coax', () => {
  const [one, two] = farm.site.coax.outlets;
  const coax = (id: string): Unit =>
    unit(id, {
      feed: { ...plainFeed('coax', 'a'), nearCoaxId: one!.id, farCoaxId: two!.id },
    });
  const plant = (change: Partial<Site['coax']>) => (s: Site) => ({ ...s, coax: { ...s.coax, ...change } });
  test('wants its entry filter, and none beside satellite TV', () => {
    expect(words(contextOf(plant({ entryFilter: true })), option(unit('a'), coax('b')))).toEqual([]);
    expect(words(contextOf(plant({ entryFilter: false })), option(unit('a'), coax('b')))).toEqual([
      expect.stringContaining('check: The coax has no entry filter yet'),
    ]);
    expect(
      words(contextOf(plant({ entryFilter: true, satelliteOnCable: true })), option(unit('a'), coax('b'))),
    ).toEqual([expect.stringContaining('blocks: Satellite TV')]);
  });
  test('a cable line asks for a filter at its modem', () => {
    expect(words(contextOf(plant({ entryFilter: true }), 'cable'), option(unit('a'), coax('b')))).toEqual([
      expect.stringContaining('the modem needs a filter'),
    ]);
  });
  test('a tree carries sixteen adapters, and trees are counted apart', () => {
    const many = (count: number) =>
      option(unit('a'), ...Array.from({ length: count }, (_, i) => coax(`u${i}`)));
    const filtered = contextOf(plant({ entryFilter: true }));
    expect(words(filtered, many(MOCA_ADAPTER_LIMIT / 2))).toEqual([]);
    expect(words(filtered, many(MOCA_ADAPTER_LIMIT / 2 + 1))).toEqual([
      expect.stringContaining('18 coax adapters on one tree'),
    ]);
    const cut = contextOf(plant({ entryFilter: true, cables: [] }));
    const [, , three] = farm.site.coax.outlets;
    const halves = option(
      unit('a'),
      ...Array.from({ length: 5 }, (_, i) => coax(`u${i}`)),
      ...Array.from({ length: 5 }, (_, i) => ({
        ...coax(`v${i}`),
        feed: { ...plainFeed('coax' as const, 'a'), nearCoaxId: one!.id, farCoaxId: three!.id },
      })),
    );
    expect(words(cut, halves)).toEqual([]);
  });
});

test('all rules come together, what cannot be done first', () => {
  const [one, two] = farm.site.coax.outlets;
  const context = contextOf((s) => ({ ...s, coax: { ...s.coax, satelliteOnCable: true } }));
  const plan = option(
    unit('a', { place: { storeyId: 'f-ground', xM: 5, yM: 3, heightM: 1 } }),
    unit('b', { feed: { ...plainFeed('coax', 'a'), nearCoaxId: one!.id, farCoaxId: two!.id } }),
  );
  const weights = ruleNotices(context, plan, farm.plan.today).map((n) => n.severity);
  expect(weights).toEqual([...weights].sort((a, b) => Number(b === 'blocks') - Number(a === 'blocks')));
  expect(weights).toContain('blocks');
  expect(weights).toContain('check');
});

test('a plot with more edges than are followed says so, once', () => {
  const crowd = contextOf((s) => {
    const [first] = s.buildings;
    return {
      ...s,
      buildings: Array.from({ length: 20 }, (_, i) => ({
        ...first!,
        id: `b${i}`,
        storeys: Array.from({ length: 6 }, (_, k) => ({
          ...first!.storeys[0]!,
          id: `b${i}s${k}`,
          floorLevelM: 2.6 * k,
          outline: first!.storeys[0]!.outline.map((p) => ({ xM: p.xM + 30 * i, yM: p.yM })),
        })),
      })),
      walls: [],
      openings: [],
    };
  });
  const away = unit('a', { place: { storeyId: null, xM: -5, yM: -5, heightM: 2 } });
  const said = words(crowd, option(away)).filter((w) => w.includes('edge'));
  expect(said).toEqual([
    expect.stringMatching(/^check: This plot has \d+ openings and corners .* nearest 300 /),
  ]);
  expect(words(contextOf(), option(away)).filter((w) => w.includes('edge'))).toEqual([]);
});
