import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { shareOut, type Flow } from './maxMin';

const shares = (flows: Flow[], limits: number[]) => [...shareOut(flows, limits).granted];
const on = (media: number[], ...times: number[]): Flow => ({ media, times });

test('what fits is granted whole', () => {
  const { granted, narrowest } = shareOut([on([0], 0.3), on([0], 0.4)], [0.7]);
  expect([...granted]).toEqual([1, 1]);
  expect(narrowest).toEqual([null, null]);
});

test('of what does not fit small demands are met and the others share evenly', () => {
  const [small, wide, wider] = shares([on([0], 0.1), on([0], 0.6), on([0], 1.2)], [0.7]);
  expect(small).toBe(1);
  expect(wide! * 0.6).toBeCloseTo(0.3, 9);
  expect(wider! * 1.2).toBeCloseTo(0.3, 9);
});

test('what one medium holds back is free for others of the next', () => {
  // The first asks half of both and gets a fifth of its need by the first medium: the second has 0.6 left for the other.
  const got = shareOut([on([0, 1], 0.5, 0.5), on([1], 0.6)], [0.1, 0.7]);
  expect(got.granted[0]).toBeCloseTo(0.2, 9);
  expect(got.granted[1]).toBe(1);
  expect(got.narrowest).toEqual([0, null]);
});

test('in a line of media the long flow gets what the fullest leaves it', () => {
  const flows = [on([0, 1], 1, 1), on([0], 1), on([1], 1), on([1], 1)];
  const [long, first, second, third] = shares(flows, [1, 1]);
  expect(long).toBeCloseTo(1 / 3, 2);
  expect(first).toBeCloseTo(2 / 3, 2);
  expect(second).toBeCloseTo(1 / 3, 2);
  expect(third).toBeCloseTo(1 / 3, 2);
});

const anyFlow = fc
  .uniqueArray(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 4 })
  .chain((media) =>
    fc
      .array(fc.double({ min: 0.01, max: 2, noNaN: true }), {
        minLength: media.length,
        maxLength: media.length,
      })
      .map((times): Flow => ({ media, times })),
  );

test('no medium is filled past its limit, and whoever is held back is so by a full one in which nobody has more', () => {
  fc.assert(
    fc.property(fc.array(anyFlow, { minLength: 1, maxLength: 8 }), (flows) => {
      const limits = [0.7, 0.7, 0.8, 0.8, 1];
      const { granted, narrowest } = shareOut(flows, limits);
      const timeOf = (f: number, m: number) => {
        const at = flows[f]!.media.indexOf(m);
        return at < 0 ? 0 : flows[f]!.times[at]! * granted[f]!;
      };
      const filled = limits.map((_, m) => flows.reduce((sum, _f, f) => sum + timeOf(f, m), 0));
      filled.forEach((t, m) => expect(t).toBeLessThanOrEqual(limits[m]! * 1.05));
      narrowest.forEach((m, f) => {
        if (m === null) return;
        expect(filled[m]!).toBeGreaterThanOrEqual(limits[m]! * 0.9);
        const most = Math.max(...flows.map((_, o) => timeOf(o, m)));
        expect(timeOf(f, m)).toBeGreaterThanOrEqual(most * 0.95);
      });
    }),
    { seed: 7, numRuns: 300 },
  );
});
