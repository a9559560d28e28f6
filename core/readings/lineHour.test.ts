import { expect, test } from '@jest/globals';
import { sampleReading, sampleState } from '../../demo/sampleRows';
import { lineIsOfAnotherHour } from './lineHour';

const hourOf = (iso: string) => new Date(iso).getUTCHours();
const at = (hour: number) => `2026-06-03T${String(hour).padStart(2, '0')}:20:00Z`;
const rows = (line: number[], spot: number) => [
  sampleState('b', 'before'),
  ...line.map((h) => sampleReading({ spotId: null, device: 'wired', at: at(h) })),
  sampleReading({ at: at(spot) }),
];

test.each([
  [[9], 10, null],
  [[9], 20, { lineHour: 9, spotHour: 20 }],
  [[9, 19], 20, null],
  [[23], 1, null],
  [[], 20, null],
])('line at %p, spot at %d: %p', (line, spot, expected) =>
  expect(lineIsOfAnotherHour(rows(line, spot), 'before', hourOf)).toEqual(expected),
);

test('readings to a wired host in the house do not pass the line', () => {
  const list = rows([9], 20).map((r) =>
    r.kind === 'reading' && r.subject.kind === 'spot' ? { ...r, target: 'house' as const } : r,
  );
  expect(lineIsOfAnotherHour(list, 'before', hourOf)).toBeNull();
});
