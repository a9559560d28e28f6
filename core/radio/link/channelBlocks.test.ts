import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { channelMhz, channelSpan, overlap, touches } from './channelBlocks';
import { allowedChannels, type ChannelUser } from './channels';
import { regionId } from '../../site/model/radioTerms';
import { powerLimit, radarWaitS, subBandsOf, tabledRules } from './regions';

describe('frequencies of channels (IEEE 802.11)', () => {
  test.each([
    ['2.4', 1, 2412],
    ['2.4', 13, 2472],
    ['2.4', 14, 2484],
    ['5', 36, 5180],
    ['5', 149, 5745],
    ['5', 177, 5885],
    ['6', 1, 5955],
    ['6', 37, 6135],
    ['6', 233, 7115],
  ] as const)('%s GHz channel %i lies at %i MHz', (band, channel, mhz) => {
    expect(channelMhz(band, channel)).toBe(mhz);
  });
});

describe('blocks', () => {
  test.each([
    ['2.4', 6, 20, 2427, 2447],
    ['2.4', 6, 40, 2417, 2457],
    ['5', 36, 20, 5170, 5190],
    ['5', 40, 80, 5170, 5250],
    ['5', 64, 160, 5170, 5330],
    ['5', 100, 80, 5490, 5570],
    ['5', 112, 80, 5490, 5570],
    ['5', 116, 80, 5570, 5650],
    ['5', 128, 160, 5490, 5650],
    ['5', 149, 80, 5735, 5815],
    ['6', 5, 160, 5945, 6105],
    ['6', 37, 160, 6105, 6265],
    ['6', 69, 160, 6265, 6425],
    ['6', 37, 320, 5945, 6265],
    ['6', 101, 80, 6425, 6505],
  ] as const)('%s GHz channel %i at %i MHz covers %i to %i', (band, channel, width, from, to) => {
    expect(channelSpan(band, channel, width)).toEqual([from, to]);
  });
  const width = fc.constantFrom(20, 40, 80, 160);
  const channel5 = fc.constantFrom(
    36,
    40,
    44,
    48,
    52,
    56,
    60,
    64,
    100,
    104,
    108,
    112,
    116,
    120,
    124,
    128,
    149,
    153,
    157,
    161,
  );
  test('a block holds its channel, and every channel in it names the same block', () => {
    fc.assert(
      fc.property(channel5, channel5, width, (a, b, w) => {
        const span = channelSpan('5', a, w);
        const centre = channelMhz('5', a);
        expect(centre > span[0] && centre < span[1]).toBe(true);
        expect(span[1] - span[0]).toBe(w);
        const inside = channelMhz('5', b) > span[0] && channelMhz('5', b) < span[1];
        if (inside) expect(channelSpan('5', b, w)).toEqual(span);
      }),
    );
  });
  test('a wider block is made of narrower ones', () => {
    fc.assert(
      fc.property(channel5, fc.constantFrom(20, 40, 80), (c, w) => {
        const [narrow, wide] = [channelSpan('5', c, w), channelSpan('5', c, 2 * w)];
        expect(wide[0] <= narrow[0] && wide[1] >= narrow[1]).toBe(true);
      }),
    );
  });
  test('overlap is a share of the first, and touching edges is none', () => {
    expect(overlap([0, 80], [0, 160])).toBe(1);
    expect(overlap([0, 160], [0, 80])).toBe(0.5);
    expect(overlap([0, 20], [20, 40])).toBe(0);
    expect(touches([0, 20], [20, 40])).toBe(false);
    expect(touches([0, 20], [19, 40])).toBe(true);
    // Channels 1 and 6 at 2.4 GHz do not overlap, 1 and 3 do by half.
    expect(overlap(channelSpan('2.4', 1, 20), channelSpan('2.4', 6, 20))).toBe(0);
    expect(overlap(channelSpan('2.4', 1, 20), channelSpan('2.4', 3, 20))).toBe(0.5);
  });
});

