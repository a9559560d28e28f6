import { expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../../demo/farm';
import { withChannels } from '../../plan/links/channelPlan';
import { planContext } from '../../plan/network/context';
import { plainFeed } from '../../plan/option/feeds';
import type { Option } from '../../plan/option/schema';
import { sparesOf } from './spares';

const job = quillfeatherFarm();
const context = planContext(job);
const { today } = job.plan;
const noPause = () => Promise.resolve();
const option = withChannels(context, job.plan.options[1]!);
const withFeed = (kind: 'ethernet' | 'wireless'): Option => ({
  ...option,
  units: option.units.map((u) =>
    u.feed.kind === 'line' ? u : { ...u, feed: plainFeed(kind, option.units[0]!.id) },
  ),
});

test('spares raise the chance of finishing today, never past certain, and the one a euro does most with is first', async () => {
  const { chance, spares } = await sparesOf(context, withFeed('wireless'), today, noPause);
  expect(chance).toBeGreaterThan(0);
  expect(chance).toBeLessThan(1);
  expect(spares.length).toBeGreaterThan(1);
  for (const s of spares) {
    expect(s.raises).toBeGreaterThan(0);
    expect(chance + s.raises).toBeLessThanOrEqual(1 + 1e-9);
    expect(s.minor).toBeGreaterThan(0);
  }
  const perEuro = spares.map((s) => s.raises / s.minor);
  expect([...perEuro].sort((a, b) => b - a)).toEqual(perEuro);
  expect(spares.some((s) => /^Cable with its ends for [A-Z]$/.test(s.label))).toBe(true);
});

test('what is wired already wants no cable, only a box in case one is dead', async () => {
  const wired = withFeed('ethernet');
  const { chance, spares } = await sparesOf(context, wired, today, noPause);
  const bought = wired.units.filter((u) => !today.units.some((t) => t.id === u.id)).length;
  expect(chance).toBeCloseTo((1 - 0.015) ** bought, 9);
  expect(spares.every((s) => s.label.startsWith('One more: '))).toBe(true);
});

test('it is the same each time', async () => {
  const one = await sparesOf(context, withFeed('wireless'), today, noPause);
  expect(await sparesOf(context, withFeed('wireless'), today, noPause)).toEqual(one);
});
