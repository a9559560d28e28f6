import { expect, test } from '@jest/globals';
import { crowdedSpots } from './crowd';
import type { SheetMark } from './marks';

const spot = (id: string, xM: number, yM: number): SheetMark => ({
  kind: 'spot',
  id,
  name: id,
  number: 1,
  fails: false,
  place: { storeyId: 's', xM, yM, heightM: 1 },
});

test('spots beside each other are as small as it takes, those alone keep their size', () => {
  const marks = [spot('a', 0, 0), spot('b', 1, 0), spot('c', 0.2, 9), spot('d', 20, 0)];
  expect([...crowdedSpots(marks, 14)]).toEqual([
    ['a', 0.6],
    ['b', 0.6],
  ]);
  // Drawn larger there is room again.
  expect(crowdedSpots(marks, 30).size).toBe(0);
  // However near, the number can be read; what lies side by side up or down counts too.
  expect(crowdedSpots([spot('a', 0, 0), spot('b', 0, 0)], 14).get('a')).toBe(0.55);
  expect(crowdedSpots([spot('a', 0, 0), spot('b', 0, 1.2)], 14).get('b')).toBe(0.75);
});
test('no two of a crowd lie over each other down to the least size', () => {
  const marks = Array.from({ length: 80 }, (_, i) =>
    spot(`s${i}`, (i % 10) * 0.95, Math.floor(i / 10) * 0.95),
  );
  const sizes = crowdedSpots(marks, 14);
  for (const a of marks)
    for (const b of marks) {
      if (a === b) continue;
      const half = (m: SheetMark) => 11 * (sizes.get(m.id) ?? 1);
      const px = 14 * Math.max(Math.abs(a.place.xM - b.place.xM), Math.abs(a.place.yM - b.place.yM));
      expect(px).toBeGreaterThanOrEqual(half(a) + half(b) - 1e-9);
    }
});