describe('power limits by region, dBm EIRP', () => {
  test.each([
    ['europe', '2.4', 1, 20, 20, false, false],
    ['europe', '5', 36, 80, 23, true, false],
    ['europe', '5', 52, 80, 23, true, true],
    ['europe', '5', 100, 80, 30, false, true],
    ['europe', '5', 149, 80, 14, false, false],
    ['europe', '6', 37, 160, 23, true, false],
    ['unitedStates', '2.4', 1, 20, 36, false, false],
    ['unitedStates', '5', 36, 80, 36, false, false],
    ['unitedStates', '5', 52, 80, 30, false, true],
    ['unitedStates', '5', 100, 80, 30, false, true],
    ['unitedStates', '5', 149, 80, 36, false, false],
    ['canada', '5', 36, 80, 23, true, false],
    ['canada', '5', 52, 80, 30, false, true],
    ['canada', '5', 149, 80, 36, false, false],
  ] as const)(
    '%s, %s GHz channel %i at %i MHz',
    (region, band, channel, width, unitDbm, indoorsOnly, radarCheck) => {
      expect(powerLimit(tabledRules(region), band, channel, width)).toMatchObject({
        unitDbm,
        indoorsOnly,
        radarCheck,
      });
    },
  );
  test.each([
    [20, 18],
    [40, 21],
    [80, 24],
    [160, 27],
    [320, 30],
  ])('6 GHz indoors in North America at %i MHz: %i dBm, a client 6 dB less', (width, dbm) => {
    for (const region of ['unitedStates', 'canada'] as const) {
      const limit = powerLimit(tabledRules(region), '6', 37, width);
      expect(limit.unitDbm).toBeCloseTo(dbm, 0);
      expect(limit.unitDbm - limit.clientDbm).toBeCloseTo(6, 9);
    }
  });
  test('a wider block is never allowed more at 5 GHz, nor in the open where a part of it is not', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...regionId.options),
        fc.constantFrom(36, 52, 100, 116, 149),
        fc.constantFrom(20, 40, 80),
        (region, channel, width) => {
          const [narrow, wide] = [width, 2 * width].map((w) =>
            powerLimit(tabledRules(region), '5', channel, w),
          );
          expect(wide!.unitDbm).toBeLessThanOrEqual(narrow!.unitDbm);
          if (narrow!.indoorsOnly) expect(wide!.indoorsOnly).toBe(true);
          if (narrow!.radarCheck) expect(wide!.radarCheck).toBe(true);
          expect(radarWaitS(tabledRules(region), channel, 2 * width)).toBeGreaterThanOrEqual(
            radarWaitS(tabledRules(region), channel, width),
          );
        },
      ),
    );
  });
  test('a block across two sub-bands answers to both', () => {
    expect(subBandsOf('5', 36, 160)).toEqual(['5150', '5250']);
    expect(powerLimit({ region: 'unitedStates', ownLimitsDbm: { '5250': 17 } }, '5', 36, 160).unitDbm).toBe(
      17,
    );
    expect(powerLimit({ region: 'unitedStates', ownLimitsDbm: { '5250': 17 } }, '5', 36, 80).unitDbm).toBe(
      36,
    );
  });
});

describe('allowed channels', () => {
  const user = (band: ChannelUser['band'], widthMhz: number, outdoors = false): ChannelUser => ({
    id: 'u',
    band,
    widthMhz,
    outdoors,
    eirpDbm: 20,
    sameAs: null,
  });
  test.each([
    ['europe', user('2.4', 20), [1, 6, 11]],
    ['europe', user('5', 80), [36, 52, 100, 116, 132, 149]],
    ['europe', user('5', 80, true), [100, 116, 132, 149]],
    ['europe', user('5', 160), [36, 52, 100, 116, 149]],
    ['europe', user('6', 160), [5, 37, 69]],
    ['europe', user('6', 160, true), []],
    ['unitedStates', user('6', 160), [5, 37, 69, 101, 133, 165, 197]],
    ['canada', user('5', 80), [36, 52, 100, 132, 149]],
    ['canada', user('5', 160), [36, 52, 149]],
  ] as const)('%s %j', (region, who, channels) => {
    expect(allowedChannels(tabledRules(region), who)).toEqual(channels);
  });
});
