import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../../demo/farm';
import { inside, plotBox } from '../../site/model/levels';
import { planContext, pointOf } from '../network/context';
import { predictOption } from '../predict/predict';
import { ShadeEngine, type ShadeQuestion } from './shadeEngine';
import { SHADE_CLIENT, shadeNeeds } from './shadeTable';
import type { Option } from '../option/schema';
import { fromParent } from '../option/feeds';
import { VERDICTS } from '../../site/model/verdict';

const farm = quillfeatherFarm();
const context = planContext(farm);
const option = farm.plan.options[1]!;
const box = plotBox(farm.site, 3);
const question = (more: Partial<ShadeQuestion> = {}): ShadeQuestion => ({
  option,
  storeyIds: ['f-ground', 's-ground', 'b-byre'],
  box,
  cellM: 0.5,
  activity: null,
  pipes: null,
  read: [],
  settle: true,
  ...more,
});
const share = (verdicts: Uint8Array, verdict: number) =>
  verdicts.filter((v) => v === verdict).length / verdicts.length;

test('the sheet gives way to what was read: shade round a place that reads far weaker, and none across the house', () => {
  const read = { x: 7, y: 3, z: 1 };
  const left = option.units.flatMap((u) =>
    (['2.4', '5'] as const).map((band) => ({
      from: pointOf(farm.site, u.place),
      band,
      ...read,
      weight: -6,
      noise: 4,
    })),
  );
  const posterior = { parameters: [], mean: [], covariance: [], left, strength: 1 };
  const learnt = planContext(farm, undefined, posterior);
  const [plain, weaker] = [context, learnt].map((c) => new ShadeEngine(c).shade(question({ cellM: 1 })).grid);
  const at = (xM: number, yM: number) =>
    Math.floor((yM - plain!.originYM) / plain!.cellM) * plain!.columns +
    Math.floor((xM - plain!.originXM) / plain!.cellM);
  expect(VERDICTS[plain!.verdicts[at(read.x, read.y)]!]).toBe('works');
  expect(VERDICTS[weaker!.verdicts[at(read.x, read.y)]!]).toBe('noSignal');
  expect(weaker!.verdicts[at(1, 9)]).toBe(plain!.verdicts[at(1, 9)]);
  expect(weaker!.verdicts.slice(at(20, 20), at(20, 20) + 10)).toEqual(
    plain!.verdicts.slice(at(20, 20), at(20, 20) + 10),
  );
});

test('a queue in the air that readings found spoils a place on the sheet as it does in the list', () => {
  const queued = planContext(farm, undefined, null, [260, 260, 260]);
  const [plain, waiting] = [context, queued].map(
    (c) => new ShadeEngine(c).shade(question({ cellM: 1 })).grid,
  );
  // A room wants a film within 200 ms: nowhere does it work behind a queue of 260.
  expect(plain!.verdicts.includes(VERDICTS.indexOf('works'))).toBe(true);
  expect(waiting!.verdicts.includes(VERDICTS.indexOf('works'))).toBe(false);
  expect(
    predictOption(queued, option).filter(
      (p) => p.need.latencyMs <= 200 && p.band !== null && p.verdict === 'works',
    ),
  ).toEqual([]);
});

