import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quillfeatherFarm } from '../../../demo/farm';
import { channelSpan, touches } from '../../radio/link/channelBlocks';
import { planChannels, type ChannelUser } from '../../radio/link/channels';
import { powerLimit, radarWaitS, tabledRules } from '../../radio/link/regions';
import { withChannels } from './channelPlan';
import { kitOf, planContext } from '../network/context';
import { hopOf } from './hop';
import { predictOption } from '../predict/predict';
import { meshRadios, partnerOf, radioEnd } from '../network/radios';
import { type Option, type Unit } from '../option/schema';
import { plainFeed } from '../option/feeds';

const farm = quillfeatherFarm();
const context = planContext(farm);
const unit = (id: string, kitId: string, parentId: string | null, kind: Unit['feed']['kind']): Unit => ({
  id,
  letter: id.toUpperCase(),
  kitId,
  name: id,
  place: { storeyId: 'f-ground', xM: 2 + 2 * id.charCodeAt(0) - 194, yM: 8, heightM: 1.2 },
  feed: plainFeed(kind, parentId),
  radios: {},
});
const option = (...units: Unit[]): Option => ({ id: 'o', name: 'O', units, wiredSpots: [] });
const channelOf = (o: Option, id: string, key: '2.4' | '5' | '6' | 'backhaul') =>
  o.units.find((u) => u.id === id)!.radios[key]?.channel;

describe('channels of an option', () => {
  test('a unit on the air without a radio of its own keeps its parent’s channels, all the way down', () => {
    const o = withChannels(
      context,
      option(
        unit('a', 'mesh-dual', null, 'line'),
        unit('b', 'mesh-dual', 'a', 'wireless'),
        unit('c', 'mesh-dual', 'b', 'wireless'),
      ),
    );
    for (const band of ['2.4', '5'] as const) {
      expect(channelOf(o, 'b', band)).toBe(channelOf(o, 'a', band));
      expect(channelOf(o, 'c', band)).toBe(channelOf(o, 'a', band));
    }
  });
  test('own backhaul radios share a channel that no radio for devices overlaps; those are free', () => {
    const o = withChannels(
      context,
      option(unit('a', 'mesh-own-radio', null, 'line'), unit('b', 'mesh-own-radio', 'a', 'wireless')),
    );
    expect(channelOf(o, 'a', 'backhaul')).toBeDefined();
    expect(channelOf(o, 'b', 'backhaul')).toBe(channelOf(o, 'a', 'backhaul'));
    const span = (id: string, key: '5' | 'backhaul') => channelSpan('5', channelOf(o, id, key)!, 80);
    expect(touches(span('a', 'backhaul'), span('a', '5'))).toBe(false);
    expect(touches(span('b', 'backhaul'), span('b', '5'))).toBe(false);
    expect(channelOf(o, 'a', '5')).not.toBe(channelOf(o, 'b', '5'));
  });
  test('an own radio without a partner meets its parent’s shared one, on the parent’s channel', () => {
    const o = withChannels(
      context,
      option(unit('a', 'mesh-dual', null, 'line'), unit('b', 'mesh-own-radio', 'a', 'wireless')),
    );
    expect(channelOf(o, 'b', 'backhaul')).toBe(channelOf(o, 'a', '5'));
  });
  test('a backhaul radio nobody uses takes no channel, and a wired unit chooses freely', () => {
    const o = withChannels(
      context,
      option(unit('a', 'mesh-own-radio', null, 'line'), unit('b', 'mesh-own-radio', 'a', 'ethernet')),
    );
    expect(channelOf(o, 'a', 'backhaul')).toBeUndefined();
    expect(channelOf(o, 'b', 'backhaul')).toBeUndefined();
    expect(channelOf(o, 'a', '5')).not.toBe(channelOf(o, 'b', '5'));
  });
  test('every channel is lawful where its unit stands, and so is every hop that follows', () => {
    const kits = fc.constantFrom('mesh-dual', 'mesh-own-radio', 'mesh-six', 'extender-dual', 'outdoor-poe');
    const feeds = fc.constantFrom('wireless' as const, 'ethernet' as const);
    fc.assert(
      fc.property(fc.array(fc.tuple(kits, feeds), { minLength: 1, maxLength: 4 }), (list) => {
        const units = list.map(([kitId, kind], i) =>
          unit(String.fromCharCode(98 + i), kitId, String.fromCharCode(97 + i), kind),
        );
        const o = withChannels(context, option(unit('a', 'mesh-own-radio', null, 'line'), ...units));
        for (const u of o.units) {
          const kit = kitOf(context, u);
          for (const radio of kit.radios) {
            const end = radioEnd(u, kit, radio);
            const rule = powerLimit(context.brief, end.band, end.channel, end.widthMhz!);
            if (kit.outdoor) expect(rule.indoorsOnly).toBe(false);
            expect(end.widthMhz).toBeLessThanOrEqual(radio.maxWidthMhz);
          }
          const hop = hopOf(context, o, u);
          if (hop) expect(Number.isFinite(hop.part.downMbps)).toBe(true);
        }
      }),
      { numRuns: 25 },
    );
  });
  test('a channel set by hand stays, what meshes on it follows, and others keep off it', () => {
    const a = unit('a', 'mesh-dual', null, 'line');
    const byHand: Unit = { ...a, byHand: ['5'], radios: { '5': { channel: 100, widthMhz: 80 } } };
    const o = withChannels(
      context,
      option(byHand, unit('b', 'mesh-dual', 'a', 'wireless'), unit('c', 'mesh-dual', 'a', 'ethernet')),
    );
    expect(channelOf(o, 'a', '5')).toBe(100);
    expect(channelOf(o, 'b', '5')).toBe(100);
    expect(channelOf(o, 'c', '5')).not.toBe(100);
    expect(channelOf(o, 'a', '2.4')).toBeDefined();
  });
  test('is the same however often it is asked', () => {
    const once = withChannels(context, farm.plan.options[1]!);
    expect(withChannels(context, once)).toEqual(once);
  });
  test('channels of their own serve no spot worse than all on one', () => {
    const plan = option(
      unit('a', 'mesh-dual', null, 'line'),
      unit('b', 'mesh-dual', 'a', 'ethernet'),
      unit('c', 'mesh-dual', 'a', 'ethernet'),
    );
    const before = predictOption(context, plan);
    const after = predictOption(context, withChannels(context, plan));
    const sum = (list: typeof before) => list.reduce((s, p) => s + p.downMbps, 0);
    expect(sum(after)).toBeGreaterThanOrEqual(sum(before) - 1e-9);
  });
});

