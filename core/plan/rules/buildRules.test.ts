import { describe, expect, test } from '@jest/globals';
import { contextOf, gateway, NOTHING, option, place, site, unit } from '../../../testing/sampleHouse';
import { plainFeed } from '../option/feeds';
import type { Option } from '../option/schema';
import { kitById } from '../../kit/catalogue/catalogue';
import { barWalls, frontOf } from '../../site/edit/front';
import { placesFor } from '../../suggest/choices/places';
import { cableRunOf } from '../network/cableRun';
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

describe('barred walls', () => {
  const onStorey = site.walls.filter((w) => w.storeyId === gateway.place.storeyId);
  const crossed = onStorey.filter((w) => w.a.xM === w.b.xM && w.a.xM > 1 && w.a.xM < 10);
  const barred = (ids: readonly string[]) => contextOf({ site: barWalls(site, new Set(ids), true) });
  const said = (o: Option, ids: readonly string[]) =>
    buildNotices(barred(ids), o, NOTHING).map((n) => `${n.severity}: ${n.words}`);
  const wired = option(gateway, unit('B', place(10), plainFeed('ethernet', 'a')));

  test('a cable goes round a wall that is barred, and where there is no way round it cannot work', () => {
    const through = cableRunOf(contextOf({}), wired, wired.units[1]!)!;
    const round = cableRunOf(barred(crossed.map((w) => w.id)), wired, wired.units[1]!)!;
    expect(through.isBarred).toBe(false);
    for (const id of round.route?.wallIds ?? []) expect(crossed.map((w) => w.id)).not.toContain(id);
    expect(through.route!.wallIds.some((id) => crossed.some((w) => w.id === id))).toBe(true);
    expect(round.route).not.toBeNull();
    const all = said(
      wired,
      site.walls.map((w) => w.id),
    );
    expect(all.join()).toContain('blocks: The cable to B has no way that leaves the barred walls alone');
    expect(
      said(
        option(gateway, unit('B', place(10), plainFeed('wireless', 'a'))),
        site.walls.map((w) => w.id),
      ),
    ).toEqual([]);
  });
  test('a whole front is every wall in its line; nothing hangs on it, and no place is offered there', () => {
    const [east] = [...onStorey].filter((w) => w.a.xM === w.b.xM).sort((a, b) => b.a.xM - a.a.xM);
    const front = frontOf(site, east!.id).map((w) => w.id);
    expect(front).toContain(east!.id);
    const at = { storeyId: null, xM: east!.a.xM + 0.3, yM: (east!.a.yM + east!.b.yM) / 2, heightM: 2 };
    const o = option(gateway, unit('B', at, plainFeed('wireless', 'a'), 'outdoor-poe'));
    expect(said(o, front).join()).toContain('blocks: B hangs on a wall that is barred');
    const places = (c: ReturnType<typeof contextOf>) => placesFor(c, [kitById('outdoor-poe')!]);
    const onFront = (list: ReturnType<typeof places>) =>
      list.filter((c) => Math.abs(c.place.xM - east!.a.xM) < 0.6 && c.place.yM > -0.5 && c.place.yM < 7);
    expect(onFront(places(contextOf({}))).length).toBeGreaterThan(0);
    expect(onFront(places(barred(front)))).toEqual([]);
    const freed = barWalls(barWalls(site, new Set(front), true), new Set(front), false);
    expect(freed.walls.every((w) => w.isBarred === undefined)).toBe(true);
  });
});
