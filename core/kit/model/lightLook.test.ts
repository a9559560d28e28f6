import { expect, test } from '@jest/globals';
import { CATALOGUE } from '../catalogue/catalogue';
import { lightLook } from './lightLook';

test.each([
  ['blue, blinking', 'blue', 'blinking', null],
  ['white, pulsing', 'white', 'slow', null],
  ['white, fast', 'white', 'fast', null],
  ['dark', 'dark', 'steady', null],
  ['three bars or more', 'unknown', 'steady', 3],
  ['one or two bars', 'unknown', 'steady', 1],
  ['all bars, running', 'unknown', 'slow', 5],
  ['link light, amber', 'amber', 'steady', null],
])('%s', (shows, colour, pattern, bars) => expect(lightLook(shows)).toEqual({ colour, pattern, bars }));

test('every light of the catalogue is drawn otherwise than the others of its kit that mean something else at the same stage', () => {
  for (const kit of CATALOGUE)
    for (const stage of ['setUp', 'afterwards'] as const) {
      const seen = new Map<string, string>();
      for (const l of kit.lights.filter((x) => x.when === stage || x.when === 'always')) {
        const look = JSON.stringify([lightLook(l.shows), /link/.test(l.shows)]);
        expect(seen.get(look) ?? l.means).toBe(l.means);
        seen.set(look, l.means);
      }
    }
});
