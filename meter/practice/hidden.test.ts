import { describe, expect, test } from '@jest/globals';
import type { PracticeHouseRef } from '../../core/site/model/schema';
import { SOUND, faultsOf, mendedFaults, type Faults } from './faults';
import {
  practiceDevice as device,
  practiceLine as line,
  practiceUnit as unit,
} from '../../testing/samplePractice';
import { hiddenHouse } from './hidden';
import type { PracticeFeed } from './terms';
import { practiceHouse } from './house';

const ref = (more: Partial<PracticeHouseRef> = {}): PracticeHouseRef => ({
  house: 'generated',
  seed: 5,
  difficulty: 'usual',
  ...more,
});
const { site, units: places } = practiceHouse(5);
const gateway = unit('a', places[0], { kind: 'line' });
const noon = (name: string) => ({ name, hour: 12 });
const beside = { ...places[0], xM: places[0].xM + 1 };
const house = (more: Partial<PracticeHouseRef> = {}, faults?: Parameters<typeof hiddenHouse>[3]) =>
  hiddenHouse(site, ref(more), () => [6, 10, 12], faults);

describe('a practice house answers', () => {
  test('the same for the same seed and run whatever was asked before, another for another run', () => {
    const [first, second] = [house(), house()];
    second.readAt([gateway], device, { ...beside, xM: beside.xM + 2 }, line, noon('other'));
    const one = first.readAt([gateway], device, beside, line, noon('1'));
    expect(second.readAt([gateway], device, beside, line, noon('1'))).toEqual(one);
    expect(first.readAt([gateway], device, beside, line, noon('2'))).not.toEqual(one);
    expect(house({ seed: 6 }).readAt([gateway], device, beside, line, noon('1'))).not.toEqual(one);
  });
  test('well beside a unit, within the line; nothing far away, nothing without units', () => {
    const h = house({}, SOUND);
    const near = h.readAt([gateway], device, beside, line, noon('1'));
    expect(near).toMatchObject({ connected: true, unitId: 'a' });
    expect(near.downMbps).toBeGreaterThan(60);
    expect(near.downMbps).toBeLessThan(250);
    const far = { ...beside, storeyId: null, xM: beside.xM + 1500 };
    expect(h.readAt([gateway], device, far, line, noon('1')).connected).toBe(false);
    expect(h.readAt([], device, beside, line, noon('1')).connected).toBe(false);
  });
  test('more of the house is served once a unit stands there, fed by a wire', () => {
    const h = house({}, SOUND);
    const away = { ...places[0], storeyId: null, xM: places[0].xM + 90 };
    const there = { ...away, xM: away.xM + 2 };
    const second = unit('b', away, { kind: 'wire', parentId: 'a' });
    const before = h.readAt([gateway], device, there, null, noon('1')).downMbps;
    const after = h.readAt([gateway, second], device, there, null, noon('1')).downMbps;
    expect(after).toBeGreaterThan(before);
  });
  test('a busy neighbour, an evening and a poor line are felt where they are', () => {
    const calm = house({}, SOUND);
    const busy = house({}, { ...SOUND, busyBand: 0 });
    const old = { ...device, bands: [0] as const };
    const far = (h: typeof calm) => h.readAt([gateway], old, beside, null, noon('1')).downMbps;
    expect(far(busy)).toBeLessThan(0.5 * far(calm));
    const evening = house({}, { ...SOUND, eveningShare: 0.4 });
    expect(evening.readLine(line, { name: '1', hour: 20 }).downMbps).toBeLessThan(
      0.5 * evening.readLine(line, noon('1')).downMbps,
    );
    expect(house({}, { ...SOUND, lineShare: 0.6 }).readLine(line, noon('1')).downMbps).toBeLessThan(130);
  });
  test('a bad splitter spoils coax, a strip spoils powerline, a circle of feeds gives nothing', () => {
    const coax: PracticeFeed = { kind: 'coax', parentId: 'a', mostMbps: 900, pair: 'x y' };
    const power: PracticeFeed = {
      kind: 'powerline',
      parentId: 'a',
      boxMbps: 1200,
      sameCircuit: true,
      onStrip: false,
      pair: 'p q',
    };
    const link = (feed: PracticeFeed, faults: Parameters<typeof hiddenHouse>[3]) =>
      house({}, faults).readLink([gateway, unit('b', places[1], feed)], unit('b', places[1], feed), '1')
        .downMbps;
    expect(link(coax, { ...SOUND, badSplitter: true })).toBeLessThan(0.3 * link(coax, SOUND));
    expect(link({ ...power, onStrip: true }, SOUND)).toBeLessThan(0.5 * link(power, SOUND));
    const circle = [
      unit('b', places[1], { kind: 'wire', parentId: 'c' }),
      unit('c', places[0], { kind: 'wire', parentId: 'b' }),
    ];
    expect(house().readLink(circle, circle[0]!, '1').connected).toBe(false);
  });
  test('a trial tells the link by itself, whatever feeds its parent; without a parent there is none', () => {
    const h = house({}, SOUND);
    const lost = unit('a', places[0], { kind: 'wire', parentId: null });
    const wired = unit('b', places[1], { kind: 'wire', parentId: 'a' });
    expect(h.readLink([lost, wired], wired, '1').connected).toBe(false);
    expect(h.readTrial([lost, wired], wired, '1').downMbps).toBeGreaterThan(700);
    const alone = unit('b', places[1], { kind: 'wire', parentId: 'gone' });
    expect(h.readTrial([alone], alone, '1').connected).toBe(false);
  });
  test('lights: the gateway holds, a unit far away is lost, one behind a lost one has no internet', () => {
    const h = house({}, SOUND);
    const air = (parentId: string): PracticeFeed => ({ kind: 'air', parentId, bands: [1], shares: true });
    const away = { ...places[0], storeyId: null, xM: places[0].xM + 1500 };
    const all = [gateway, unit('b', beside, air('a')), unit('c', away, air('a')), unit('d', away, air('c'))];
    expect(all.map((u) => h.lightOf(all, u))).toEqual(['holds', 'holds', 'lost', 'noInternet']);
  });
});

test('the harder, the more is wrong', () => {
  const wrong = (difficulty: PracticeHouseRef['difficulty']) =>
    Array.from({ length: 40 }, (_, i) => faultsOf(ref({ seed: i + 1, difficulty }))).reduce(
      (n, f) =>
        n +
        Object.keys(SOUND).filter((k) => f[k as keyof typeof f] !== SOUND[k as keyof typeof SOUND]).length,
      0,
    );
  expect(wrong('easy')).toBe(0);
  expect(wrong('usual')).toBe(80);
  expect(wrong('hard')).toBe(160);
});

test('what is mended in a practice house is mended, and nothing that was not wrong goes wrong', () => {
  const wrong: Faults = {
    busyBand: 1,
    eveningShare: 0.4,
    lineShare: 0.6,
    badSplitter: true,
    surgeStrip: true,
  };
  expect(mendedFaults(wrong, new Set())).toEqual(wrong);
  expect(mendedFaults(wrong, new Set(['splitter', 'channel']))).toEqual({
    ...wrong,
    badSplitter: false,
    busyBand: null,
  });
  expect(mendedFaults(wrong, new Set(['mendLine', 'strip', 'splitter', 'channel', 'letGo']))).toEqual(SOUND);
  expect(mendedFaults(SOUND, new Set(['splitter']))).toEqual(SOUND);
});
