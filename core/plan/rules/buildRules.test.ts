import { describe, expect, test } from '@jest/globals';
import { contextOf, gateway, NOTHING, option, place, site, unit } from '../../../testing/sampleHouse';
import { plainFeed } from '../option/feeds';
import type { Option } from '../option/schema';
import { buildNotices, mayDrill } from './buildRules';
import { emptyBrief, type Brief } from '../../brief/brief';

const blocks = (o: Option, brief: Partial<Brief> = {}) =>
  buildNotices(contextOf({ brief }), o, NOTHING).filter((n) => n.severity === 'blocks');
const forbidden = { allowed: { ...emptyBrief().allowed, drilling: false } };

describe('holes', () => {
  const wired = option(gateway, unit('B', place(10), plainFeed('ethernet', 'a')));
  test('where drilling is forbidden no cable to a unit, to a device or to a gateway that moves', () => {
    expect(blocks(wired)).toEqual([]);
    expect(blocks(wired, forbidden)[0]!.words).toMatch(
      /^B needs a cable run of .*the brief allows no drilling/,
    );
    const far = site.spots.find((s) => Math.abs(s.place.xM - gateway.place.xM) > 5)!;
    const toDevice = { ...option(gateway), wiredSpots: [{ spotId: far.id, unitId: gateway.id }] };
    expect(blocks(toDevice)).toEqual([]);
    expect(blocks(toDevice, forbidden)[0]!.words).toMatch(/^The device at/);
  });
  test('a rented home waits for the consent, and air needs none', () => {
    const rented = { allowed: { ...emptyBrief().allowed, rented: true } };
    expect(mayDrill({ ...emptyBrief(), ...rented })).toBe(false);
    expect(blocks(wired, rented)[0]!.words).toMatch(/rented and no consent is at hand/);
    const agreed = { ...rented, consents: [{ id: 'c', what: 'landlord' as const, who: '', got: true }] };
    expect(blocks(wired, agreed)).toEqual([]);
    expect(blocks(option(gateway, unit('B', place(10), plainFeed('wireless', 'a'))), forbidden)).toEqual([]);
  });
});

describe('joining', () => {
  test('a mesh node by air hangs on its own family, an extender on an extender wants a second look', () => {
    const box = { ...gateway, kitId: 'provider-router' };
    expect(blocks(option(box, unit('B', place(10), plainFeed('wireless', 'a'))))[0]!.words).toMatch(
      /^B joins its own mesh alone by air, and A is none of it/,
    );
    const extender = (letter: string, x: number, on: string) => ({
      ...unit(letter, place(x), plainFeed('wireless', on)),
      kitId: 'extender-ax',
    });
    const two = option(box, extender('B', 6, 'a'), extender('C', 10, 'b'));
    expect(blocks(two)).toEqual([]);
    expect(buildNotices(contextOf({}), two, NOTHING).map((n) => n.words)).toEqual([
      expect.stringMatching(/^C is an extender on an extender/),
    ]);
  });
  test('a bridged box gives the line to the one that routes alone', () => {
    const box = { ...gateway, kitId: 'provider-router', role: 'bridge' as const };
    const router = { ...unit('B', place(4), plainFeed('ethernet', 'a')), role: 'router' as const };
    const more = { ...unit('C', place(10), plainFeed('ethernet', 'a')), role: 'accessPoint' as const };
    expect(blocks(option(box, router))).toEqual([]);
    expect(blocks(option(box, router, more))[0]!.words).toMatch(/^C hangs on A, which is bridged/);
  });
});
