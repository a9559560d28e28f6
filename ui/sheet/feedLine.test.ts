import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { feedKind } from '@/core/kit/model/schema';
import { FEED_STYLE, feedPath } from './feedLine';

const kind = fc.constantFrom(...feedKind.options);
const place = fc.tuple(fc.integer({ min: -500, max: 500 }), fc.integer({ min: -500, max: 500 }));

test('a feed is drawn from end to end, or not at all where both are one', () => {
  fc.assert(
    fc.property(kind, place, place, (k, a, b) => {
      const path = feedPath(k, a, b);
      if (Math.hypot(b[0] - a[0], b[1] - a[1]) < 1) return expect(path).toBe('');
      expect(path.startsWith(`M${a[0]},${a[1]}`)).toBe(true);
      expect(path.endsWith(`${b[0]},${b[1]}`)).toBe(true);
      expect(path).not.toMatch(/NaN|Infinity/);
    }),
  );
});

test('each kind is told apart by its line, not only by its colour', () => {
  const looks = feedKind.options.map((k) => {
    const { width, dash, core } = FEED_STYLE[k];
    const shape = feedPath(k, [0, 0], [100, 0]).replace(/[\d.,-]+/g, 'n').length;
    return `${width} ${dash ?? ''} ${core ?? ''} ${shape}`;
  });
  expect(new Set(looks).size).toBe(looks.length);
});
