import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quillfeatherFarm } from '../../../demo/farm';
import { larkspurRow } from '../../../demo/larkspur';
import { CATALOGUE } from '../../kit/catalogue/catalogue';
import { feedKind } from '../../kit/model/schema';
import { regionId } from '../../site/model/radioTerms';
import type { Site } from '../../site/model/schema';
import { withChannels } from '../links/channelPlan';
import { planContext, type PlanContext } from '../network/context';
import { atBusyHour } from './evening';
import { partsOf } from '../cost/parts';
import { predictOption } from './predict';
import { ruleNotices } from '../rules/rules';
import { type Option, type Unit } from '../option/schema';
import { heldBackLabel, problemWords } from './words';
import { plainFeed } from '../option/feeds';
import type { Prediction } from './prediction';

const farm = quillfeatherFarm();
const context = planContext(farm);
const storeys = [null, ...farm.site.buildings.flatMap((b) => b.storeys.map((s) => s.id))];
const outlets = [null, ...farm.site.outlets.map((o) => o.id)];
const coax = [null, ...farm.site.coax.outlets.map((o) => o.id)];

/** Any unit anywhere, fed by anything from anything, sound in form but not always in sense. */
const anyUnit = fc.record({
  kitId: fc.constantFrom(...CATALOGUE.map((k) => k.id)),
  storeyId: fc.constantFrom(...storeys),
  xM: fc.double({ min: -5, max: 45, noNaN: true }),
  yM: fc.double({ min: -5, max: 32, noNaN: true }),
  heightM: fc.constantFrom(0, 1.2, 3),
  kind: fc.constantFrom(...feedKind.options),
  parent: fc.constantFrom('a', 'u0', 'u1', 'u2', 'nobody', null),
  lengthM: fc.constantFrom(null, 0.5, 30, 140),
  nearOutletId: fc.constantFrom(...outlets),
  farOutletId: fc.constantFrom(...outlets),
  nearCoaxId: fc.constantFrom(...coax),
  farCoaxId: fc.constantFrom(...coax),
});
const anyOption = fc.array(anyUnit, { maxLength: 3 }).map((list): Option => ({
  id: 'o',
  name: 'O',
  wiredSpots: list.length > 0 ? [{ spotId: 'spot-2', unitId: 'u0' }] : [],
  units: [
    gateway,
    ...list.map(({ kitId, storeyId, xM, yM, heightM, kind, parent, ...ends }, i): Unit => ({
      id: `u${i}`,
      letter: String.fromCharCode(66 + i),
      kitId,
      name: `Unit ${i}`,
      place: { storeyId, xM, yM, heightM },
      feed: { ...plainFeed(kind, parent), ...ends },
      radios: {},
    })),
  ],
}));
const gateway: Unit = {
  id: 'a',
  letter: 'A',
  kitId: 'mesh-own-radio',
  name: 'Porch',
  place: { storeyId: 'f-ground', xM: 1.7, yM: 7.2, heightM: 1.5 },
  feed: plainFeed('line', null),
  radios: {},
};

function numbersOf(value: unknown, out: number[] = []): number[] {
  if (typeof value === 'number') out.push(value);
  else if (Array.isArray(value)) value.forEach((v) => numbersOf(v, out));
  else if (value && typeof value === 'object') Object.values(value).forEach((v) => numbersOf(v, out));
  return out;
}

describe('whatever is planned', () => {
  test('every spot gets a result: numbers that are numbers, ranges around them, words where there is no link', () => {
    fc.assert(
      fc.property(anyOption, (option) => {
        for (const p of predictOption(context, option)) {
          const { sigmaDb, ...rest } = p;
          expect(Number.isFinite(sigmaDb)).toBe(true);
          expect(numbersOf(rest).some(Number.isNaN)).toBe(false);
          expect(p.downRangeMbps[0]).toBeLessThanOrEqual(p.downRangeMbps[1] + 1e-9);
          expect(p.downMbps).toBeGreaterThanOrEqual(0);
          expect(p.downMbps).toBeLessThanOrEqual(context.line.downMbps);
          expect(heldBackLabel(p, option).length).toBeGreaterThan(3);
          expect(p.wouldGiveMbps).toBeGreaterThanOrEqual(
            (p.decidedBy === 'up' ? p.upMbps : p.downMbps) - 1e-9,
          );
          if (p.downMbps === 0) expect(p.verdict).toBe('noSignal');
          if (p.pipe.length > 0) expect(p.pipe[0]!.kind).toBe('line');
        }
      }),
      { numRuns: 40 },
    );
  });
  test('rules, parts, loads and channels answer too, with words and whole prices', () => {
    fc.assert(
      fc.property(anyOption, (option) => {
        for (const n of ruleNotices(context, option, farm.plan.today))
          expect(n.words).not.toMatch(/undefined|NaN|null/);
        for (const line of partsOf(context, option, farm.plan.today)) {
          expect(Number.isInteger(line.costMinor)).toBe(true);
          expect(line.count).toBeGreaterThanOrEqual(0);
        }
        const planned = withChannels(context, option);
        const { media } = atBusyHour(context, planned, predictOption(context, planned)).busyHour;
        expect(media.every((m) => m.share >= 0 && m.share <= m.limit + 1e-9)).toBe(true);
      }),
      { numRuns: 40 },
    );
  });
});

