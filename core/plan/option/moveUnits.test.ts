import { describe, expect, test } from '@jest/globals';
import { moveBuilding } from '../../site/geometry/frames';
import { gateway, option, place, site, unit } from '../../../testing/sampleHouse';
import { plainFeed } from './feeds';
import { planAfterMerge, planAfterMove } from './moveUnits';
import { emptyPlan, type Option, type Plan } from './schema';

const inBarn = unit('B', place(26, 2, 'b'), plainFeed('wireless', 'a'));
const inYard = unit('C', place(17, 2, null), plainFeed('wireless', 'a'));
const plan: Plan = {
  ...emptyPlan(),
  options: [option(gateway, inBarn, inYard), { ...option(gateway), id: 'other' }],
};

describe('units when a building is moved', () => {
  const moved = moveBuilding(site, 'barn', { xM: 3, yM: -1, turnDeg: 0 });
  const after = planAfterMove(plan, site, moved);
  test('go with the building they are in, and no others do', () => {
    const [a, b, c] = after.options[0]!.units;
    expect(b!.place).toMatchObject({ storeyId: 'b', xM: 29, yM: 1 });
    expect([a, c]).toEqual([gateway, inYard]);
  });
  test('an option in which nothing moves stays the very same', () => {
    expect(after.options[1]).toBe(plan.options[1]);
    expect(after.today).toBe(plan.today);
  });
  test('moved back they stand where they stood', () => {
    const back = moveBuilding(moved, 'barn', { xM: -3, yM: 1, turnDeg: 0 });
    const units = planAfterMove(after, moved, back).options[0]!.units;
    expect(units[1]!.place.xM).toBeCloseTo(26, 9);
    expect(units[1]!.place.yM).toBeCloseTo(2, 9);
  });
});

describe('wires to spots when two spots are made one', () => {
  const wire = (spotId: string, unitId: string) => ({ spotId, unitId, dataRunId: null });
  const merged = (...wires: Option['wiredSpots']) =>
    planAfterMerge({ ...plan, options: [{ ...option(gateway), wiredSpots: wires }] }, 'desk', 'bed')
      .options[0]!.wiredSpots;
  test('lead to the one that stays', () => {
    expect(merged(wire('bed', 'b'))).toEqual([wire('desk', 'b')]);
  });
  test('keep the wire it has where both had one', () => {
    expect(merged(wire('desk', 'a'), wire('bed', 'b'))).toEqual([wire('desk', 'a')]);
  });
  test('of others stay, and an option without the one that is gone is the very same', () => {
    expect(merged(wire('hob', 'a'))).toEqual([wire('hob', 'a')]);
    expect(planAfterMerge(plan, 'desk', 'bed').options[0]).toBe(plan.options[0]);
  });
});
