import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quillfeatherFarm } from '../../../demo/farm';
import { channelMedium, radioEnd } from '../../plan/network/radios';
import { withChannels } from '../../plan/links/channelPlan';
import { planContext, kitOf } from '../../plan/network/context';

import type { Neighbour } from '../../site/model/schema';
import { fresnelRadiusM, groundLossDb, knifeEdgeDb } from './bridge';
import { channelSpan } from './channelBlocks';
import { allowedChannels, neighbourSpan, planChannels, type ChannelUser } from './channels';
import { powerLimit, radarWaitS, subBandsOf, tabledLimitDbm, tabledRules } from './regions';
import type { Unit } from '../../plan/option/schema';
import { plainFeed } from '../../plan/option/feeds';

const user = (
  id: string,
  band: ChannelUser['band'] = '2.4',
  more: Partial<ChannelUser> = {},
): ChannelUser => ({
  id,
  band,
  widthMhz: band === '2.4' ? 20 : 80,
  outdoors: false,
  eirpDbm: 20,
  sameAs: null,
  ...more,
});
const neighbour = (channel: number, levelDbm: number): Neighbour => ({
  id: `n${channel}`,
  band: '2.4',
  channel,
  levelDbm,
  widthMhz: 20,
});
const all = () => true;

/** Cost of a pick worked out anew, apart from the planner: overlaps of own radios twice, neighbours by level. */
function costOf(
  users: readonly ChannelUser[],
  pick: readonly number[],
  neighbours: readonly Neighbour[],
): number {
  const share = (a: [number, number], b: [number, number]) =>
    Math.max(0, Math.min(a[1], b[1]) - Math.max(a[0], b[0])) / (a[1] - a[0]);
  let cost = 0;
  users.forEach((u, i) => {
    const own = channelSpan(u.band, pick[i]!, u.widthMhz);
    for (const n of neighbours)
      if (n.band === u.band)
        cost += Math.max(0, Math.min(1, (n.levelDbm + 90) / 30)) * share(own, neighbourSpan(n));
    if (u.band === '5' && radarWaitS(tabledRules('europe'), pick[i]!, u.widthMhz) > 0) cost += 0.05;
    cost +=
      0.1 * Math.max(0, u.eirpDbm - powerLimit(tabledRules('europe'), u.band, pick[i]!, u.widthMhz).unitDbm);
    for (let j = 0; j < i; j++)
      if (users[j]!.band === u.band)
        cost += 2 * share(own, channelSpan(u.band, pick[j]!, users[j]!.widthMhz));
  });
  return cost;
}

describe('channels', () => {
  test('equal the best of all combinations for up to four radios', () => {
    const level = fc.integer({ min: -95, max: -40 });
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 4 }),
        fc.array(fc.tuple(fc.integer({ min: 1, max: 13 }), level), { maxLength: 8 }),
        fc.constantFrom('2.4', '5'),
        (count, list, band) => {
          const users = Array.from({ length: count }, (_, i) => user(`u${i}`, band as '2.4' | '5'));
          const neighbours = list.map(([c, l], i) => ({ ...neighbour(c, l), id: `n${i}` }));
          let best = Infinity;
          const walk = (pick: number[]): void => {
            if (pick.length === users.length) best = Math.min(best, costOf(users, pick, neighbours));
            else
              for (const c of allowedChannels(tabledRules('europe'), users[pick.length]!)) walk([...pick, c]);
          };
          walk([]);
          expect(planChannels(tabledRules('europe'), users, neighbours, all).cost).toBeCloseTo(best, 9);
        },
      ),
      { numRuns: 40 },
    );
  });
  test('three radios at 2.4 GHz get 1, 6 and 11; more than four are improved in turn', () => {
    const three = planChannels(
      tabledRules('europe'),
      ['a', 'b', 'c'].map((id) => user(id)),
      [],
      all,
    ).channels;
    expect([...three.values()].sort((a, b) => a - b)).toEqual([1, 6, 11]);
    const six = planChannels(
      tabledRules('europe'),
      'abcdef'.split('').map((id) => user(id)),
      [],
      all,
    ).channels;
    const counts = [1, 6, 11].map((c) => [...six.values()].filter((v) => v === c).length);
    expect(counts).toEqual([2, 2, 2]);
  });
  test('a loud neighbour is kept away from; radios that do not hear each other may share; meshed ones must', () => {
    expect(
      planChannels(
        tabledRules('europe'),
        [user('a')],
        [neighbour(1, -40), neighbour(6, -45)],
        all,
      ).channels.get('a'),
    ).toBe(11);
    const apart = planChannels(
      tabledRules('europe'),
      [user('a'), user('b')],
      [neighbour(1, -40), neighbour(6, -45)],
      () => false,
    ).channels;
    expect([apart.get('a'), apart.get('b')]).toEqual([11, 11]);
    const mesh = planChannels(
      tabledRules('europe'),
      [user('a', '5'), user('b', '5', { sameAs: 'a' })],
      [],
      all,
    ).channels;
    expect(mesh.get('a')).toBe(mesh.get('b'));
  });
  test('indoor-only channels never in the open, 6 GHz in Europe only to 6425 MHz', () => {
    expect(allowedChannels(tabledRules('europe'), user('a', '5', { outdoors: true }))).toEqual([
      100, 116, 132, 149,
    ]);
    expect(
      allowedChannels(tabledRules('europe'), user('a', '6', { widthMhz: 160 })).every(
        (c) => channelSpan('6', c, 160)[1] <= 6425,
      ),
    ).toBe(true);
    expect(allowedChannels(tabledRules('europe'), user('a', '6', { outdoors: true }))).toEqual([]);
  });
});

