import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { clientType } from '../../site/model/schema';
import { BANDS, BAND_INDEX, type Band } from './bands';
import { CLIENT_TYPES } from './clients';
import { BRIDGE_GAIN_DBI, UNIT_GAIN_DBI, clientLink, elevationDb, unitLink, type RadioEnd } from './link';
import { regionId } from '../../site/model/radioTerms';
import { powerLimit, tabledRules } from './regions';

const CHANNEL: Record<Band, number> = { '2.4': 1, '5': 36, '6': 37 };
const end = (band: Band, more: Partial<RadioEnd> = {}): RadioEnd => ({
  band,
  standard: 'ax',
  streams: 2,
  maxWidthMhz: 160,
  eirpDbm: 23,
  antenna: 'inner',
  channel: CHANNEL[band],
  widthMhz: null,
  ...more,
});
const europe = tabledRules('europe');
const client = fc.constantFrom(...clientType.options);
const band = fc.constantFrom(...BANDS);
const loss = fc.double({ min: 30, max: 140, noNaN: true });

describe('elevation of an antenna', () => {
  test.each([
    ['inner', 0, 5, 0],
    ['inner', 3, 0, -3],
    ['inner', -3, 0, -3],
    ['rods', 3, 0, 20 * Math.log10(0.35)],
    ['rods', 0, 4, 0],
    ['ceiling', 3, 0, -8],
    ['ceiling', -3, 0, 0],
    ['directional', 3, 0, 0],
  ] as const)('%s, %i m up and %i m off: %d dB', (antenna, rise, ground, db) => {
    expect(elevationDb(antenna, rise, ground)).toBeCloseTo(db, 9);
  });
  test('is never a gain, and nothing at all where both are one point', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('inner', 'rods', 'ceiling', 'directional'),
        fc.double({ min: -20, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        (antenna, rise, ground) => {
          const db = elevationDb(antenna, rise, ground);
          expect(db).toBeLessThanOrEqual(0);
          expect(db).toBeGreaterThanOrEqual(-9.2);
        },
      ),
    );
    expect(elevationDb('rods', 0, 0)).toBe(0);
  });
});

describe('a link to a device', () => {
  test('the level is what is radiated less what the way, the hand and the antenna take', () => {
    const link = clientLink(end('5'), 'phone', europe, 60, -1, 2)!;
    // 23 EIRP − 60 − 1 − 4 hand + 2 learnt − 3 phone antenna.
    expect(link.down.levelDbm).toBeCloseTo(23 - 60 - 1 - 4 + 2 - 3, 9);
    expect(link.up.levelDbm).toBeCloseTo(12 - 60 - 1 - 4 + 2 + UNIT_GAIN_DBI[1], 9);
  });
  test('a unit never radiates more than its country allows', () => {
    fc.assert(
      fc.property(fc.constantFrom(...regionId.options), band, client, (region, b, device) => {
        const rules = tabledRules(region);
        const strong = clientLink(end(b, { eirpDbm: 36 }), device, rules, 50, 0, 0);
        fc.pre(!!strong);
        const width = Math.min(
          160,
          CLIENT_TYPES[device].maxWidthMhz,
          b === '2.4' ? 20 : b === '5' ? 80 : 160,
        );
        const most = powerLimit(rules, b, CHANNEL[b], width).unitDbm;
        const spent = strong.down.levelDbm + 50 + CLIENT_TYPES[device].bodyDb;
        expect(spent - CLIENT_TYPES[device].gainDbi[BAND_INDEX[b]]).toBeLessThanOrEqual(most + 1e-9);
      }),
    );
  });
  test('the weaker side decides whether it works, and more loss never helps', () => {
    fc.assert(
      fc.property(band, client, loss, fc.double({ min: 0, max: 30, noNaN: true }), (b, device, db, more) => {
        const [near, far] = [db, db + more].map((l) => clientLink(end(b), device, europe, l, 0, 0));
        fc.pre(!!near && !!far);
        expect((near.down.rate === null) === (near.up.rate === null)).toBe(true);
        expect(far.down.quietMbps).toBeLessThanOrEqual(near.down.quietMbps);
        expect(far.up.quietMbps).toBeLessThanOrEqual(near.up.quietMbps);
      }),
    );
  });
  test('a device without the band, or without a standard for it, has no link', () => {
    expect(clientLink(end('5'), 'smartDevice', europe, 40, 0, 0)).toBeNull();
    expect(clientLink(end('6'), 'phone', europe, 40, 0, 0)).toBeNull();
    expect(clientLink(end('6', { standard: 'ac' }), 'laptop', europe, 40, 0, 0)).toBeNull();
  });
  test('an old laptop with ac is n at 2.4 GHz; streams and widths are the smaller of both ends', () => {
    expect(clientLink(end('2.4'), 'oldLaptop', europe, 40, 0, 0)!.standard).toBe('n');
    const narrow = clientLink(end('5', { streams: 4 }), 'phone', europe, 40, 0, 0)!;
    expect(narrow.down.rate).toMatchObject({ widthMhz: 80, streams: 2 });
    expect(clientLink(end('6'), 'newLaptop', europe, 40, 0, 0)!.down.rate!.widthMhz).toBe(160);
  });
});

describe('a link between units', () => {
  test('is the same both ways between equal ends, and the older standard holds', () => {
    fc.assert(
      fc.property(band, loss, (b, db) => {
        const link = unitLink(end(b), end(b), europe, db, 0, 0)!;
        expect(link.down).toEqual(link.up);
      }),
    );
    expect(unitLink(end('5'), end('5', { standard: 'ac' }), europe, 60, 0, 0)!.standard).toBe('ac');
    expect(unitLink(end('5'), end('2.4'), europe, 60, 0, 0)).toBeNull();
  });
  test('a bridge gains only at the receiving end', () => {
    const plain = unitLink(end('5'), end('5'), europe, 80, 0, 0)!;
    const aimed = end('5', { antenna: 'directional' });
    const bridge = unitLink(aimed, aimed, europe, 80, 0, 0)!;
    expect(bridge.down.levelDbm - plain.down.levelDbm).toBeCloseTo(BRIDGE_GAIN_DBI - UNIT_GAIN_DBI[1], 9);
  });
});
