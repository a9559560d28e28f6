import { expect, test } from '@jest/globals';
import { evaluate } from '../../plan/evaluate/evaluate';
import { smallHouse, smallToday as today } from '../../../testing/smallHouse';
import { fixesOf } from './fixes';

const context = smallHouse(12, { rooms: 7, outlets: 8, coax: true });
const option = today;
const noPause = () => Promise.resolve();

test('each change told serves the spot by the full model, for what it says, the cheapest first', async () => {
  const now = evaluate(context, option, today);
  const nowMinor = now.price.totalMinor;
  const spot = context.site.spots.find(
    (s) => now.predictions.find((p) => p.spotId === s.id)!.verdict !== 'works',
  )!;
  const fixes = await fixesOf(context, today, option, spot.id, noPause);
  expect(fixes.length).toBeGreaterThan(0);
  expect(fixes.map((f) => f.moreMinor)).toEqual([...fixes.map((f) => f.moreMinor)].sort((a, b) => a - b));
  for (const f of fixes) {
    const e = evaluate(context, f.option, today);
    expect(e.predictions.find((p) => p.spotId === spot.id)!.verdict).toBe('works');
    expect(e.price.totalMinor - nowMinor).toBe(f.moreMinor);
    expect(e.notices.filter((n) => n.severity === 'blocks')).toEqual([]);
  }
  expect(new Set(fixes.map((f) => f.label)).size).toBe(fixes.length);
});

test('of a spot that is gone, or with nothing on the line, nothing is told', async () => {
  expect(await fixesOf(context, today, option, 'nobody', noPause)).toEqual([]);
  const empty = { ...option, units: [] };
  expect(await fixesOf(context, today, empty, context.site.spots[0]!.id, noPause)).toEqual([]);
});
