import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { judgementWords, judgeTries, placeAt, triedOf, type Tried, type TryTable } from './tries';

const place = (xM: number) => ({ storeyId: 's', xM, yM: 0, heightM: 1 });
/** Four places in a row away from the uplink, each 3 m on; near ones err alike. */
const table = (means: readonly number[], wireMin: number | null = 60, serves = 0.95): TryTable => ({
  unitId: 'b',
  letter: 'B',
  uplink: 'A',
  places: means.map((meanDbm, i) => ({
    id: `p${i}`,
    name: `Place ${i}`,
    place: place(3 * i),
    meanDbm,
    needDbm: -70,
    serves,
  })),
  covarianceDb2: means.map((_, i) => means.map((__, j) => 36 * Math.exp(-Math.abs(i - j) / 2))),
  wireMin,
});
const tried = (at: number, values: Partial<Tried> = {}): Tried => ({
  at,
  light: null,
  levelDbm: null,
  served: null,
  ...values,
});

describe('where a unit is tried next', () => {
  test('first where it is planned; a light that holds there stays', () => {
    const t = table([-60, -58, -64]);
    expect(judgeTries(t, [])).toMatchObject({ says: 'try', at: 0 });
    expect(judgeTries(t, [tried(0, { light: 'holds' })])).toMatchObject({ says: 'stays', at: 0 });
    expect(judgeTries(t, [tried(0, { levelDbm: -66 })]).says).toBe('stays');
  });

  test('a weak light lowers the places near by more than those far off', () => {
    const t = table([-66, -66, -66, -66]);
    const before = judgeTries(t, []).chances;
    const after = judgeTries(t, [tried(0, { light: 'lost' })]);
    expect(after.says).toBe('next');
    const drop = after.chances.map((c, i) => before[i]! - c);
    expect(drop[1]!).toBeGreaterThan(drop[2]!);
    expect(drop[2]!).toBeGreaterThan(drop[3]!);
    expect(after.chances[0]).toBe(0);
    // The likeliest place is the one that is told.
    expect(after.at).toBe(3);
  });

  test('it stops where no place is worth what a try takes, and a dear wire makes it try longer', () => {
    const hopeless = [-95, -92, -90, -88];
    expect(judgeTries(table(hopeless), [tried(0, { light: 'lost' })]).says).toBe('stop');
    const poor = [-82, -78, -78, -78];
    const cheap = judgeTries(table(poor, 8), [tried(0, { light: 'lost' })]);
    const dear = judgeTries(table(poor, 600), [tried(0, { light: 'thin' })]);
    expect([cheap.says, dear.says]).toEqual(['stop', 'next']);
    expect(judgementWords(table(poor, 8), cheap)).toContain('Give B a wire from A: about 8 minutes');
    expect(judgementWords(table(poor, null), { ...cheap, says: 'stop' })).toContain('Another uplink than A');
  });

  test('what it is for was found wanting: places are alike in that', () => {
    const t = table([-55, -55, -55], 60, 0.9);
    const failed = judgeTries(t, [tried(0, { light: 'holds', served: false })]);
    expect(failed.says).toBe('next');
    expect(failed.chances[1]!).toBeLessThan(0.7);
    const twice = judgeTries(t, [
      tried(0, { light: 'holds', served: false }),
      tried(1, { light: 'holds', served: false }),
    ]);
    expect(twice.chances[2]!).toBeLessThan(failed.chances[2]!);
  });

  test('chances stay between 0 and 1, no place is told twice, and a place that was tried is never the next', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -95, max: -45 }), { minLength: 1, maxLength: 8 }),
        fc.array(fc.record({ at: fc.nat(7), light: fc.constantFrom('holds', 'thin', 'lost' as const) }), {
          maxLength: 6,
        }),
        (means, list) => {
          const t = table(means);
          const tries = list
            .filter((x) => x.at < means.length)
            .map((x) => tried(x.at, { light: x.light as Tried['light'] }));
          const j = judgeTries(t, tries);
          for (const c of j.chances) expect(c).toBeGreaterThanOrEqual(0);
          for (const c of j.chances) expect(c).toBeLessThanOrEqual(1);
          if (j.says === 'next') expect(tries.some((x) => x.at === j.at)).toBe(false);
          expect(j.says === 'stop').toBe(j.at === null);
        },
      ),
    );
  });

  test('tries are found by where they were made, within arm’s reach', () => {
    const t = table([-60, -60]);
    expect(placeAt(t, { ...place(3.5), heightM: 1.2 })).toBe(1);
    expect(placeAt(t, place(1.5))).toBeNull();
    const row = { unitId: 'b', place: place(0), light: 'thin' as const, levelDbm: null };
    expect(triedOf(t, [row, { ...row, unitId: 'other' }])).toEqual([tried(0, { light: 'thin' })]);
  });
});
