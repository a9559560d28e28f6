import { describe, expect, test } from '@jest/globals';
import { step as planned, type ScheduledStep, type Step } from './step';
import type { Ticks } from '../evidence/fold';
import { firstSaid, overMin, progressOf } from './progress';
import { schedule } from './schedule';

const step = (key: string, startMin: number, more: Partial<Step>): ScheduledStep => {
  const work = planned(key, key, 10, more);
  const handsEndMin = startMin + work.handsMin;
  return { ...work, who: null, startMin, handsEndMin, waitEndMin: handsEndMin + work.waitMin };
};
const T0 = Date.parse('2026-06-10T09:00:00Z');
const MIN = 60_000;
/** Ticked, each so many minutes after nine. */
const ticks = (at: Record<string, number>): Ticks =>
  new Map(
    Object.entries(at).map(([key, min]) => [key, { at: new Date(T0 + min * MIN).toISOString(), mark: '' }]),
  );
// Drill 30; cure 60 without hands; meanwhile clip 20; then join 10.
const DAY = [
  step('drill', 0, { handsMin: 30, waitMin: 60, cautions: ['drilling', 'mains'] }),
  step('clip', 30, { handsMin: 20, cautions: ['mains', 'ladder'] }),
  step('join', 90, { after: ['drill', 'clip'] }),
];

test('for two, what the other does meanwhile is told, and the rest of the day is planned for two', () => {
  const work = ['a', 'b', 'c'].map((key) => planned(key, key, 30));
  const sheet = schedule([...work, planned('up', 'Up', 20, { cautions: ['ladder'], after: ['a'] })], 'two');
  const start = progressOf(sheet, ticks({}), T0, T0);
  expect([start.current!.who, start.meanwhile!.who]).toEqual(['first', 'second']);
  expect(start.meanwhile!.fromMs).toBe(start.current!.fromMs);
  expect(start.dayLeftMin).toBe(80);
  const later = progressOf(
    sheet,
    ticks({ [start.current!.key]: 30, [start.meanwhile!.key]: 30 }),
    T0 + 30 * MIN,
    T0,
  );
  expect(later.day.filter((s) => s.standing === 'open').map((s) => s.who)).toContain('both');
  expect(later.dayLeftMin).toBe(50);
  expect(progressOf(schedule(work), ticks({}), T0, T0).meanwhile).toBeUndefined();
});

describe('how far the run sheet has come', () => {
  test('hands-on work and the day are two figures: waits are worked through', () => {
    expect(progressOf(DAY, ticks({}), T0, null)).toMatchObject({
      currentNumber: 1,
      handsLeftMin: 60,
      dayLeftMin: 100,
    });
  });

  test('what is ticked is behind us, and the first open step is the current one', () => {
    const { current, currentNumber, handsLeftMin } = progressOf(
      DAY,
      ticks({ clip: 20 }),
      T0 + 20 * MIN,
      null,
    );
    expect([current?.key, currentNumber, handsLeftMin]).toEqual(['drill', 2, 40]);
    expect(progressOf(DAY, ticks({ drill: 30 }), T0 + 30 * MIN, null).currentNumber).toBe(2);
  });

  test('the day is told by the clock and planned anew from when things really happened', () => {
    const begun = progressOf(DAY, ticks({}), null, T0);
    expect(begun.day.map((s) => [s.key, (s.fromMs! - T0) / MIN])).toEqual([
      ['drill', 0],
      ['clip', 30],
      ['join', 90],
    ]);
    // The drilling took 50 minutes instead of 30: its wait began later, and so does all that hangs on it.
    const late = progressOf(DAY, ticks({ drill: 50 }), T0 + 55 * MIN, T0);
    expect(late.day.map((s) => [s.key, s.standing, (s.fromMs! - T0) / MIN])).toEqual([
      ['drill', 'done', 20],
      ['clip', 'open', 55],
      ['join', 'open', 110],
    ]);
    expect(late.dayLeftMin).toBe(65);
    // Nobody has said when it begins, and nothing is ticked: no clock.
    expect(progressOf(DAY, ticks({}), T0, null).day[0]!.fromMs).toBeNull();
  });

  test('a tick for something else asks again; one without a mark, of an earlier version, counts', () => {
    const place = step('place', 0, { mark: 'box here' } as Partial<Step>);
    const now: ScheduledStep = { ...place, ticks: [{ key: 'place', mark: 'box there' }] };
    const by = (mark: string): Ticks => new Map([['place', { at: new Date(T0).toISOString(), mark }]]);
    const standing = (t: Ticks) => progressOf([now], t, T0, null).day[0]!.standing;
    expect([
      standing(by('box there')),
      standing(by('box here')),
      standing(by('')),
      standing(new Map()),
    ]).toEqual(['done', 'again', 'done', 'open']);
  });

  test('several that are joined at once are done when each is', () => {
    const both: ScheduledStep = {
      ...step('join:b', 0, {}),
      ticks: ['join:b', 'join:c'].map((key) => ({ key, mark: '' })),
    };
    expect(progressOf([both], ticks({ 'join:b': 5 }), T0, null).current?.key).toBe('join:b');
    expect(progressOf([both], ticks({ 'join:b': 5, 'join:c': 6 }), T0, null).current).toBeUndefined();
  });

  test('what evidence settles is done without a tick', () => {
    const settled = new Map([
      ['clip', { isDone: true as const, at: new Date(T0).toISOString(), why: 'it is' }],
    ]);
    expect(progressOf(DAY, ticks({}), T0, null, settled).day[0]).toMatchObject({
      key: 'clip',
      standing: 'done',
    });
  });

  test('nothing is left when all is done', () => {
    expect(
      progressOf(DAY, ticks(Object.fromEntries(DAY.map((s) => [s.key, 0]))), T0 + 500 * MIN, null),
    ).toMatchObject({ current: undefined, currentNumber: undefined, handsLeftMin: 0, dayLeftMin: 0 });
  });

  test('the day is held against the customer’s hours, past midnight too', () => {
    expect(overMin(DAY, { from: '09:00', to: '10:40' })).toBe(0);
    expect(overMin(DAY, { from: '09:00', to: '10:00' })).toBe(40);
    expect(overMin(DAY, { from: '23:30', to: '01:00' })).toBe(10);
  });

  test('a caution is written out where it first comes up', () => {
    const said = firstSaid(DAY);
    expect([...said.get('drill')!]).toEqual(['drilling', 'mains']);
    expect([...said.get('clip')!]).toEqual(['ladder']);
    expect(said.get('join')!.size).toBe(0);
  });
});
