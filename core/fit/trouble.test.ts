import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { CATALOGUE } from '../kit/catalogue/catalogue';
import { light } from '../kit/model/details';
import type { JoinAt } from './step';
import { whyNotHeld, whyNotJoined, type Seen } from './trouble';

const kit = (id: string) => CATALOGUE.find((k) => k.id === id)!;
const joinsOf = (id: string): JoinAt => ({
  joining: kit(id).joining,
  root: 'A',
  joiners: ['B'],
  joinMin: kit(id).joining.joinMin,
  updateMin: kit(id).waitMin,
});
const seen = (values: Partial<Seen> = {}): Seen => ({
  light: null,
  sinceMin: null,
  levelDbm: null,
  tries: 1,
  ...values,
});
const why = (values: Partial<Seen>, id = 'mesh-dual') => whyNotJoined(seen(values), joinsOf(id));

describe('it will not join: timing, update or distance', () => {
  test('by its light, the time since the press and the level', () => {
    expect(why({ light: 'updating', sinceMin: 3 }).cause).toBe('update');
    expect(why({ light: 'joining', sinceMin: 1 }).cause).toBe('wait');
    expect(why({ light: 'joining', sinceMin: 6 }).cause).toBe('timing');
    expect(why({ light: 'ready', sinceMin: 4, levelDbm: -50 }).cause).toBe('timing');
    expect(why({ light: 'ready', sinceMin: 4, levelDbm: -78 }).cause).toBe('distance');
    expect(why({ light: 'lost' }).cause).toBe('distance');
    expect(why({ light: 'lost', levelDbm: -50 }).cause).toBe('timing');
    expect(why({ light: 'switchedOff' }).cause).toBe('power');
    expect(why({ light: 'noInternet' }).cause).toBe('line');
    expect(why({ light: 'holds' })).toMatchObject({ cause: 'good', next: [] });
    // Nobody can tell the light: the clock and the level do.
    expect(why({ sinceMin: 1 }).cause).toBe('wait');
    expect(why({ sinceMin: 5 }).cause).toBe('update');
    expect(why({ sinceMin: 30 }).cause).toBe('timing');
    expect(why({ levelDbm: -80 }).cause).toBe('distance');
  });

  test('a unit that updates is never told to be pressed, and what is told is its kit’s own', () => {
    expect(why({ light: 'updating', sinceMin: 2 }).next.join(' ')).toContain('no button');
    expect(why({ light: 'ready', sinceMin: 9 }).next.join(' ')).toContain(
      'A first for 2 s, B within 2 minutes',
    );
    expect(why({ light: 'ready', sinceMin: 30 }, 'extender-dual').next.join(' ')).toContain(
      'key of each band',
    );
    expect(why({ light: 'ready', sinceMin: 30 }, 'ceiling-poe').next.join(' ')).toContain(
      'cable out and in at A',
    );
    expect(why({ light: 'ready', sinceMin: 30 }, 'mesh-six').next.join(' ')).toContain('search');
  });

  test('tried often it is reset, then exchanged: never a dead end', () => {
    expect(why({ light: 'ready', sinceMin: 9, tries: 2 }).next.join(' ')).toContain('Reset B');
    expect(why({ light: 'ready', sinceMin: 9, tries: 4 }).next.join(' ')).toContain('take the spare');
    fc.assert(
      fc.property(
        fc.constantFrom(null, ...light.options),
        fc.option(fc.integer({ min: 0, max: 90 }), { nil: null }),
        fc.option(fc.integer({ min: -110, max: -20 }), { nil: null }),
        fc.integer({ min: 1, max: 9 }),
        fc.constantFrom(...CATALOGUE.filter((k) => k.joining.method !== 'none').map((k) => k.id)),
        fc.boolean(),
        (l, sinceMin, levelDbm, tries, id, isWireless) => {
          const s = { light: l, sinceMin, levelDbm, tries };
          for (const t of [
            whyNotJoined(s, joinsOf(id)),
            whyNotHeld(s, { letter: 'B', uplink: 'A', isWireless, settleMin: 3 }),
          ])
            expect(t.next.length > 0).toBe(t.cause !== 'good');
        },
      ),
    );
  });
});

describe('it does not hold at its place', () => {
  const held = (values: Partial<Seen>, isWireless = true) =>
    whyNotHeld(seen(values), { letter: 'B', uplink: 'A', isWireless, settleMin: 3 });
  test('over the air it is the distance unless its level is good; on a wire it is the cable', () => {
    expect(held({ light: 'lost' }).cause).toBe('distance');
    expect(held({ light: 'thin', levelDbm: -60 }).cause).toBe('timing');
    expect(held({ light: 'lost' }, false).cause).toBe('cable');
    expect(held({ light: 'starting', sinceMin: 2 }).cause).toBe('wait');
    expect(held({ light: 'lost', tries: 3 }).next.join(' ')).toContain('a wire instead');
  });
});