describe('which radios meet', () => {
  const kit = (id: string) => kitOf(context, unit('x', id, null, 'line'));
  test('an own radio before shared ones, its like before another of the band', () => {
    expect(meshRadios(kit('mesh-own-radio')).map((r) => r.role)).toEqual(['backhaul']);
    expect(meshRadios(kit('mesh-dual'))).toHaveLength(2);
    const own = meshRadios(kit('mesh-own-radio'))[0]!;
    expect(partnerOf(kit('mesh-own-radio'), own)!.role).toBe('backhaul');
    expect(partnerOf(kit('mesh-dual'), own)!.role).toBe('access');
    expect(partnerOf(kit('switch-plain'), own)).toBeUndefined();
  });
});

describe('four units with every band are planned as well as by trying everything', () => {
  const rules = tabledRules('europe');
  test('band by band', () => {
    const level = fc.integer({ min: -90, max: -45 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(36, 52, 100, 149), level), { maxLength: 5 }),
        fc.array(fc.boolean(), { minLength: 28, maxLength: 28 }),
        (list, heard) => {
          const neighbours = list.map(([channel, levelDbm], i) => ({
            id: `n${i}`,
            band: '5' as const,
            channel,
            levelDbm,
            widthMhz: 80 as const,
          }));
          const ids = Array.from({ length: 4 }, (_, i) => i);
          const users = ids.flatMap((i): ChannelUser[] =>
            (['2.4', '5', '6'] as const).map((band) => ({
              id: `${i}|${band}`,
              band,
              widthMhz: band === '2.4' ? 20 : band === '5' ? 80 : 160,
              outdoors: false,
              eirpDbm: 20,
              sameAs: null,
            })),
          );
          const hear = (a: string, b: string) => {
            const [x, y] = [a, b].map((id) => Number(id[0])).sort();
            return heard[x! * 4 + y!]!;
          };
          const own = (channel: number) =>
            neighbours.reduce((sum, n) => {
              const [a, b] = [channelSpan('5', channel, 80), channelSpan('5', n.channel, 80)];
              const shared = Math.max(0, Math.min(a[1], b[1]) - Math.max(a[0], b[0])) / 80;
              return sum + Math.max(0, Math.min(1, (n.levelDbm + 90) / 30)) * shared;
            }, 0) +
            (radarWaitS(rules, channel, 80) > 0 ? 0.05 : 0) +
            0.1 * Math.max(0, 20 - powerLimit(rules, '5', channel, 80).unitDbm);
          const candidates = [36, 52, 100, 116, 132, 149];
          let best5 = Infinity;
          const walk = (pick: number[], cost: number): void => {
            if (pick.length === 4) {
              best5 = Math.min(best5, cost);
              return;
            }
            for (const c of candidates) {
              const pairs = pick.filter((p, j) => p === c && hear(`${j}`, `${pick.length}`)).length;
              walk([...pick, c], cost + own(c) + 2 * pairs);
            }
          };
          walk([], 0);
          const plan = planChannels(rules, users, neighbours, hear);
          const only5 = planChannels(
            rules,
            users.filter((u) => u.band === '5'),
            neighbours,
            hear,
          );
          expect(only5.cost).toBeCloseTo(best5, 9);
          for (const [id, channel] of only5.channels) expect(plan.channels.get(id)).toBe(channel);
        },
      ),
      { numRuns: 12 },
    );
  });
});
