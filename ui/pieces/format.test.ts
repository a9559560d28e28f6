import { expect, test } from '@jest/globals';
import { clockText, dateText, dayText, minutesText, speedText } from './format';

test.each([
  [0, '0.0'],
  [0.04, '0.0'],
  [7.25, '7.3'],
  [9.94, '9.9'],
  [9.96, '10'],
  [88.4, '88'],
  [1585.5, '1586'],
])('%d Mb/s reads %s', (mbps, text) => expect(speedText(mbps)).toBe(text));

test.each([
  [0, '0 min'],
  [59.4, '59 min'],
  [59.6, '1 h 00'],
  [90, '1 h 30'],
  [605, '10 h 05'],
])('%d minutes read %s', (minutes, text) => expect(minutesText(minutes)).toBe(text));

test('times are those where the reader is, and days have their names', () => {
  const at = new Date(2026, 10, 25, 7, 5).toISOString();
  expect([clockText(at), dayText(at), dateText(at)]).toEqual(['07:05', '25 November', '25 November 2026']);
});
