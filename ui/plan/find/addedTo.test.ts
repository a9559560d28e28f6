import { expect, test } from '@jest/globals';
import { kitById } from '@/core/kit/catalogue/catalogue';
import { emptyPlan } from '@/core/plan/option/schema';
import { quillfeatherFarm } from '@/demo/farm';
import { begun, unitAdded, withUnit } from './addedTo';

const job = quillfeatherFarm();
const extender = kitById('extender-dual')!;
const mesh = kitById('mesh-dual')!;
const at = { storeyId: 'f-upper', xM: 8.2, yM: 6.2, heightM: 1.2 };

test('kit that cannot stand on the line begins an empty option with the router that is there', () => {
  const own = begun(job, null, extender);
  expect(own.units).toEqual(job.plan.today.units);
  const unit = unitAdded(job, own, extender, at, 'u');
  expect(unit).toMatchObject({
    letter: 'B',
    feed: { kind: 'wireless', parentId: job.plan.today.units[0]!.id },
  });
  expect(withUnit(own, unit).units).toHaveLength(2);
});

test('a unit that can stand on the line begins with itself, and an option that has units is gone on with', () => {
  expect(begun(job, null, mesh).units).toEqual([]);
  const [option] = job.plan.options;
  expect(begun(job, option!, extender)).toBe(option);
  // Nothing is there today: there is nothing to begin with.
  expect(begun({ plan: emptyPlan() }, null, extender).units).toEqual([]);
});
