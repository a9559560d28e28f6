import { describe, expect, test } from '@jest/globals';
import { emptyBrief } from '../../brief/brief';
import { runSheet } from '../../fit/runSheet';
import { emptySite, type CoaxCable, type Place, type Site, type Splitter } from '../../site/model/schema';
import { sampleBuilding, sampleRectangle, sampleRow } from '../../../testing/sampleSite';
import { cableRunOf } from '../network/cableRun';
import { planContext } from '../network/context';
import { buildNotices } from '../rules/buildRules';
import { plainFeed } from '../option/feeds';
import { emptyPlan, type Feed, type Option, type Unit } from '../option/schema';
import { partsOf } from './parts';
import { priceOf } from './price';
import { workOf } from './work';

/** A brick house of two rooms and a brick garden office 12 m away from it. */
const house = (x: number): Place => ({ storeyId: 'house-ground', xM: x, yM: 3, heightM: 1 });
const office: Place = { storeyId: 'office-ground', xM: 22, yM: 3, heightM: 1 };
const splitter: Splitter = {
  id: 'sp',
  name: 'Loft splitter',
  place: house(4),
  ways: 4,
  ratedMoca: false,
  amplifier: 'none',
};
const cable = (id: string, downId: string): CoaxCable => ({
  id,
  upId: 'sp',
  downId,
  cable: 'rg6',
  lengthM: 6,
  certainty: 'traced',
});
const site: Site = {
  ...emptySite(),
  buildings: [
    sampleBuilding('house', ['house-ground'], sampleRectangle(0, 0, 8, 6)),
    sampleBuilding('office', ['office-ground'], sampleRectangle(20, 0, 24, 6)),
  ],
  walls: [
    ...sampleRow('house-ground', 0, 8, 6, [4], 'brick-half'),
    ...sampleRow('office-ground', 20, 24, 6, [], 'brick-half'),
  ],
  coax: {
    ...emptySite().coax,
    outlets: [1, 5, 7].map((x) => ({ id: `x${x}`, name: `Coax ${x}`, place: house(x) })),
    splitters: [splitter],
    cables: [cable('c1', 'x1'), cable('c5', 'x5'), cable('c7', 'x7')],
  },
};
const unit = (letter: string, place: Place, feed: Feed, kitId = 'mesh-dual'): Unit => ({
  id: letter.toLowerCase(),
  letter,
  kitId,
  name: letter,
  place,
  feed,
  radios: {},
});
const option = (...units: Unit[]): Option => ({
  id: 'o',
  name: 'O',
  units: [unit('A', house(1), plainFeed('line', null)), ...units],
  wiredSpots: [],
});
const brief = { ...emptyBrief(), line: { ...emptyBrief().line, kind: 'cable' as const } };
const context = planContext({ site, brief, plan: emptyPlan() });
const partsIn = (o: Option) =>
  Object.fromEntries(partsOf(context, o, emptyPlan().today).map((p) => [p.label, p.count]));
const workIn = (o: Option) => Object.fromEntries(workOf(context, o).map((w) => [w.key, w.handsMin]));
const coaxTo = (letter: string, x: number) =>
  unit(letter, house(x), { ...plainFeed('coax', 'a'), nearCoaxId: 'x1', farCoaxId: `x${x}` });

