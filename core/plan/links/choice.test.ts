import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { BANDS } from '../../radio/link/bands';
import { choiceDbm, unchosenBelowDbm } from './choice';

test('a higher band counts 12 dB more while it is good, and no more below −70 dBm', () => {
  expect(choiceDbm('5', -60)).toBe(-48);
  expect(choiceDbm('5', -70)).toBe(-58);
  expect(choiceDbm('5', -70.1)).toBe(-70.1);
  expect(choiceDbm('2.4', -60)).toBe(-60);
});

test('what was not chosen was under its limit, whatever was chosen: the limit is just where the choice turns', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...BANDS),
      fc.constantFrom(...BANDS),
      fc.double({ min: -95, max: -25, noNaN: true }),
      (chosen, other, level) => {
        const value = choiceDbm(chosen, level);
        const limit = unchosenBelowDbm(other, value);
        // A hair below it is not chosen.
        expect(choiceDbm(other, limit - 0.01)).toBeLessThan(value + 1e-9);
        // A hair above it would have been.
        expect(choiceDbm(other, limit + 0.01)).toBeGreaterThan(value - 1e-9);
      },
    ),
  );
});
