import { expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { planContext } from '../plan/network/context';
import { predictOption } from '../plan/predict/predict';
import type { Spot } from '../site/model/schema';
import { nextSpot } from './nextSpot';

const farm = quillfeatherFarm();
const { today } = farm.plan;

function ask(spots: Spot[], read: readonly number[]) {
  const context = planContext({ site: { ...farm.site, spots }, brief: farm.brief, plan: farm.plan });
  const predictions = predictOption(context, today);
  const next = nextSpot(context, today, predictions, (s) => read.includes(s.number));
  return next && { number: spots.find((s) => s.id === next.spotId)!.number, ...next };
}
const spot = (n: number) => farm.site.spots.find((s) => s.number === n)!;

test('of the spots not read one is named, and it makes the rest surer', () => {
  const next = ask(farm.site.spots, [1, 2, 3])!;
  expect([1, 2, 3]).not.toContain(next.number);
  expect(next.thenDb).toBeLessThan(next.nowDb);
  expect(next.thenDb).toBeGreaterThan(0);
});

test('the one whose way the others share tells more than one on a way of its own', () => {
  // Two spots side by side behind the same walls, and one right beside the router.
  const far = spot(4);
  const twin = { ...far, id: 'twin', number: 15, place: { ...far.place, xM: far.place.xM + 0.2 } };
  const near = { ...spot(6), id: 'near', number: 16, place: { ...today.units[0]!.place, heightM: 1 } };
  expect([4, 15]).toContain(ask([near, far, twin], [])!.number);
});

test('the order of the spots changes nothing', () => {
  const some = [spot(3), spot(4), spot(10), spot(12)];
  expect(ask([...some].reverse(), [])!.number).toBe(ask(some, [])!.number);
});

test('with one spot left, or none, nothing is weighed', () => {
  expect(ask([spot(1), spot(2)], [1])).toBeNull();
  expect(ask([], [])).toBeNull();
});