describe('each feed brings its parts and its hours', () => {
  test('a node on coax brings adapters, filters, rated splitters and closed ports', () => {
    expect(partsIn(option(coaxTo('B', 5)))).toMatchObject({
      'Coax adapters, pair': 1,
      'Coax entry filter': 1,
      'Coax filter for the modem': 1,
      'Splitter to 1675 MHz, 4-way': 1,
      'Terminators, 75 Ω': 1,
      'Coax leads, short': 2,
    });
  });
  test('a second node joins the group with one more adapter, not a pair', () => {
    const parts = partsIn(option(coaxTo('B', 5), coaxTo('C', 7)));
    expect(parts).toMatchObject({ 'Coax adapters, pair': 1, 'Coax adapter, single': 1 });
    const pair = unit(
      'B',
      house(5),
      { ...plainFeed('coax', 'a'), nearCoaxId: 'x1', farCoaxId: 'x5' },
      'coax-pair',
    );
    // The near end of a pair that is there already is in the group.
    expect(partsIn(option(pair, coaxTo('C', 7)))['Coax adapter, single']).toBe(1);
  });
  test('a node on powerline brings two adapters, a bridge two injectors', () => {
    expect(partsIn(option(unit('B', house(7), plainFeed('powerline', 'a'))))).toMatchObject({
      'Powerline adapters, pair': 1,
    });
    const bridge = unit(
      'B',
      { storeyId: null, xM: 19, yM: 3, heightM: 3 },
      plainFeed('bridge', 'a'),
      'bridge-pair',
    );
    expect(partsIn(option(bridge))['Injector, 802.3af (type 1)']).toBe(2);
  });
  test('fibre through two walls and a yard takes an afternoon’s quarter, not half an hour', () => {
    const fibre = option(unit('B', office, { ...plainFeed('fibre', 'a'), lengthM: 24 }));
    const min = workIn(fibre)['cable:b']!;
    expect(min).toBeGreaterThan(75);
    expect(min).toBeLessThan(150);
    expect(partsIn(fibre)).toMatchObject({
      'Fibre, pre-made, 30 m': 1,
      'Media converters, pair': 1,
      'Entry seals': 2,
    });
    const indoors = workIn(option(unit('B', house(7), { ...plainFeed('ethernet', 'a'), lengthM: 10 })))[
      'cable:b'
    ]!;
    expect(indoors).toBeLessThan(min);
  });
  test('copper from building to building has surge protection and outdoor cable', () => {
    expect(partsIn(option(unit('B', office, plainFeed('ethernet', 'a'))))).toMatchObject({
      'Surge protection, pair': 1,
      'Cat 6, outdoor cable': expect.any(Number),
    });
  });
  test('a rented home has trunking indoors and no clips there, and every cable its caution', () => {
    const rented = planContext({
      site,
      brief: { ...brief, allowed: { ...brief.allowed, rented: true } },
      plan: emptyPlan(),
    });
    const cabled = option(unit('B', house(7), plainFeed('ethernet', 'a')));
    const labels = partsOf(rented, cabled, emptyPlan().today).map((p) => p.label);
    expect(labels).toContain('Trunking');
    expect(labels).not.toContain('Clips');
    expect(partsIn(cabled)).toHaveProperty('Clips');
    const beside = option(unit('B', house(2), plainFeed('ethernet', 'a')));
    expect(runSheet(context, beside).find((s) => s.key === 'cable:b')!.cautions).toContain('drilling');
  });
  test('a device on a wire: a lead near by, a cable in the wall where one stands between', () => {
    const spot = (id: string, x: number): Site['spots'][number] => ({
      id,
      number: 1,
      name: id,
      place: house(x),
      client: 'laptop',
      deviceName: '',
      activities: [],
      complaint: '',
    });
    const at = planContext({
      site: { ...site, spots: [spot('desk', 2), spot('sofa', 7)] },
      brief,
      plan: emptyPlan(),
    });
    const wired = (spotId: string): Option => ({ ...option(), wiredSpots: [{ spotId, unitId: 'a' }] });
    const labels = (o: Option) => partsOf(at, o, emptyPlan().today).map((p) => p.label);
    expect(labels(wired('desk'))).toContain('Ready-made lead, 5 m');
    expect(labels(wired('sofa'))).toEqual(expect.arrayContaining(['Cat 6', 'Data outlets, pair']));
    expect(runSheet(at, wired('sofa')).map((s) => s.key)).toContain('wire:sofa');
  });
  test('what is in the parts is in the run sheet, in its order', () => {
    const steps = runSheet(context, option(coaxTo('B', 5), coaxTo('C', 7)));
    const order = steps.map((s) => s.key);
    expect(order.indexOf('coax')).toBeLessThan(order.indexOf('adapters:b'));
    for (const id of ['b', 'c'])
      expect(order.indexOf('adapters:b')).toBeLessThan(order.indexOf(`place:${id}`));
    const adapters = steps.find((s) => s.key === 'adapters:b')!;
    expect(adapters.title).toContain('3 coax adapters for B, C');
    expect(adapters.acts.map((a) => a.words).join(' ')).toContain('Coax 1; Coax 5; Coax 7');
    expect(
      steps
        .find((s) => s.key === 'coax')!
        .acts.map((a) => a.words)
        .join(' '),
    ).toContain('Loft splitter');
    expect(order[order.length - 1]).toBe('read');
  });
  test('readings before and after are hours too, and the price is in the job’s currency', () => {
    const plan = option();
    expect(workIn(plan)).toMatchObject({ readBefore: 6, read: 6 });
    const dear = planContext({ site, brief: { ...brief, catalogueRate: 25 }, plan: emptyPlan() });
    const cost = (c: typeof context) =>
      priceOf(partsOf(c, plan, emptyPlan().today), [], emptyBrief()).materialMinor;
    expect(cost(dear)).toBe(25 * cost(context));
  });
});

