import { emptyBrief } from '../brief/brief';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { priceOf } from '../plan/cost/price';
import type { Step } from './step';
import { crewOf, minutesBetween, otherCrewMin, schedule, totalMin } from './schedule';
import { restMin } from './day';
import { step } from './step';

const job = fc
  .array(
    fc.record({
      handsMin: fc.integer({ min: 0, max: 60 }),
      waitMin: fc.integer({ min: 0, max: 30 }),
      after: fc.array(fc.integer({ min: 0, max: 11 }), { maxLength: 3 }),
    }),
    { maxLength: 12 },
  )
  .map((list) =>
    list.map((s, i): Step =>
      step(`s${i}`, `Step ${i}`, s.handsMin, {
        waitMin: s.waitMin,
        // Only earlier steps, so that there is an order at all.
        after: s.after.filter((j) => j < i).map((j) => `s${j}`),
      }),
    ),
  );

describe('the time line of one pair of hands', () => {
  test('holds every step once, one at a time, and none before what it waits for', () => {
    fc.assert(
      fc.property(job, (steps) => {
        const sheet = schedule(steps);
        expect(sheet.map((s) => s.key).sort()).toEqual(steps.map((s) => s.key).sort());
        const byKey = new Map(sheet.map((s) => [s.key, s]));
        sheet.forEach((s, i) => {
          expect(s.handsEndMin - s.startMin).toBe(s.handsMin);
          expect(s.waitEndMin - s.handsEndMin).toBe(s.waitMin);
          if (i > 0) expect(s.startMin).toBeGreaterThanOrEqual(sheet[i - 1]!.handsEndMin);
          for (const before of s.after)
            expect(s.startMin).toBeGreaterThanOrEqual(byKey.get(before)!.waitEndMin);
        });
      }),
    );
  });
  test('is never longer than everything one after another, never shorter than the hands’ work', () => {
    fc.assert(
      fc.property(job, (steps) => {
        const total = totalMin(schedule(steps));
        const hands = steps.reduce((sum, s) => sum + s.handsMin, 0);
        const all = steps.reduce((sum, s) => sum + s.handsMin + s.waitMin, 0);
        expect(total).toBeGreaterThanOrEqual(hands);
        expect(total).toBeLessThanOrEqual(all);
      }),
    );
  });
  test('a wait is filled with other work, and waited out where there is none', () => {
    const boot = step('boot', 'Boot', 5, { waitMin: 20 });
    const cable = step('cable', 'Cable', 15);
    const join = step('join', 'Join', 5, { after: ['boot'] });
    expect(schedule([boot, join, cable]).map((s) => [s.key, s.startMin])).toEqual([
      ['boot', 0],
      ['cable', 5],
      ['join', 25],
    ]);
    expect(totalMin(schedule([boot, join]))).toBe(30);
    expect(totalMin([])).toBe(0);
  });
  test('nobody starts a long piece of work while a short wait leads to what is pressing', () => {
    const modem = step('modem', 'Modem', 6, { waitMin: 5 });
    const network = step('network', 'Network', 8, { waitMin: 9, after: ['modem'] });
    const cable = step('cable', 'Cable', 44);
    const join = step('join', 'Join', 7, { waitMin: 9, after: ['network'] });
    const place = step('place', 'Place', 8, { waitMin: 3, after: ['join', 'cable'] });
    const sheet = schedule([modem, cable, network, join, place]);
    expect(sheet.map((s) => s.key)).toEqual(['modem', 'network', 'cable', 'join', 'place']);
    // The cable fills the wait of the network; the five minutes of the modem are waited out.
    expect(totalMin(sheet)).toBe(6 + 5 + 8 + 44 + 7 + 9 + 8 + 3);
  });
  test('is the shortest there is for small jobs', () => {
    const shortest = (steps: readonly Step[]): number => {
      const by = (order: readonly Step[]): number => {
        const doneAt = new Map<string, number>();
        let now = 0;
        for (const s of order) {
          now = Math.max(now, ...s.after.map((k) => doneAt.get(k) ?? Infinity)) + s.handsMin;
          doneAt.set(s.key, now + s.waitMin);
        }
        return Math.max(0, ...doneAt.values());
      };
      const orders = (left: readonly Step[]): Step[][] =>
        left.length === 0
          ? [[]]
          : left.flatMap((s) => orders(left.filter((o) => o !== s)).map((rest) => [s, ...rest]));
      return Math.min(...orders(steps).map(by));
    };
    fc.assert(
      fc.property(job, (steps) => {
        const few = steps.slice(0, 6);
        expect(totalMin(schedule(few))).toBeCloseTo(shortest(few), 9);
      }),
      { numRuns: 80 },
    );
  });
  test('a day that has begun goes on from now: what is done is left out, and its wait as it began still holds', () => {
    const boot = step('boot', 'Boot', 5, { waitMin: 20 });
    const cable = step('cable', 'Cable', 15);
    const join = step('join', 'Join', 5, { after: ['boot'] });
    const rest = schedule([boot, cable, join], 'one', { nowMin: 30, doneAtMin: new Map([['boot', 40]]) });
    expect(rest.map((s) => [s.key, s.startMin])).toEqual([
      ['cable', 30],
      ['join', 45],
    ]);
    // With nothing to fill it, the wait is waited out.
    expect(
      schedule([boot, join], 'one', { nowMin: 30, doneAtMin: new Map([['boot', 40]]) })[0]!.startMin,
    ).toBe(40);
  });
  test('for two it is never longer than for one, and never shorter than half the hands or the longest way', () => {
    fc.assert(
      fc.property(job, (steps) => {
        const sheet = schedule(steps);
        const forTwo = schedule(steps, 'two');
        const two = totalMin(forTwo);
        const hands = steps.reduce((sum, s) => sum + s.handsMin, 0);
        expect(two).toBeLessThanOrEqual(totalMin(sheet) + 1e-9);
        expect(two).toBeGreaterThanOrEqual(hands / 2 - 1e-9);
        for (const s of steps) expect(two).toBeGreaterThanOrEqual(s.handsMin + s.waitMin);
        expect(otherCrewMin(sheet)).toBe(two);
      }),
    );
    const [a, b] = [step('a', 'A', 30), step('b', 'B', 30)];
    expect(totalMin(schedule([a, b], 'two'))).toBe(30);
    // A ladder takes both.
    const up = schedule([a, { ...b, cautions: ['ladder'] }], 'two');
    expect(totalMin(up)).toBe(60);
    expect(up.map((s) => s.who)).toContain('both');
    expect([crewOf(schedule([a])), crewOf(up)]).toEqual(['one', 'two']);
  });
  test('for two it is the shortest there is for small jobs, whoever does what in whatever order', () => {
    const shortest = (steps: readonly Step[]): number => {
      const isHigh = (s: Step) => s.cautions.includes('ladder');
      const from = (
        left: readonly Step[],
        free: readonly [number, number],
        doneAt: ReadonlyMap<string, number>,
      ): number => {
        if (left.length === 0) return Math.max(0, ...doneAt.values());
        return Math.min(
          ...left.flatMap((s) => {
            const ready = Math.max(0, ...s.after.map((k) => doneAt.get(k) ?? Infinity));
            if (ready === Infinity) return [];
            return (isHigh(s) ? ['both'] : ['first', 'second']).map((who) => {
              const handsFree = who === 'both' ? Math.max(...free) : free[who === 'first' ? 0 : 1];
              const end = Math.max(ready, handsFree) + s.handsMin;
              return from(
                left.filter((o) => o !== s),
                [who === 'second' ? free[0] : end, who === 'first' ? free[1] : end],
                new Map(doneAt).set(s.key, end + s.waitMin),
              );
            });
          }),
        );
      };
      return from(steps, [0, 0], new Map());
    };
    fc.assert(
      fc.property(job, fc.integer({ min: 0, max: 31 }), (steps, high) => {
        const few = steps.slice(0, 5).map((s, i): Step => ({
          ...s,
          cautions: (high >> i) % 2 === 1 ? ['ladder'] : [],
        }));
        expect(totalMin(schedule(few, 'two'))).toBeCloseTo(shortest(few), 9);
      }),
      { numRuns: 80 },
    );
  });
  test('nobody does two things at once, a ladder has both, and nothing begins before what it waits for', () => {
    const high = job.chain((steps) =>
      fc
        .array(fc.boolean(), { minLength: steps.length, maxLength: steps.length })
        .map((isHigh) =>
          steps.map((s, i): Step => ({ ...s, cautions: isHigh[i] ? ['ladder'] : ['drilling'] })),
        ),
    );
    fc.assert(
      fc.property(high, (steps) => {
        const sheet = schedule(steps, 'two');
        expect(sheet.map((s) => s.key).sort()).toEqual(steps.map((s) => s.key).sort());
        const doneAt = new Map(sheet.map((s) => [s.key, s.waitEndMin]));
        for (const s of sheet) {
          for (const k of s.after) expect(s.startMin).toBeGreaterThanOrEqual(doneAt.get(k)! - 1e-9);
          if (s.who === 'both') expect(s.cautions).toContain('ladder');
        }
        for (const me of ['first', 'second'] as const) {
          const mine = sheet.filter((s) => s.who === me || s.who === 'both');
          mine.forEach((s, i) => {
            if (i > 0) expect(s.startMin).toBeGreaterThanOrEqual(mine[i - 1]!.handsEndMin - 1e-9);
          });
        }
      }),
    );
  });
  test('what is done before the visit takes no minute of the day', () => {
    const sheet = schedule([step('consents', 'C', 5, { beforeVisit: true }), step('boxes', 'B', 4)]);
    expect(sheet.map((s) => [s.key, s.startMin, s.waitEndMin])).toEqual([
      ['consents', 0, 0],
      ['boxes', 0, 4],
    ]);
    expect([totalMin(sheet), restMin(sheet)]).toEqual([4, 4]);
  });
  test('the rest of a day in its order is no longer than the day, and shrinks as steps are done', () => {
    fc.assert(
      fc.property(job, (steps) => {
        const sheet = schedule(steps);
        expect(restMin(sheet)).toBe(totalMin(sheet));
        let last = totalMin(sheet);
        sheet.forEach((_, i) => {
          const rest = restMin(sheet.slice(i + 1));
          expect(rest).toBeLessThanOrEqual(last);
          last = rest;
        });
      }),
    );
  });
  test('a day of hundreds of steps is put in order too', () => {
    const many = Array.from({ length: 300 }, (_, i) =>
      step(`s${i}`, `S${i}`, 3 + (i % 7), { waitMin: i % 5, after: i > 3 ? [`s${i - 3}`] : [] }),
    );
    const sheet = schedule(many);
    expect(new Set(sheet.map((s) => s.key)).size).toBe(300);
    expect(totalMin(sheet)).toBeLessThanOrEqual(many.reduce((sum, s) => sum + s.handsMin + s.waitMin, 0));
  });
  test('an unknown predecessor holds nothing up, and a circle ends', () => {
    expect(schedule([step('a', 'A', 5, { after: ['nobody'] })])[0]!.startMin).toBe(0);
    const circle = [step('a', 'A', 5, { after: ['b'] }), step('b', 'B', 5, { after: ['a'] })];
    expect(schedule(circle)).toHaveLength(2);
  });
});

test('a price is parts and hours', () => {
  const parts = [
    { label: 'Cat 6', count: 20, unit: 'm' as const, costMinor: 1800 },
    { label: 'Node', count: 1, unit: 'piece' as const, costMinor: 8900 },
  ];
  const base = { ...emptyBrief(), labourMinorPerHour: 60_00 };
  const brief = { ...base, offer: { ...base.offer, travelMinor: 25_00 } };
  const price = priceOf(parts, schedule([step('a', 'A', 60), step('read', 'R', 30)]), brief);
  expect(price).toEqual({
    materialMinor: 10_700,
    labourMinor: 90_00,
    travelMinor: 25_00,
    totalMinor: 22_200,
    hours: 1.5,
    measuringHours: 0.5,
  });
  expect(priceOf([], [], base)).toMatchObject({ materialMinor: 0, labourMinor: 0, totalMinor: 0, hours: 0 });
});

test.each([
  ['09:00', '16:00', 420],
  ['16:00', '09:00', 1020],
  ['08:30', '08:30', 1440],
  ['23:59', '00:01', 2],
])('from %s to %s are %i minutes', (from, to, min) => expect(minutesBetween(from, to)).toBe(min));