test('a channel that allows little power loses against one that waits for radar', () => {
  const users = [user('a', '5', { eirpDbm: 23 }), user('b', '5', { eirpDbm: 23 })];
  const picks = [...planChannels(tabledRules('europe'), users, [], all).channels.values()];
  expect(picks).not.toContain(149);
  expect(new Set(picks).size).toBe(2);
  expect([...planChannels(tabledRules('unitedStates'), users, [], all).channels.values()].sort()).toEqual([
    149, 36,
  ]);
});

test('region limits as in the table, and radar waits', () => {
  expect(subBandsOf('5', 36, 80)).toEqual(['5150']);
  expect(subBandsOf('5', 36, 160)).toEqual(['5150', '5250']);
  // The strictest rule of what a block reaches into holds for all of it.
  expect(powerLimit(tabledRules('unitedStates'), '5', 36, 160)).toMatchObject({
    unitDbm: 30,
    radarCheck: true,
  });
  expect(powerLimit(tabledRules('europe'), '5', 36, 80)).toMatchObject({ unitDbm: 23, indoorsOnly: true });
  expect(powerLimit(tabledRules('europe'), '5', 149, 80).unitDbm).toBe(14);
  expect(powerLimit(tabledRules('unitedStates'), '5', 36, 80)).toMatchObject({
    unitDbm: 36,
    clientDbm: 30,
    indoorsOnly: false,
  });
  expect(powerLimit(tabledRules('unitedStates'), '6', 37, 160).unitDbm).toBeCloseTo(27, 1);
  expect(powerLimit(tabledRules('unitedStates'), '6', 37, 20).clientDbm).toBeCloseTo(12, 1);
  expect([
    radarWaitS(tabledRules('europe'), 36, 80),
    radarWaitS(tabledRules('europe'), 100, 80),
    radarWaitS(tabledRules('europe'), 100, 160),
    radarWaitS(tabledRules('europe'), 116, 20),
    radarWaitS(tabledRules('europe'), 116, 80),
    radarWaitS(tabledRules('europe'), 124, 20),
    radarWaitS(tabledRules('unitedStates'), 124, 20),
  ]).toEqual([0, 60, 600, 60, 600, 600, 60]);
});

test('an option with channels set: a wired unit off the gateway’s channel, a meshed one on it', () => {
  const job = quillfeatherFarm();
  const context = planContext(job);
  const [a, b] = job.plan.options[0]!.units;
  const wired = { ...b!, kitId: 'mesh-dual', feed: plainFeed('ethernet', 'a') };
  const meshed = { ...wired, feed: plainFeed('wireless', 'a') };
  const mediumOf = (unit: Unit) => {
    const option = withChannels(context, { ...job.plan.options[0]!, units: [a!, unit] });
    return option.units.map((u) => {
      const kit = kitOf(context, u);
      return channelMedium(
        radioEnd(
          u,
          kit,
          kit.radios.find((r) => r.band === '5')!,
        ),
      );
    });
  };
  expect(new Set(mediumOf(wired)).size).toBe(2);
  expect(new Set(mediumOf(meshed)).size).toBe(1);
});

test('a limit of the job’s own replaces the tabled one, and the client’s moves with it', () => {
  const own = { region: 'unitedStates' as const, ownLimitsDbm: { '5150': 24 } };
  expect(powerLimit(own, '5', 36, 80)).toMatchObject({ unitDbm: 24, clientDbm: 18 });
  expect(powerLimit(own, '5', 149, 80).unitDbm).toBe(36);
  expect(tabledLimitDbm('unitedStates', '5150')).toBe(36);
});

test('Canada leaves 5600 to 5650 MHz alone', () => {
  expect(allowedChannels(tabledRules('canada'), user('a', '5', { widthMhz: 80 }))).toEqual([
    36, 52, 100, 132, 149,
  ]);
  expect(allowedChannels(tabledRules('unitedStates'), user('a', '5', { widthMhz: 80 }))).toContain(116);
});

test('bridges: Fresnel radius, knife edge, and the ground', () => {
  expect(fresnelRadiusM(500, 500, 5.5)).toBeCloseTo(17.32 * Math.sqrt(0.25 / 5.5), 6);
  expect(knifeEdgeDb(-0.78)).toBe(0);
  expect(knifeEdgeDb(0)).toBeCloseTo(6, 1);
  expect(groundLossDb(5, 5, 40, 5.5)).toBe(0);
  expect(groundLossDb(0.2, 0.2, 200, 5.5)).toBeGreaterThan(3);
});