const bySpot = (list: readonly Prediction[]) => new Map(list.map((p) => [p.spotId, p]));
const withSite = (change: (s: Site) => Site): PlanContext =>
  planContext({ ...farm, site: change(farm.site) });

describe('laws of a plan', () => {
  const plain: Option = { id: 'o', name: 'O', units: [gateway], wiredSpots: [] };
  test('a faster line never makes a spot slower', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 900, noNaN: true }),
        fc.double({ min: 1, max: 5, noNaN: true }),
        (downMbps, times) => {
          const at = (mbps: number) =>
            bySpot(predictOption({ ...context, line: { ...context.line, downMbps: mbps } }, plain));
          const [slow, fast] = [at(downMbps), at(downMbps * times)];
          for (const [id, p] of slow)
            expect(fast.get(id)!.downMbps).toBeGreaterThanOrEqual(p.downMbps - 1e-9);
        },
      ),
      { numRuns: 6 },
    );
  });
  test('another wall between never raises a level at any spot by what it lets through', () => {
    const wall = fc.record({
      xM: fc.double({ min: 1, max: 13, noNaN: true }),
      y0: fc.double({ min: 0.5, max: 4.7, noNaN: true }),
    });
    // In lengths that are too short to throw anything back: a long one may well bring a spot more than it takes.
    const LENGTHS = [0, 1, 2, 3, 4];
    const LENGTH_M = 0.95;
    const before = bySpot(predictOption(context, plain));
    fc.assert(
      fc.property(wall, ({ xM, y0 }) => {
        const more = withSite((s) => ({
          ...s,
          walls: [
            ...s.walls,
            ...LENGTHS.map((n) => ({
              id: `more-${n}`,
              storeyId: 'f-ground',
              a: { xM, yM: y0 + n * LENGTH_M },
              b: { xM, yM: y0 + (n + 1) * LENGTH_M },
              construction: 'brickSingle' as const,
              heightM: null,
            })),
          ],
        }));
        for (const p of predictOption(more, plain)) {
          const was = before.get(p.spotId)!;
          if (p.band === was.band && p.rssiDbm !== null)
            expect(p.rssiDbm).toBeLessThanOrEqual(was.rssiDbm! + 1e-6);
        }
      }),
      { numRuns: 6 },
    );
  });
  test('a measured link is used as it was measured, and said so', () => {
    const unit: Unit = {
      ...gateway,
      id: 'b',
      letter: 'B',
      place: { storeyId: 's-ground', xM: 28, yM: 4, heightM: 1.2 },
      feed: { ...plainFeed('wireless', 'a'), measuredDownMbps: 61, measuredUpMbps: 33 },
    };
    const kiln = bySpot(predictOption(context, { ...plain, units: [gateway, unit] })).get('spot-7')!;
    expect(kiln.unitId).toBe('b');
    const hop = kiln.pipe.find((p) => p.kind === 'feed')!;
    expect(hop).toMatchObject({ downMbps: 61, upMbps: 33, measured: true });
    expect(kiln.downMbps).toBeLessThanOrEqual(61);
  });
  test('a unit that is not joined to the line serves nobody', () => {
    const orphan: Unit = { ...gateway, id: 'x', letter: 'X', feed: plainFeed('wireless', 'nobody') };
    const alone = predictOption(context, { ...plain, units: [orphan] });
    expect(
      alone.every((p) => p.verdict === 'noSignal' && problemWords(p) === 'no unit is joined to the line'),
    ).toBe(true);
    const both = bySpot(predictOption(context, { ...plain, units: [gateway, orphan] }));
    expect([...both.values()].every((p) => p.unitId !== 'x')).toBe(true);
  });
  test('no country’s rules let a spot in the yard onto an indoor-only channel', () => {
    for (const region of regionId.options) {
      const there = planContext({ ...farm, brief: { ...farm.brief, region } });
      const bench = bySpot(predictOption(there, plain)).get('spot-9')!;
      if (region !== 'unitedStates') expect(bench.band).toBe('2.4');
    }
  });
  test('the rented terrace is predicted as well as the farm', () => {
    const row = larkspurRow();
    const list = predictOption(planContext(row), row.plan.options[0] ?? row.plan.today);
    expect(list).toHaveLength(row.site.spots.length);
    expect(numbersOf(list).some(Number.isNaN)).toBe(false);
  });
});
