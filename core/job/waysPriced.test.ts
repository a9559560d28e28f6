import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { createPlanner } from './planner';

const job = quillfeatherFarm();
const option = job.plan.options[0]!;
const ask = (brief = job.brief, of = option) =>
  createPlanner({ ...job, brief }).ask<'ways'>({ kind: 'ways', option: of, brief }, () => Promise.resolve());

describe('what the other ways of working would cost', () => {
  test('the way that is chosen costs what the plan costs, and so does each other once it is chosen', async () => {
    const here = await ask();
    const price = (brief = job.brief) =>
      createPlanner({ ...job, brief }).derive(option.id).options[option.id]!.price.totalMinor;
    for (const way of ['names', 'key', 'bands', 'joining', 'adapters', 'cables', 'crew'] as const)
      expect(here[way][job.brief.policies[way]]!.totalMinor).toBe(price());
    for (const cables of ['plugs', 'leads'] as const)
      expect(here.cables[cables]!.totalMinor).toBe(
        price({ ...job.brief, policies: { ...job.brief.policies, cables } }),
      );
  });
  test('the day is as long as the run sheet says once the way is chosen', async () => {
    const here = await ask();
    const policies = { ...job.brief.policies, crew: 'two' as const };
    const steps = createPlanner({ ...job, brief: { ...job.brief, policies } }).derive(option.id).steps;
    expect(here.crew.two!.dayMin).toBe(Math.max(...steps.map((s) => s.waitEndMin)));
    expect(here.crew.two!.dayMin).toBeLessThan(here.crew.one!.dayMin);
    expect(here.crew.two!.totalMinor).toBe(here.crew.one!.totalMinor);
  });
  test('devices that come by themselves cost less than new names and keys', async () => {
    const { key } = await ask();
    expect(key.keep!.totalMinor).toBeLessThan(key.new!.totalMinor);
  });
  test('a plan without units has prices of nothing', async () => {
    const { crew } = await ask(job.brief, { ...option, units: [], wiredSpots: [] });
    expect(crew.one!.dayMin).toBe(0);
  });
});
