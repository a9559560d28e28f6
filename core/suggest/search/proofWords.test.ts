import { expect, test } from '@jest/globals';
import { proofWords } from './proofWords';

test('a proof is said only where there is one, and what is open where there is none', () => {
  const proven = { isProven: true, isWhole: true, isAsSure: true, gap: 0, places: 12 };
  expect(proofWords(proven)).toBe('Proven: nothing cheaper serves as much from 12 places.');
  expect(proofWords({ ...proven, isProven: false, gap: 0.043 })).toBe(
    'Not proven: a plan might cost 4 % less.',
  );
  expect(proofWords({ ...proven, isProven: false, isWhole: false })).toContain(
    'more places than are looked at',
  );
  // However cheap it is: what is less sure than asked is no proof of anything.
  expect(proofWords({ ...proven, isAsSure: false })).not.toContain('Proven');
});
