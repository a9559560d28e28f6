import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  bestRate,
  commonStandard,
  noiseDbm,
  phyRateMbps,
  rateExists,
  streamSnrDb,
  type RateEnds,
} from './rates';

describe('link rates as published in IEEE 802.11', () => {
  test.each([
    ['n', 20, 1, 7, 72.2],
    ['n', 40, 2, 7, 300],
    ['ac', 80, 2, 9, 866.7],
    ['ac', 80, 1, 9, 433.3],
    ['ac', 160, 2, 9, 1733.3],
    ['ax', 20, 1, 11, 143.4],
    ['ax', 80, 2, 11, 1201],
    ['ax', 160, 2, 11, 2402],
    ['be', 320, 2, 13, 5765],
    ['be', 160, 4, 13, 5765],
  ] as const)('%s %i MHz, %i streams, MCS %i is %f Mb/s', (standard, width, streams, mcs, mbps) => {
    expect(phyRateMbps(standard, width, streams, mcs)!).toBeCloseTo(
      mbps,
      -Math.log10(mbps / 1000) > 0 ? 1 : 0,
    );
  });

  test('the long guard interval is slower by the symbol', () => {
    expect(phyRateMbps('ax', 80, 2, 11, 3.2)!).toBeCloseTo(1020.8, 1);
    expect(phyRateMbps('ac', 80, 2, 9, 0.8)!).toBeCloseTo(780, 1);
  });

  test.each([
    ['ac', 20, 1, 9],
    ['ac', 20, 2, 9],
    ['ac', 80, 3, 6],
    ['ac', 160, 3, 9],
    ['n', 80, 1, 7],
    ['ax', 320, 1, 0],
    ['ax', 80, 1, 12],
  ] as const)('%s %i MHz, %i streams, MCS %i does not exist', (standard, width, streams, mcs) => {
    expect(rateExists(standard, width, streams, mcs)).toBe(false);
    expect(phyRateMbps(standard, width, streams, mcs)).toBeNull();
  });
});

test('an ac device is n at 2.4 GHz and absent at 6 GHz', () => {
  expect(commonStandard('ac', 'be', '2.4')).toBe('n');
  expect(commonStandard('ac', 'ax', '5')).toBe('ac');
  expect(commonStandard('ac', 'be', '6')).toBeNull();
  expect(commonStandard('ax', 'be', '6')).toBe('ax');
});

test('noise and the SNR of a stream follow their formulas', () => {
  expect(noiseDbm(80, 7)).toBeCloseTo(-174 + 79.03 + 7, 2);
  expect(streamSnrDb(0, 2, 2)).toBeCloseTo(-3.01, 2);
  expect(streamSnrDb(0, 2, 1)).toBeCloseTo(3.01, 2);
  expect(streamSnrDb(0, 4, 2)).toBeCloseTo(1.76, 2);
});

const ends: RateEnds = {
  band: '5',
  standard: 'ax',
  widthMhz: 80,
  streams: 2,
  receiveAntennas: 2,
  noiseFigureDb: 9,
};

test('the best rate falls from the top to nothing as the level falls, and narrower channels reach farther', () => {
  expect(bestRate(ends, -30)!.phyMbps).toBeCloseTo(1201, 0);
  expect(bestRate(ends, -120)).toBeNull();
  expect(bestRate(ends, -90.5)!.widthMhz).toBe(20);
  fc.assert(
    fc.property(
      fc.double({ min: -110, max: -20, noNaN: true }),
      fc.double({ min: 0, max: 30, noNaN: true }),
      (level, more) => {
        expect(bestRate(ends, level + more)?.phyMbps ?? 0).toBeGreaterThanOrEqual(
          bestRate(ends, level)?.phyMbps ?? 0,
        );
      },
    ),
  );
});

test('a better client on the same unit and band is never slower', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -110, max: -20, noNaN: true }),
      fc.constantFrom(20, 40, 80),
      (level, width) => {
        const weak: RateEnds = { ...ends, standard: 'ac', widthMhz: width, streams: 1, receiveAntennas: 1 };
        const strong: RateEnds = { ...ends, standard: 'ax', widthMhz: 80, streams: 2, receiveAntennas: 2 };
        const rate = (e: RateEnds) => bestRate(e, level)?.phyMbps ?? 0;
        expect(rate(strong)).toBeGreaterThanOrEqual(rate({ ...weak, standard: 'ax' }));
      },
    ),
  );
});
