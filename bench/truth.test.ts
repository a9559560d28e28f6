import { describe, expect, test } from '@jest/globals';
import { Z90 } from '../core/radio/learning/beliefs';
import { planContext } from '../core/plan/network/context';
import { predictOption } from '../core/plan/predict/predict';
import { readIn } from '../core/readings/readIn';
import { learntContext } from '../core/readings/learn';
import type { Reading } from '../core/evidence/rows';
import type { Option } from '../core/plan/option/schema';
import type { PlanContext } from '../core/plan/network/context';
import type { EvidenceRows } from '../core/evidence/rows';

const predictRead = (context: PlanContext, option: Option, rows: EvidenceRows) =>
  predictOption({ ...context, read: readIn(context.site, rows) }, option);
import { practiceJob, proveHouse, rmse, spotAt, type HouseResult } from './truth';

const SEEDS = [2, 9, 13, 21];

describe('held against houses of another physics', () => {
  const houses: HouseResult[] = SEEDS.map((seed) => proveHouse(seed));
  const all = (key: 'before' | 'after' | 'multiWall') => rmse(houses.flatMap((h) => h[key]));
  test('readings make levels never read truer, and the model is truer than walls counted alone', () => {
    expect(all('after')).toBeLessThan(all('before') - 1);
    expect(all('before')).toBeLessThan(all('multiWall'));
    expect(all('after')).toBeLessThan(6);
  });
  test('stated ranges hold about four of five, of levels and of speeds, and next to no "serves" is false', () => {
    const levels = houses.flatMap((h) => h.after);
    const inside = levels.filter((e) => Math.abs(e.offDb) <= Z90 * e.sigmaDb).length / levels.length;
    expect(inside).toBeGreaterThan(0.72);
    expect(inside).toBeLessThan(0.92);
    const speeds = houses.flatMap((h) => h.speedsAfter);
    const held = speeds.filter((s) => s.inside).length / speeds.length;
    expect(held).toBeGreaterThan(0.65);
    expect(held).toBeLessThan(0.95);
    const serves = speeds.filter((s) => s.serves);
    expect(serves.filter((s) => !s.servesTruly).length / serves.length).toBeLessThan(0.03);
  });
  test('more readings make it truer on the whole; none are as none', () => {
    const few = rmse(SEEDS.flatMap((seed) => proveHouse(seed, { read: 4 }).after));
    expect(few).toBeLessThan(all('before'));
    expect(all('after')).toBeLessThan(few + 0.1);
    const unread = proveHouse(SEEDS[0]!, { read: 0 });
    expect(rmse(unread.after)).toBeCloseTo(rmse(houses[0]!.before), 6);
  });
  test('the band left out loses precision, not truth', () => {
    const blind = SEEDS.map((seed) => proveHouse(seed, { noteBand: false }));
    const off = rmse(blind.flatMap((h) => h.after));
    expect(off).toBeLessThan(all('before'));
    const speeds = blind.flatMap((h) => h.speedsAfter.filter((s) => s.serves));
    expect(speeds.filter((s) => !s.servesTruly).length / speeds.length).toBeLessThan(0.03);
  });
});

describe('what was read of a network stands', () => {
  const { job, option } = practiceJob(5);
  const lost = job.site.spots[3]!;
  const silent = (r: Reading): Reading => ({
    ...r,
    connected: false,
    rssiDbm: null,
    downMbps: null,
    upMbps: null,
    bandSeen: null,
  });
  const rows = job.evidence.map((r) =>
    r.kind === 'reading' && r.subject.kind === 'spot' && r.subject.spotId === lost.id ? silent(r) : r,
  );
  test('the figure of the network that was read lies within its runs, and no connection is silent', () => {
    const { context } = learntContext({ ...job, evidence: rows });
    for (const p of predictRead(context, option, rows)) {
      const runs = rows.filter(
        (r) => r.kind === 'reading' && r.subject.kind === 'spot' && r.subject.spotId === p.spotId,
      ) as Reading[];
      expect(p.runs).toBe(runs.length);
      const speeds = runs.map((r) => r.downMbps ?? 0);
      expect(p.downMbps).toBeGreaterThanOrEqual(Math.min(...speeds));
      expect(p.downMbps).toBeLessThanOrEqual(Math.max(...speeds));
      for (const part of p.pipe) expect(part.downMbps).toBeGreaterThanOrEqual(p.downMbps - 1e-9);
      if (p.spotId === lost.id) expect([p.verdict, p.downMbps, p.stuck]).toEqual(['noSignal', 0, null]);
      else expect(p.verdict).not.toBe('noSignal');
    }
  });
  test('another device, a band that was fixed, or a network that differs say nothing of it', () => {
    const { context } = learntContext({ ...job, evidence: rows });
    const all = (of: (r: Reading) => Reading) => rows.map((r) => (r.kind === 'reading' ? of(r) : r));
    const runs = (rowsNow: typeof rows, o: Option = option) =>
      predictRead(context, o, rowsNow).reduce((n, p) => n + p.runs, 0);
    expect(runs(rows)).toBeGreaterThan(0);
    expect(runs(all((r) => ({ ...r, device: 'phone' })))).toBe(0);
    expect(runs(all((r) => ({ ...r, band: '5' })))).toBe(0);
    const moved = {
      ...option,
      units: option.units.map((u) => ({ ...u, place: { ...u.place, xM: u.place.xM + 5 } })),
    };
    expect(runs(rows, moved)).toBe(0);
  });
  test('a unit that nothing at a spot would use does not change it', () => {
    const context = planContext(job);
    const far = { storeyId: null, xM: 400, yM: 300, heightM: 1 };
    const more: Option = {
      ...option,
      units: [...option.units, { ...option.units[1]!, id: 'far', letter: 'F', place: far }],
    };
    const [without, with_] = [predictOption(context, option), predictOption(context, more)];
    with_.forEach((p, i) => expect(p).toEqual(without[i]));
  });
  test('a spot is a place like any other', () => {
    expect(spotAt(option.units[0]!.place, 4)).toMatchObject({ id: 'p4', number: 5 });
  });
});
