import { expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../../demo/farm';
import { kitById } from '../../kit/catalogue/catalogue';
import { planContext } from '../../plan/network/context';
import { plainFeed } from '../../plan/option/feeds';
import { predictOption } from '../../plan/predict/predict';
import { areWithin } from '../../site/geometry/apart';
import { judgeTries } from '../../readings/tries';
import { spotsOver, tryTable } from './tryTable';

const job = quillfeatherFarm();
const context = planContext(job);
const option = job.plan.options[1]!;
const landing = option.units.find((u) => u.id === 'b')!;

test('the planned place comes first, others within reach of a hand and free, each with a level that is reckoned for it', () => {
  const table = tryTable(context, option, landing)!;
  expect(table).toMatchObject({ unitId: 'b', letter: 'B', uplink: 'A' });
  expect(table.places[0]!.place).toEqual(landing.place);
  expect(table.places.length).toBeGreaterThan(2);
  const others = option.units.filter((u) => u.id !== 'b');
  for (const p of table.places) {
    expect(others.some((u) => areWithin(u.place, p.place, 0.5))).toBe(false);
    expect(p.meanDbm).toBeLessThan(-20);
    expect(p.needDbm).toBeGreaterThanOrEqual(-82);
    expect(p.serves).toBeGreaterThanOrEqual(0);
    expect(p.serves).toBeLessThanOrEqual(1);
  }
  expect(table.wireMin).toBeGreaterThan(10);
});

test('its covariance is one: symmetric, and no place is surer of another than of itself', () => {
  const { covarianceDb2: k } = tryTable(context, option, landing)!;
  k.forEach((row, i) =>
    row.forEach((v, j) => {
      expect(v).toBeCloseTo(k[j]![i]!, 9);
      expect(Math.abs(v)).toBeLessThanOrEqual(Math.sqrt(k[i]![i]! * k[j]![j]!) + 1e-9);
    }),
  );
  // It can be updated by any tries.
  const table = tryTable(context, option, landing)!;
  const tries = table.places.map((_, at) => ({
    at,
    light: 'thin' as const,
    levelDbm: null,
    served: null,
  }));
  for (const { dbm, sigmaDb } of judgeTries(table, tries).levels) {
    expect(Number.isFinite(dbm)).toBe(true);
    expect(sigmaDb).toBeGreaterThan(0);
  }
});

test('a wired unit and one without an uplink have none; the spots over a unit are those whose way passes it', () => {
  const wired = { ...landing, feed: plainFeed('ethernet', 'a') };
  expect(
    tryTable(context, { ...option, units: option.units.map((u) => (u.id === 'b' ? wired : u)) }, wired),
  ).toBeNull();
  expect(tryTable(context, option, { ...landing, feed: plainFeed('wireless', null) })).toBeNull();
  const predictions = predictOption(context, option);
  const over = spotsOver(predictions, 'b');
  expect(over.length).toBeGreaterThan(0);
  for (const p of predictions) if (p.unitId === 'b') expect(over).toContain(p.spotId);
  expect(kitById(landing.kitId)!.feeds).toContain('wireless');
});