describe('parts as the trade buys them', () => {
  const outside = (xM: number, yM = 3): Place => ({ storeyId: null, xM, yM, heightM: 3 });
  const plug = (id: string, x: number) => ({
    id,
    name: id,
    place: house(x),
    circuitId: null,
    freeSockets: 2,
    strip: false,
  });
  const lit = { ...site, outlets: [plug('o1', 1), plug('o7', 7)] };
  const inHouse = (more: Partial<ReturnType<typeof emptyBrief>> = {}, of: Site = lit) =>
    planContext({ site: of, brief: { ...brief, ...more }, plan: emptyPlan() });
  const bought = (o: Option, c = inHouse(), today = emptyPlan().today) =>
    Object.fromEntries(partsOf(c, o, today).map((p) => [p.label, p.count]));
  const onWall = outside(8.3);

  test('an outdoor unit by air has its power: injector, cable from an outlet, a sealed entry, a fixing', () => {
    const o = option(unit('B', onWall, plainFeed('wireless', 'a'), 'outdoor-poe'));
    const parts = bought(o);
    expect(parts).toMatchObject({
      'Injector, 802.3at (type 2)': 1,
      'Entry seals': 1,
      'Outdoor fixing: gland, seal, ties': 1,
      'Cat 6, outdoor cable': expect.any(Number),
    });
    // On its own wall: nothing is dug, and nothing wants surge protection.
    expect(parts).not.toHaveProperty('Surge protection, pair');
    const notices = (c: ReturnType<typeof inHouse>) => buildNotices(c, o, null).map((n) => n.words);
    expect(notices(inHouse())).toEqual([]);
    const noHoles = inHouse({ allowed: { ...brief.allowed, drilling: false } });
    expect(notices(noHoles).join()).toContain('The power of B needs a cable run');
  });
  test('copper to a unit on the own wall is outdoor cable with one seal, a plug at the unit, and no surge pair', () => {
    const o = option(unit('B', onWall, plainFeed('ethernet', 'a'), 'outdoor-poe'));
    const parts = bought(o);
    expect(parts).toMatchObject({ 'Entry seals': 1, 'Data outlet, single': 1, 'Plug, single': 1 });
    expect(parts).not.toHaveProperty('Surge protection, pair');
    expect(parts).not.toHaveProperty('Data outlets, pair');
    const steps = runSheet(inHouse(), o).flatMap((s) => (s.key === 'cable:b' ? s.cautions : []));
    expect(steps).toContain('outdoorCable');
    expect(steps).not.toContain('copperBetween');
    expect(steps).not.toContain('buried');
    // In the yard, off any wall, it is another matter.
    const pole = option(unit('B', outside(14), plainFeed('ethernet', 'a'), 'outdoor-poe'));
    expect(bought(pole)).toMatchObject({ 'Surge protection, pair': 1 });
  });
  test('a unit under a ceiling takes the plug itself', () => {
    const o = option(unit('B', { ...house(6), heightM: 2.4 }, plainFeed('ethernet', 'a'), 'ceiling-poe'));
    expect(bought(o)).toMatchObject({ 'Data outlet, single': 1, 'Plug, single': 1 });
    expect(bought(o)).not.toHaveProperty('Data outlets, pair');
  });
  test('a bridge is fixed and sealed at both ends', () => {
    const o = option(unit('B', outside(19.7), plainFeed('bridge', 'a'), 'bridge-pair'));
    expect(bought(o)['Outdoor fixing: gland, seal, ties']).toBe(2);
    expect(bought(o)['Entry seals']).toBe(2);
  });
  test('fibre beyond the longest that is stocked is made to length, never free', () => {
    const o = option(unit('B', office, { ...plainFeed('fibre', 'a'), lengthM: 340 }));
    expect(bought(o)['Fibre made to length, with plugs']).toBe(340);
  });
  test('powerline adapters come in the boxes that cost the least', () => {
    const at = [...Array(4).keys()].map((i) => plug(`p${i}`, 1 + 2 * i));
    const units = [3, 5, 7].map((x, i) =>
      unit('BCD'[i]!, house(x), {
        ...plainFeed('powerline', 'a'),
        nearOutletId: 'p0',
        farOutletId: `p${i + 1}`,
      } as Feed),
    );
    const parts = bought(option(...units), inHouse({}, { ...lit, outlets: at }));
    // Four adapters: two pairs in one box for 99 are less than a pair and two singles for 115.
    expect(parts).toMatchObject({ 'Powerline adapters, box of 4': 1 });
  });
  test('pairs are pairs, and two that share a coax outlet share it by a splitter', () => {
    const pairs = inHouse({ policies: { ...brief.policies, adapters: 'pairs' } });
    const parts = bought(option(coaxTo('B', 5), coaxTo('C', 7)), pairs);
    expect(parts).toMatchObject({
      'Coax adapters, pair': 2,
      'Splitter to 1675 MHz, 2-way': 1,
      'Coax leads, short': 5,
    });
    expect(parts).not.toHaveProperty('Coax adapter, single');
  });
  test('where the box that is the modem goes, a modem is bought; bridged or on fibre it is not', () => {
    const box = unit('A', house(1), plainFeed('line', null), 'provider-router');
    const today: Option = { id: 't', name: '', units: [box], wiredSpots: [] };
    const replaced = option();
    const modem = 'Modem for the line, without radio';
    expect(bought(replaced, inHouse(), today)[modem]).toBe(1);
    // With the lead from it to the box that routes, which the line's own box had within it.
    const lead = 'Ready-made leads, short';
    expect(bought(replaced, inHouse(), today)[lead]).toBe(1);
    expect(bought({ ...today, id: 'o' }, inHouse(), today)).not.toHaveProperty([modem]);
    const fibre = inHouse({ line: { ...brief.line, kind: 'fibre' } });
    expect(bought(replaced, fibre, today)).not.toHaveProperty([modem]);
    expect(bought(replaced, fibre, today)).not.toHaveProperty([lead]);
  });
  test('there is one box of the provider: a second is not had for nothing', () => {
    const box = unit('A', house(1), plainFeed('line', null), 'provider-router');
    const today: Option = { id: 't', name: '', units: [box], wiredSpots: [] };
    const twice: Option = {
      ...today,
      units: [box, unit('B', house(7), plainFeed('ethernet', 'a'), 'provider-router')],
    };
    expect(buildNotices(inHouse(), twice, today)).toMatchObject([{ unitId: 'b', severity: 'blocks' }]);
    expect(buildNotices(inHouse(), today, today)).toEqual([]);
  });
  test('a thicker and harder wall takes longer, and the sheet says which drill', () => {
    const of = (construction: string) => ({
      ...lit,
      walls: lit.walls.map((w) => ({ ...w, construction })),
    });
    const o = option(unit('B', office, { ...plainFeed('fibre', 'a'), lengthM: 24 }));
    const min = (construction: string) =>
      workOf(inHouse({}, of(construction)), o).find((w) => w.key === 'cable:b')!.handsMin;
    expect(min('rubbleStone')).toBeGreaterThan(min('brickCavity'));
    expect(min('brickCavity')).toBeGreaterThan(min('brickSingle'));
    const [step] = runSheet(inHouse({}, of('rubbleStone')), o).filter((s) => s.key === 'cable:b');
    expect(step!.notes.join(' ')).toContain('rubble stone (50 cm), 50 cm: a drill of 600 mm');
  });
  test('nothing goes through a duct that is full', () => {
    const path = [
      { xM: 8, yM: 3 },
      { xM: 20, yM: 3 },
    ];
    const duct = { id: 'd', name: 'Duct', path, isFull: false, certainty: 'proven' as const };
    const o = option(unit('B', office, plainFeed('fibre', 'a')));
    const run = (isFull: boolean) =>
      cableRunOf(inHouse({}, { ...lit, ducts: [{ ...duct, isFull }] }), o, o.units[1]!)!;
    expect(run(false).duct?.id).toBe('d');
    expect(run(true).duct).toBeNull();
    expect(run(true).yardM).toBeGreaterThan(10);
    const said = (isFull: boolean) =>
      buildNotices(inHouse({}, { ...lit, ducts: [{ ...duct, isFull }] }), o, null).map((n) => n.words);
    expect(said(false)).toEqual([]);
    expect(said(true).join()).toContain('Duct is full: the cable to B goes over the yard');
  });
});
