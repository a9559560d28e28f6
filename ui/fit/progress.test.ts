import { describe, expect, test } from '@jest/globals';
import type { ScheduledStep, Step } from '@/core/fit/schedule';
import { step as planned } from '@/core/fit/steps';
import { firstSaid, overMin, progressOf } from './progress';

const step = (key: string, startMin: number, more: Partial<Step>): ScheduledStep => {
  const work = planned(key, key, 10, more);
  const handsEndMin = startMin + work.handsMin;
  return { ...work, startMin, handsEndMin, waitEndMin: handsEndMin + work.waitMin };
};
// Drill 30; cure 60 without hands; meanwhile clip 20; then join 10.
const DAY = [
  step('drill', 0, { handsMin: 30, waitMin: 60, cautions: ['drilling', 'mains'] }),
  step('clip', 30, { handsMin: 20, cautions: ['mains', 'ladder'] }),
  step('join', 90, { after: ['drill', 'clip'] }),
];

describe('how far the run sheet has come', () => {
  test('hands-on work and the day are two figures: waits are worked through', () => {
    expect(progressOf(DAY, new Set())).toMatchObject({ currentNumber: 1, handsLeftMin: 60, dayLeftMin: 100 });
  });

  test('the first open step is the current one, also where a later one was ticked first', () => {
    const { current, currentNumber, handsLeftMin } = progressOf(DAY, new Set(['clip']));
    expect([current?.key, currentNumber, handsLeftMin]).toEqual(['drill', 1, 40]);
    expect(progressOf(DAY, new Set(['drill'])).currentNumber).toBe(2);
  });

  test('nothing is left when all is done', () => {
    expect(progressOf(DAY, new Set(DAY.map((s) => s.key)))).toEqual({
      current: undefined,
      currentNumber: undefined,
      handsLeftMin: 0,
      dayLeftMin: 0,
    });
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
