import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { emptyBrief } from '../../brief/brief';
import { kitById } from '../../kit/catalogue/catalogue';
import { emptySite, type Place, type Site } from '../../site/model/schema';
import { sampleBuilding, sampleRectangle, sampleRow } from '../../../testing/sampleSite';
import { roomNameAt } from '../../site/geometry/roomName';
import { plainFeed } from '../option/feeds';
import { withMoved } from './movedUnit';
import { freePlace, newUnit } from '../option/placing';
import type { Feed, Option, Unit } from '../option/schema';

const at = (xM: number, yM = 3, storeyId = 'ground'): Place => ({ storeyId, xM, yM, heightM: 1 });
const outlet = (id: string, x: number): Site['outlets'][number] => ({
  id,
  name: id,
  place: at(x, 5.5),
  circuitId: null,
  freeSockets: 1,
  strip: false,
});
/** A long kitchen with its label at the far end, and a small larder whose label lies near the kitchen. */
const site: Site = {
  ...emptySite(),
  buildings: [sampleBuilding('House', ['ground', 'upper'], sampleRectangle(0, 0, 14, 6))],
  walls: sampleRow('ground', 0, 14, 6, [10], 'brick-half'),
  rooms: [
    { id: 'k', storeyId: 'ground', name: 'Kitchen', at: { xM: 1, yM: 3 }, activities: null },
    { id: 'l', storeyId: 'ground', name: 'Larder', at: { xM: 10.5, yM: 3 }, activities: null },
  ],
  outlets: [outlet('west', 1), outlet('middle', 6), outlet('east', 13)],
  coax: {
    ...emptySite().coax,
    outlets: [
      { id: 'cw', name: 'cw', place: at(1) },
      { id: 'ce', name: 'ce', place: at(13) },
    ],
  },
};
const unit = (id: string, place: Place, feed: Feed, name = roomNameAt(site, place)): Unit => ({
  id,
  letter: id.toUpperCase(),
  kitId: 'mesh-dual',
  name,
  place,
  feed,
  radios: {},
});
const gateway = unit('a', at(1), plainFeed('line', null), 'Kitchen, at the line');
const optionOf = (...units: Unit[]): Option => ({
  id: 'o',
  name: 'O',
  units: [gateway, ...units],
  wiredSpots: [],
});
const moved = (option: Option, id: string, place: Place) =>
  Object.fromEntries(withMoved(site, option, id, place).units.map((u) => [u.id, u]));

test('a thing is named after the room it lies in, not after the nearest label', () => {
  expect(roomNameAt(site, at(9.5))).toBe('Kitchen');
  expect(roomNameAt(site, at(13))).toBe('Larder');
  expect(roomNameAt(site, at(3, 3, 'upper'))).toBe('Storey 1');
  expect(roomNameAt(site, { ...at(20), storeyId: null })).toBe('Yard');
});

describe('what follows a unit that is moved', () => {
  const powerline = { ...plainFeed('powerline', 'a'), nearOutletId: 'west', farOutletId: 'middle' };
  test('its outlet is that of its new place, and what it feeds takes the one near it', () => {
    const b = unit('b', at(6), powerline);
    const c = unit('c', at(3), {
      ...plainFeed('powerline', 'b'),
      nearOutletId: 'middle',
      farOutletId: 'west',
    });
    const now = moved(optionOf(b, c), 'b', at(12.5));
    expect(now.b!.feed).toMatchObject({ nearOutletId: 'west', farOutletId: 'east' });
    expect(now.c!.feed).toMatchObject({ nearOutletId: 'east', farOutletId: 'west' });
    expect(now.b!.name).toBe('Larder');
  });
  test('where no coax outlet is within reach there is none, and a run that does not lead there is let go', () => {
    const b = unit('b', at(12.5), { ...plainFeed('coax', 'a'), nearCoaxId: 'cw', farCoaxId: 'ce' });
    expect(moved(optionOf(b), 'b', at(4, 3, 'upper')).b!.feed).toMatchObject({ farCoaxId: null });
    expect(moved(optionOf(b), 'b', at(3)).b!.feed).toMatchObject({ farCoaxId: 'cw' });
    const d = unit('d', at(12), { ...plainFeed('ethernet', 'a'), dataRunId: 'gone' });
    expect(moved(optionOf(d), 'd', at(5)).d!.feed).toMatchObject({ dataRunId: null });
  });
  test('a name given by hand stays; the gateway keeps its form', () => {
    expect(moved(optionOf(unit('b', at(6), powerline, 'Nan’s chair')), 'b', at(13)).b!.name).toBe(
      'Nan’s chair',
    );
    expect(moved(optionOf(), 'a', at(13)).a!.name).toBe('Larder, at the line');
  });
});

describe('where a new unit begins', () => {
  test('above a free outlet near where it is wanted', () => {
    expect(freePlace(site, optionOf(), at(6.5))).toMatchObject({ xM: 6, yM: 5.5 });
  });
  test('never on another mark, nor through a wall of its room', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.double({ min: 0.5, max: 13.5, noNaN: true }),
            fc.double({ min: 0.5, max: 5.5, noNaN: true }),
          ),
          {
            minLength: 1,
            maxLength: 12,
          },
        ),
        (wanted) => {
          let option = optionOf();
          wanted.forEach(([x, y], i) => {
            const added = newUnit(site, emptyBrief(), option, kitById('mesh-dual')!, at(x, y), `u${i}`);
            expect(roomNameAt(site, added.place)).toBe(roomNameAt(site, at(x, y)));
            for (const other of option.units)
              expect(
                Math.hypot(other.place.xM - added.place.xM, other.place.yM - added.place.yM),
              ).toBeGreaterThan(0.79);
            option = { ...option, units: [...option.units, added] };
          });
        },
      ),
      { numRuns: 60 },
    );
  });
});
