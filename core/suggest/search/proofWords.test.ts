import { expect, test } from '@jest/globals';
import { proofWords } from './proofWords';

test('a proof is said only where there is one, and what is open where there is none', () => {
  const proven = { isProven: true, isWhole: true, isAsSure: true, gap: 0, places: 12 };
  expect(proofWords(proven)).toBe(
    'Proven: nothing cheaper works as well, alone and at the busy hour, from 12 places.',
  );
  expect(proofWords({ ...proven, isProven: false, gap: 0.043 })).toBe(
    'Best found: another plan might cost up to 5 % less.',
  );
  expect(proofWords({ ...proven, isProven: false, isWhole: false })).toContain(
    'more places than are looked at',
  );
  expect(proofWords({ ...proven, isProven: false, gap: 1 })).toBe(
    'Best found: another plan might bring more spots to work.',
  );
  // However cheap it is: what is less sure than asked is no proof of anything.
  expect(proofWords({ ...proven, isAsSure: false })).not.toContain('Proven');
});
