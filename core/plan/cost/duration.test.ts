import { expect, test } from '@jest/globals';
import { hoursText, minutesText } from './duration';

test.each([
  [0, '0 min'],
  [59.4, '59 min'],
  [59.6, '1 h 00'],
  [90, '1 h 30'],
  [605, '10 h 05'],
])('%d minutes read %s', (minutes, text) => expect(minutesText(minutes)).toBe(text));

test('hours are told to the minute', () => expect(hoursText(3.65)).toBe('3 h 39'));
