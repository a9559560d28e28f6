import { expect, test } from '@jest/globals';
import { stickyHouse } from '../../../testing/stickyHouse';
import { runSheet } from '../../fit/runSheet';
import { workOf } from '../../plan/cost/work';
import { withChannels } from '../../plan/links/channelPlan';
import { planContext, type PlanContext } from '../../plan/network/context';
import { LEAST_POWER_DBM, turnedDown } from '../../plan/network/radioPower';
import { powerOfRadio } from '../../plan/network/radios';
import { kitById } from '../../kit/catalogue/catalogue';
import type { Option } from '../../plan/option/schema';
import { predictOption } from '../../plan/predict/predict';
import { meets } from '../../plan/links/judge';
import { leastPower } from './leastPower';

const noPause = () => Promise.resolve();

/** The sticky house as it is planned. */
function houseOf(seed: number, kitId: string): { context: PlanContext; option: Option } {
  const job = stickyHouse(seed, kitId);
  const context = planContext(job);
  return { context, option: withChannels(context, job.plan.options[0]!) };
}

test('turned down, devices let go and every spot works as before; what is set has its step and its minutes', async () => {
  let freed = 0;
  for (const seed of [1, 3, 7, 10, 11]) {
    const { context, option } = houseOf(seed, 'provider-router');
    const found = await leastPower(context, option, noPause);
    const [before, after] = [predictOption(context, option), predictOption(context, found.option)];
    before.forEach((p, i) => {
      if (p.alone === 'works') expect(after[i]!.alone).toBe('works');
      if (p.verdict === 'works') expect(after[i]!.verdict).toBe('works');
    });
    expect(found.then.length).toBeLessThanOrEqual(found.now.length);
    // Told anew of what it set, it finds the very same to be left.
    const stuck = after.filter(
      (p) => p.stuck && p.alone === 'works' && !meets({ ...p.stuck, latencyMs: 0 }, p.need),
    );
    expect(stuck.map((p) => p.spotId)).toEqual(found.then.map((s) => s.spotId));
    if (found.lowered.length === 0) {
      expect(found.option).toBe(option);
      continue;
    }
    freed += found.now.length - found.then.length;
    for (const l of found.lowered) {
      expect(l.toDbm).toBeGreaterThanOrEqual(LEAST_POWER_DBM);
      // One step less would not do: it is the least that frees so many.
      expect(l.fromDbm - l.toDbm).toBeGreaterThan(0);
    }
    const step = runSheet(context, found.option).find((s) => s.key === 'power')!;
    expect(step.acts).toHaveLength(found.lowered.length);
    expect(step.acts[0]!.words).toMatch(/dBm, \d+ dB less than its most \(a page with percents: \d+ %\)/);
    const minutes = (o: Option) => workOf(context, o).find((w) => w.key === 'power')?.handsMin ?? 0;
    expect([minutes(option), minutes(found.option)]).toEqual([0, 2 * found.lowered.length]);
  }
  expect(freed).toBeGreaterThanOrEqual(4);
});

test('where units hand over nothing sticks, and nothing is turned down', async () => {
  const { context, option } = houseOf(1, 'mesh-dual');
  const mesh = { ...option, units: option.units.map((u) => ({ ...u, kitId: 'mesh-dual' })) };
  expect(await leastPower(context, mesh, noPause)).toEqual({
    now: [],
    then: [],
    lowered: [],
    untried: 0,
    option: mesh,
  });
});

test('channels planned anew keep a power that was set', () => {
  const { context, option } = houseOf(1, 'provider-router');
  const [a, b] = option.units;
  const low: Option = {
    ...option,
    units: [a!, { ...b!, radios: { ...b!.radios, '5': { ...b!.radios['5']!, powerDbm: 11 } } }],
  };
  const anew = withChannels(context, low).units[1]!;
  const kit = kitById(anew.kitId, [])!;
  expect(
    powerOfRadio(
      anew,
      kit.radios.find((r) => r.band === '5')!,
    ),
  ).toBe(11);
  expect(turnedDown(anew, kit)).toMatchObject([{ powerDbm: 11, lessDb: 9 }]);
  expect(turnedDown(a!, kit)).toEqual([]);
});
