import { expect, test } from '@jest/globals';
import { writtenTime } from './writtenTime';

const NOW = '2026-11-30T12:00:00.000Z';

test.each([
  ['28/11/2026', 'dayFirst', '2026-11-28T00:00:00'],
  ['11/28/2026', 'monthFirst', '2026-11-28T00:00:00'],
  ['28.11.', 'dayFirst', '2026-11-28T00:00:00'],
  ['28.11.', 'monthFirst', '2026-11-28T00:00:00'],
  ['11/28', 'monthFirst', '2026-11-28T00:00:00'],
  ['3/4/26', 'dayFirst', '2026-04-03T00:00:00'],
  ['3/4/26', 'monthFirst', '2026-03-04T00:00:00'],
  // Without a year it is the last such day that has been.
  ['24.12.', 'dayFirst', '2025-12-24T00:00:00'],
  ['28.11.2026 14:05', 'dayFirst', '2026-11-28T14:05:00'],
  ['28/11/2026, 2:05 pm', 'dayFirst', '2026-11-28T14:05:00'],
  ['11/28/2026 12:00 AM', 'monthFirst', '2026-11-28T00:00:00'],
  ['29.02.2024 9.30 Uhr', 'dayFirst', '2024-02-29T09:30:00'],
] as const)('“%s” with the %s is %s', (text, order, at) => expect(writtenTime(text, order, NOW)).toBe(at));

test.each([
  '11/28/2026',
  '31.4.2026',
  '29.02.2026',
  '28/11/2026 25:00',
  '28/11/2026 soon',
  'yesterday',
  '2026-11-28',
  '',
])('“%s” is no day of a country that writes the day first', (text) =>
  expect(writtenTime(text, 'dayFirst', NOW)).toBeNull(),
);