describe('light and shade', () => {
  const engine = new ShadeEngine(context);
  const settled = engine.shade(question());
  test('agree with the prediction of a phone that stands there and wants what a room wants', () => {
    const spots = [
      [2, 2],
      [7, 3],
      [12, 3],
      [6, 8],
      [12, 8],
      [25, 4],
      [29, 4],
      [34, 23],
    ].map(([xM, yM], i) => {
      const storey = farm.site.buildings
        .flatMap((b) => b.storeys)
        .find((s) => ['f-ground', 's-ground', 'b-byre'].includes(s.id) && inside(s.outline, xM!, yM!))!;
      // The middle of the cell the point lies in, at the height of the field.
      const { originXM, originYM, cellM, columns } = settled.grid;
      const column = Math.floor((xM! - originXM) / cellM);
      const row = Math.floor((yM! - originYM) / cellM);
      return {
        cell: row * columns + column,
        spot: {
          ...farm.site.spots[0]!,
          id: `p${i}`,
          number: 100 + i,
          client: SHADE_CLIENT,
          activities: [
            { activity: 'web' as const, count: 1 },
            { activity: 'hdFilm' as const, count: 1 },
          ],
          place: {
            storeyId: storey.id,
            xM: originXM + (column + 0.5) * cellM,
            yM: originYM + (row + 0.5) * cellM,
            heightM: 1,
          },
        },
      };
    });
    const there = planContext({ ...farm, site: { ...farm.site, spots: spots.map((s) => s.spot) } });
    const predicted = new Map(predictOption(there, option).map((p) => [p.spotId, p]));
    // The sheet uses one typical spread per band, so a verdict on the edge may fall one step beside.
    for (const { cell, spot } of spots)
      expect(
        Math.abs(settled.grid.verdicts[cell]! - VERDICTS.indexOf(predicted.get(spot.id)!.verdict)),
      ).toBeLessThanOrEqual(1);
    const alike = spots.filter(
      (s) => VERDICTS[settled.grid.verdicts[s.cell]!] === predicted.get(s.spot.id)!.verdict,
    );
    expect(alike.length).toBeGreaterThanOrEqual(6);
  });
  test('is shown for the device that is chosen: an old laptop is served in fewer places than a new one', () => {
    const engine = new ShadeEngine(context);
    const lit = (client: 'oldLaptop' | 'newLaptop') =>
      engine.shade(question({ activity: 'film4k', client })).grid.verdicts.filter((v) => v === 0).length;
    expect(lit('oldLaptop')).toBeLessThan(lit('newLaptop'));
  });
  test('another unit never makes shade, wanting less never does either', () => {
    const fewer: Option = { ...option, units: option.units.slice(0, 2) };
    const less = engine.shade(question({ option: fewer })).grid.verdicts;
    expect(share(less, 0)).toBeLessThanOrEqual(share(settled.grid.verdicts, 0));
    const messages = engine.shade(question({ activity: 'messages' })).grid.verdicts;
    const film = engine.shade(question({ activity: 'film4k' })).grid.verdicts;
    messages.forEach((v, i) => expect(v).toBeLessThanOrEqual(film[i]!));
  });
  test('no unit is all shade; one joined to nothing gives no light', () => {
    expect(share(engine.shade(question({ option: { ...option, units: [] } })).grid.verdicts, 3)).toBe(1);
    const orphan: Option = {
      ...option,
      units: [{ ...option.units[1]!, feed: fromParent(option.units[1]!.feed, 'nobody') }],
    };
    expect(share(engine.shade(question({ option: orphan })).grid.verdicts, 3)).toBe(1);
  });
  test('asked again it answers the same, asked in haste it says that it has not settled', () => {
    expect(engine.shade(question())).toEqual(settled);
    const moved: Option = {
      ...option,
      units: option.units.map((u, i) =>
        i === 1 ? { ...u, place: { ...u.place, xM: u.place.xM + 0.37 } } : u,
      ),
    };
    expect(engine.shade(question({ option: moved, settle: false })).settled).toBe(false);
    expect(engine.shade(question({ option: moved })).settled).toBe(true);
    expect(engine.shade(question({ option: moved, settle: false })).settled).toBe(true);
  });
  test('a hand that is answered while fields are settled changes nothing of them', () => {
    const moved = (byM: number): Option => ({
      ...option,
      units: option.units.map((u) => ({ ...u, place: { ...u.place, xM: u.place.xM + byM } })),
    });
    const wanted = new ShadeEngine(context).shade(question({ option: moved(0.6), cellM: 1 }));
    const busy = new ShadeEngine(context);
    const steps = busy.shading(question({ option: moved(0.6), cellM: 1 }));
    let asked = 0;
    let step = steps.next();
    for (; !step.done; step = steps.next()) {
      if (asked++ % 40 !== 0) continue;
      const hasty = busy.shade(question({ option: moved(0.01 * asked), cellM: 1, settle: false }));
      expect(hasty.settled).toBe(false);
    }
    expect(asked).toBeGreaterThan(10);
    expect(step.value).toEqual(wanted);
  });
  test('the need is the one chosen, or that of rooms and yard', () => {
    const usual = shadeNeeds(context, null);
    expect(usual.indoors.downMbps).toBeCloseTo((5 + 8) * 1.2, 9);
    expect(usual.outdoors.downMbps).toBeCloseTo(1.2, 9);
    expect(shadeNeeds(context, 'hdCall').outdoors).toEqual(shadeNeeds(context, 'hdCall').indoors);
  });
});
