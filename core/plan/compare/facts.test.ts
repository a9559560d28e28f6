import { describe, expect, test } from '@jest/globals';
import { evaluate } from '../evaluate/evaluate';
import { plainFeed } from '../option/feeds';
import { NOTHING, contextOf, gateway, option, place, site, unit } from '../../../testing/sampleHouse';
import type { Evaluation } from '../evaluate/evaluate';
import { headroomOf, optionFacts } from './facts';
import type { Prediction } from '../predict/prediction';

const prediction = (more: Partial<Prediction>): Prediction =>
  ({
    number: 1,
    name: 'Desk',
    need: { downMbps: 10, upMbps: 2, latencyMs: 100 },
    downRangeMbps: [40, 60],
    upRangeMbps: [3, 5],
    verdict: 'works',
    ...more,
  }) as Prediction;

test('headroom is that of the tighter direction, by the low end of its range', () => {
  expect(headroomOf(prediction({}))).toBeCloseTo(1.5, 12);
  expect(headroomOf(prediction({ upRangeMbps: [30, 50] }))).toBeCloseTo(4, 12);
  expect(headroomOf(prediction({ downRangeMbps: [0, 500] }))).toBe(0);
  const asksNothing = { downMbps: 0, upMbps: 0, latencyMs: 100 } as Prediction['need'];
  expect(headroomOf(prediction({ need: asksNothing }))).toBeGreaterThan(1e6);
});

describe('the facts of an option', () => {
  const context = contextOf();
  const wired = option(gateway, unit('B', place(26, 2, 'b'), plainFeed('ethernet', 'a')));
  const facts = (e: Evaluation) => optionFacts(e);
  test('add up to its evaluation', () => {
    const e = evaluate(context, wired, NOTHING);
    const f = facts(e);
    expect(f).toMatchObject({ spots: site.spots.length, hours: e.price.hours });
    expect(f.partsMinor + f.labourMinor).toBe(f.totalMinor);
    expect(f.partsMinor).toBe(e.parts.reduce((sum, p) => sum + p.costMinor, 0));
    expect(f.served).toBe(e.predictions.filter((p) => p.verdict === 'works').length);
    // From house to barn: 10 m of yard at least, out through one wall and in through another.
    expect(f.cableM).toBeGreaterThan(10);
    expect(f.holes).toBeGreaterThanOrEqual(2);
    expect(f.stops + f.cares).toBeLessThanOrEqual(e.notices.length);
    expect(f.busiest).toEqual(e.busyHour.media[0]);
    expect(f.heldAtOnce).toBe(f.spots - e.busyHour.shortAtOnce.length);
    expect(f.servedAlone).toBe(e.predictions.filter((p) => p.alone === 'works').length);
  });
  test('of one by air hold neither cable nor holes', () => {
    const byAir = option(gateway, unit('B', place(10), plainFeed('wireless', 'a')));
    expect(facts(evaluate(context, byAir, NOTHING))).toMatchObject({ cableM: 0, holes: 0 });
  });
  test('of nothing in a house without spots are nothing', () => {
    const empty = contextOf({ site: { spots: [] } });
    expect(facts(evaluate(empty, option(), NOTHING))).toMatchObject({
      served: 0,
      spots: 0,
      worst: null,
      busiest: null,
      cableM: 0,
    });
  });
  test('the worst spot is that of the worst verdict, and of those the one with the least headroom', () => {
    const e = evaluate(context, wired, NOTHING);
    const predictions = [
      prediction({ number: 1, name: 'Fine', downRangeMbps: [1, 2] }),
      prediction({ number: 2, name: 'Short', verdict: 'tooSlow', downRangeMbps: [8, 9] }),
      prediction({ number: 3, name: 'Shorter', verdict: 'tooSlow', downRangeMbps: [4, 9] }),
    ];
    expect(facts({ ...e, predictions }).worst).toEqual({
      number: 3,
      name: 'Shorter',
      verdict: 'tooSlow',
      share: 0.4,
    });
  });
});
