import { expect, test } from '@jest/globals';
import { clockText, dateText, dayText, speedText } from './format';

test.each([
  [0, '0.0'],
  [0.04, '0.0'],
  [7.25, '7.3'],
  [9.94, '9.9'],
  [9.96, '10'],
  [88.4, '88'],
  [1585.5, '1586'],
])('%d Mb/s reads %s', (mbps, text) => expect(speedText(mbps)).toBe(text));

test('times are those where the reader is, and days have their names', () => {
  const at = new Date(2026, 10, 25, 7, 5).toISOString();
  expect([clockText(at), dayText(at), dateText(at)]).toEqual(['07:05', '25 November', '25 November 2026']);
});
