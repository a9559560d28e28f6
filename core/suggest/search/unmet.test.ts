import { describe, expect, test } from '@jest/globals';
import { smallHouse, smallToday } from '../../../testing/smallHouse';
import type { Brief } from '../../brief/brief';
import { evaluate } from '../../plan/evaluate/evaluate';
import type { Spot } from '../../site/model/schema';
import { planContext, type PlanContext } from '../../plan/network/context';
import { emptyPlan } from '../../plan/option/schema';
import { budgetWords, unmetOf } from './unmet';

const { site, brief } = smallHouse(1);
const contextOf = (change: Partial<Brief>, spots: Spot[] = site.spots): PlanContext =>
  planContext({ site: { ...site, spots }, brief: { ...brief, ...change }, plan: emptyPlan() });
const words = (context: PlanContext, reachable: string[] = []) =>
  unmetOf(context, evaluate(context, smallToday, smallToday), { most: 2, reachable: new Set(reachable) });

describe('what cannot be met', () => {
  test('is the line’s where the line is too small, alone or in the evening', () => {
    const slow = contextOf({ line: { ...brief.line, downMbps: 2, upMbps: 1 } });
    expect(words(slow).every((u) => u.words.includes('the line carries less than it needs'))).toBe(true);
    const near = site.spots.map((s, i) => ({ ...s, place: { ...s.place, xM: 2 + i * 0.5 } }));
    const film = near.map((s): Spot => ({
      ...s,
      client: 'laptop',
      activities: [{ activity: 'hdFilm', count: 1 }],
    }));
    const evening = contextOf({ people: 4, line: { ...brief.line, downMbps: 20, upMbps: 20 } }, film);
    expect(words(evening)[0]!.words).toMatch(
      /^tight: in the evening, with 4 at home, the line does not hold it/,
    );
  });
  test('is the device’s where that moves less', () => {
    const heavy = site.spots.map((s): Spot => ({
      ...s,
      client: 'smartDevice',
      activities: [{ activity: 'film4k', count: 3 }],
    }));
    const fast = { line: { ...brief.line, downMbps: 2000, upMbps: 2000 } };
    expect(words(contextOf(fast, heavy))[0]!.words).toMatch(/its device moves \d+ Mb\/s at most/);
  });
  test('names the bounds a unit does not keep to, or that nothing reaches it', () => {
    const allowed = { ...brief.allowed, drilling: false, budgetMinor: 100_00 };
    const unmet = words(contextOf({ allowed }));
    const { spotId } = unmet.find((u) => u.words.includes('nothing may be drilled'))!;
    expect(words(contextOf({ allowed }), [spotId]).find((u) => u.spotId === spotId)!.words).toMatch(
      /not within the budget of EUR\s100, 2 new units at most, nothing drilled: allow more/,
    );
  });
});

test('a budget under the first unit is said', () => {
  const e = evaluate(contextOf({}), smallToday, smallToday);
  const budget = (budgetMinor: number | null) =>
    budgetWords(contextOf({ allowed: { ...brief.allowed, budgetMinor } }), e);
  expect([budget(null), budget(e.price.totalMinor)]).toEqual([null, null]);
  expect(budget(1_00)).toMatch(/^The budget of EUR\s1 is less than what has to stand on the line costs/);
});
