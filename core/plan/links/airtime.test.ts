import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quillfeatherFarm } from '../../../demo/farm';
import { kitById } from '../../kit/catalogue/catalogue';
import type { KitItem } from '../../kit/model/schema';
import { CLIENT_TYPES } from '../../radio/link/clients';
import type { Neighbour } from '../../site/model/schema';
import { airShare, contentionOf } from './airtime';
import { planContext } from '../network/context';
import { atBusyHour } from '../predict/evening';
import { partsOf } from '../cost/parts';
import { predictOption } from '../predict/predict';
import { radioEnd } from '../network/radios';
import { ruleNotices } from '../rules/rules';
import { emptyPlan, type Option, type Unit } from '../option/schema';
import { plainFeed } from '../option/feeds';

const farm = quillfeatherFarm();
const heard = (channel: number, levelDbm = -55): Neighbour => ({
  id: `n-${channel}-${-levelDbm}`,
  band: '5',
  channel,
  levelDbm,
  widthMhz: 80,
});
const contextWith = (neighbours: Neighbour[]) => planContext({ ...farm, site: { ...farm.site, neighbours } });
const unit = (id: string, letter: string, kitId: string, more: Partial<Unit> = {}): Unit => ({
  id,
  letter,
  kitId,
  name: letter,
  place: { storeyId: 'f-ground', xM: 3, yM: 6, heightM: 1.2 },
  feed: plainFeed('ethernet', 'a'),
  radios: {},
  ...more,
});
const gateway = unit('a', 'A', 'mesh-dual', { feed: plainFeed('line', null) });
const option = (...units: Unit[]): Option => ({
  id: 'o',
  name: 'O',
  units: [gateway, ...units],
  wiredSpots: [],
});
const share5 = (neighbours: Neighbour[], o: Option) => {
  const kit = kitById('mesh-dual')!;
  return airShare(contextWith(neighbours), o, gateway, radioEnd(gateway, kit, kit.radios[1]!));
};

describe('airtime', () => {
  test('a neighbour counts on the channel it overlaps, by its level, and nowhere else', () => {
    expect(share5([], option())).toBeCloseTo(0.85, 9);
    expect(share5([heard(100)], option())).toBeCloseTo(0.85, 9);
    expect(share5([heard(36)], option())).toBeCloseTo(0.85 * 0.96, 9);
    expect(share5([heard(36, -95)], option())).toBeCloseTo(0.85, 9);
    expect(
      share5(
        Array.from({ length: 80 }, () => heard(36)),
        option(),
      ),
    ).toBeCloseTo(0.85 * 0.4, 9);
  });
  test('an own unit on the same channel takes its beacons, one elsewhere or out of hearing nothing', () => {
    expect(share5([], option(unit('b', 'B', 'mesh-dual')))).toBeCloseTo(0.85 * 0.995, 9);
    const other = unit('b', 'B', 'mesh-dual', { radios: { '5': { channel: 100, widthMhz: 80 } } });
    expect(share5([], option(other))).toBeCloseTo(0.85, 9);
    const far = unit('b', 'B', 'mesh-dual', { place: { storeyId: null, xM: 900, yM: 900, heightM: 1 } });
    expect(share5([], option(far))).toBeCloseTo(0.85, 9);
  });
  test('a full channel loads every unit that hears it, and only those', () => {
    const spots = (o: Option) => {
      const context = contextWith([]);
      return atBusyHour(context, o, predictOption(context, o)).busyHour.media;
    };
    const same = option(unit('b', 'B', 'mesh-dual'));
    expect(contentionOf(contextWith([]), same).get('a|radio:5:36')).toEqual([
      { key: 'b|radio:5:36', shared: 1 },
    ]);
    const at = (list: ReturnType<typeof spots>, letter: string) =>
      list.find((l) => l.label === `5 GHz, channel 36 at ${letter}`)!.share;
    expect(at(spots(same), 'A')).toBeCloseTo(at(spots(same), 'B'), 9);
  });
});

test('a better client on the same unit and band is never slower, over whole predictions', () => {
  const better: [keyof typeof CLIENT_TYPES, keyof typeof CLIENT_TYPES][] = [
    ['oldLaptop', 'laptop'],
    ['tablet', 'laptop'],
    ['smartDevice', 'laptop'],
    ['laptop', 'newLaptop'],
  ];
  fc.assert(
    fc.property(
      fc.constantFrom(...better),
      fc.constantFrom('2.4', '5', '6'),
      fc.integer({ min: 1, max: 15 }),
      fc.integer({ min: 1, max: 10 }),
      ([worse, best], band, xM, yM) => {
        const six = kitById('mesh-six')!;
        const only: KitItem = { ...six, id: 'only', radios: six.radios.filter((r) => r.band === band) };
        const own = { ...farm, plan: { ...emptyPlan(), ownKit: [only] } };
        const u = { ...gateway, kitId: 'only', place: { ...gateway.place, xM, yM } };
        const site = (client: keyof typeof CLIENT_TYPES) => ({
          ...farm.site,
          spots: farm.site.spots.map((s) => ({ ...s, client })),
        });
        const of = (client: keyof typeof CLIENT_TYPES) =>
          predictOption(planContext({ ...own, site: site(client) }), { ...option(), units: [u] });
        const [slow, fast] = [of(worse), of(best)];
        slow.forEach((p, i) => {
          expect(fast[i]!.downMbps).toBeGreaterThanOrEqual(p.downMbps - 1e-9);
          expect(fast[i]!.upMbps).toBeGreaterThanOrEqual(p.upMbps - 1e-9);
        });
      },
    ),
    { numRuns: 24 },
  );
});

describe('power over Ethernet in a plan', () => {
  const context = planContext(farm);
  const words = (o: Option) =>
    ruleNotices(context, o)
      .map((n) => n.words)
      .join('\n');
  const outdoor = (id: string, parentId: string) =>
    unit(id, id.toUpperCase(), 'outdoor-poe', { feed: plainFeed('ethernet', parentId) });
  const poeSwitch = unit('s', 'S', 'switch-poe');
  test('two outdoor units fit a 60 W switch, a third does not', () => {
    expect(words(option(poeSwitch, outdoor('b', 's'), outdoor('c', 's')))).not.toMatch(/budget|needs 802/);
    expect(words(option(poeSwitch, outdoor('b', 's'), outdoor('c', 's'), outdoor('d', 's')))).toContain(
      'need 90 W by class, 39 W by what they draw; it has 60 W and goes by class',
    );
  });
  test('a class the switch lacks is named', () => {
    const weak: KitItem = { ...kitById('switch-poe')!, id: 'weak', poeSource: { type: 'af', budgetW: 60 } };
    const own = planContext({ ...farm, plan: { ...emptyPlan(), ownKit: [weak] } });
    const notices = ruleNotices(own, option({ ...poeSwitch, kitId: 'weak' }, outdoor('b', 's')));
    expect(notices).toContainEqual(
      expect.objectContaining({
        severity: 'blocks',
        words: expect.stringContaining('needs 802.3at (type 2), S gives only'),
      }),
    );
  });
  test('without a powered port an injector is said and bought', () => {
    const o = option(outdoor('b', 'a'));
    expect(words(o)).toContain('A gives none');
    expect(partsOf(context, o, farm.plan.today).map((p) => p.label)).toContain('Injector, 802.3at (type 2)');
  });
});
