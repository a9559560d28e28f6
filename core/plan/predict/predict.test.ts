import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quillfeatherFarm } from '../../../demo/farm';
import { knownLine } from '../../readings/line';
import { verdictsOf } from '../../readings/spotVerdicts';
import { planContext, lineOfBrief } from '../network/context';
import { normalDraws, normalQuantile } from '../../stats/normalDraws';
import { decide, predictedVerdict } from '../links/judge';
import { predictOption } from './predict';
import { ruleNotices } from '../rules/rules';
import { partsOf } from '../cost/parts';
import { type Feed, type Option, type Unit } from '../option/schema';
import { ShadeEngine } from '../shade/shadeEngine';
import { heldBackLabel, problemWords } from './words';
import { plainFeed } from '../option/feeds';
import { partBecause, partLabel } from '../links/partWords';

const job = quillfeatherFarm();
const context = planContext(job, knownLine(job.brief, job.evidence));
const base = job.plan.options[0]!;
const studio = (feed: Feed, kitId = 'mesh-dual'): Unit => ({
  id: 'c',
  letter: 'C',
  kitId,
  name: 'Kiln room',
  place: { storeyId: 's-ground', xM: 28.5, yM: 3, heightM: 1.5 },
  feed,
  radios: {},
});
const withUnit = (unit: Unit): Option => ({ ...base, units: [...base.units, unit] });
const at = (option: Option, number: number, c = context) =>
  predictOption(c, option).find((p) => p.number === number)!;

test('the demo has fourteen spots and five dead ones, each number from its readings', () => {
  const verdicts = verdictsOf(job.site, job.evidence);
  expect(verdicts).toHaveLength(14);
  expect(verdicts.filter((v) => v.wasDead).map((v) => v.name)).toEqual([
    'Attic study',
    'Kiln room',
    'Glaze bench',
    'Yard bench',
    'Hay loft camera',
  ]);
});

describe('feeding the studio', () => {
  test('without a unit there the kiln room fails; on fibre it serves and is held back by the line', () => {
    expect(['tooSlow', 'noSignal']).toContain(at(base, 7).verdict);
    const fibre = at(withUnit(studio(plainFeed('fibre', 'a'))), 7);
    expect(fibre).toMatchObject({ verdict: 'works', unitId: 'c', band: '5' });
    expect(fibre.upMbps).toBeCloseTo(context.line.upMbps, 6);
    expect(fibre.pipe.map((p) => p.kind)).toEqual(['line', 'port', 'feed', 'air', 'device']);
  });
  test('change an input and the numbers follow: line, cable, feed, measured link', () => {
    const slow = planContext({
      ...job,
      brief: { ...job.brief, line: { ...job.brief.line, downMbps: 9, upMbps: 2 } },
    });
    const limited = at(withUnit(studio(plainFeed('fibre', 'a'))), 7, slow);
    expect(limited).toMatchObject({ downMbps: 9, upMbps: 2, verdict: 'tooSlow' });
    expect(heldBackLabel(limited, withUnit(studio(plainFeed('fibre', 'a'))))).toBe('line');
    const far = withUnit(studio({ ...plainFeed('ethernet', 'a'), lengthM: 140 }));
    const cut = at(far, 7).pipe.find((p) => p.kind === 'feed')!;
    expect(cut.downMbps).toBe(0);
    expect(partBecause(cut, 'metres')).toContain('100 m');
    const measured = withUnit(
      studio({ ...plainFeed('wireless', 'a'), measuredDownMbps: 33, measuredUpMbps: 22 }),
    );
    expect(at(measured, 7)).toMatchObject({ downMbps: 33, upMbps: 22 });
  });
  test('powerline goes through the sub-panel and shares one wiring', () => {
    const unit: Unit = {
      ...studio(
        { ...plainFeed('powerline', 'a'), nearOutletId: 'o-hall', farOutletId: 'o-kiln' },
        'powerline-ap-pair',
      ),
    };
    const feed = at(withUnit(unit), 7).pipe.find((p) => p.kind === 'feed')!;
    expect(feed.mediumId).toBe('powerline:p-main');
    expect(partBecause(feed, 'metres')).toContain('sub-board');
    expect(feed.downMbps).toBeGreaterThan(5);
    expect(feed.downMbps).toBeLessThan(60);
  });
  test('coax over the unrated splitter, and a pair without outlets says what to choose', () => {
    const attic: Unit = {
      ...studio({ ...plainFeed('coax', 'b'), nearCoaxId: 'x-landing', farCoaxId: 'x-attic' }, 'coax-pair'),
      place: { storeyId: 'f-attic', xM: 8, yM: 2.5, heightM: 1 },
    };
    const option = withUnit(attic);
    option.wiredSpots = [{ spotId: 'spot-4', unitId: 'c' }];
    expect(
      partBecause(
        at(option, 4).pipe.find((p) => p.unitId === 'c')!,
        'metres',
      ),
    ).toContain('not rated above 1 GHz');
    const loose = withUnit(studio(plainFeed('coax', 'b'), 'coax-pair'));
    expect(
      ruleNotices(context, loose)
        .map((n) => n.words)
        .join(),
    ).toContain('No coax outlet is within a lead of');
  });
});

test('a shared radio halves at each hop, an own radio does not', () => {
  const chainTo = (kitId: string) => {
    const place = { storeyId: 'f-ground', xM: 6.5, yM: 8, heightM: 1.2 };
    const option: Option = {
      ...base,
      units: [
        { ...base.units[0]!, kitId },
        { ...studio(plainFeed('wireless', 'a'), kitId), place },
      ],
    };
    return predictOption(
      { ...context, line: { ...context.line, downMbps: 5000, upMbps: 5000 } },
      option,
    ).find((p) => p.number === 6)!;
  };
  const shared = chainTo('mesh-dual');
  const hop = shared.pipe.find((p) => p.kind === 'feed')!;
  const air = shared.pipe.find((p) => p.kind === 'air')!;
  expect(shared.unitId).toBe('c');
  expect(shared.downMbps).toBeCloseTo(1 / (1 / hop.downMbps + 1 / air.downMbps), 6);
  const own = chainTo('mesh-own-radio');
  expect(own.downMbps).toBeGreaterThan(shared.downMbps);
});

test('no units, no line, an orphan: a named result, never NaN', () => {
  const none = predictOption(context, { ...base, units: [] });
  expect(none.every((p) => p.verdict === 'noSignal' && problemWords(p) === 'no unit is placed yet')).toBe(
    true,
  );
  const orphan = predictOption(context, { ...base, units: [studio(plainFeed('ethernet', null))] });
  expect(problemWords(orphan[0]!)).toContain('joined to the line');
  for (const p of [...none, ...orphan])
    for (const v of [p.downMbps, p.upMbps, p.latencyMs, ...p.downRangeMbps])
      expect(Number.isFinite(v)).toBe(true);
});

test('a unit on top of the spot and one inside a wall give finite numbers', () => {
  const spot = job.site.spots[0]!;
  for (const place of [spot.place, { storeyId: 'f-ground', xM: 0, yM: 5, heightM: 1 }]) {
    const p = at({ ...base, units: [{ ...base.units[0]!, place }] }, 1);
    expect(Number.isFinite(p.rssiDbm!)).toBe(true);
    expect(p.downMbps).toBeGreaterThan(0);
  }
});

test('indoor-only channels are never planned for the yard', () => {
  expect(at(base, 9).band).toBe('2.4');
  const american = planContext({ ...job, brief: { ...job.brief, region: 'unitedStates' } });
  const near = withUnit({
    ...studio(plainFeed('fibre', 'a')),
    place: { storeyId: null, xM: 18, yM: 1, heightM: 2 },
  });
  expect([at(near, 9).band, at(near, 9, american).band]).toEqual(['2.4', '5']);
});

test('raising one feed never lowers another spot that shares no medium with it', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 900 }), fc.integer({ min: 0, max: 900 }), (mbps, more) => {
      const option = (rate: number) =>
        withUnit(studio({ ...plainFeed('ethernet', 'a'), measuredDownMbps: rate, measuredUpMbps: rate }));
      const [low, high] = [predictOption(context, option(mbps)), predictOption(context, option(mbps + more))];
      low.forEach((p, i) => expect(high[i]!.downMbps).toBeGreaterThanOrEqual(p.downMbps - 1e-9));
    }),
    { numRuns: 12 },
  );
});

test('decided by the least headroom; a range that only reaches the need is tight', () => {
  const need = { downMbps: 10, upMbps: 10, latencyMs: 100 };
  expect(decide({ downMbps: 50, upMbps: 20, latencyMs: 20 }, need)).toBe('up');
  expect(decide({ downMbps: 50, upMbps: 90, latencyMs: 95 }, need)).toBe('latency');
  const middle = { downMbps: 20, upMbps: 20, latencyMs: 50 };
  expect(predictedVerdict(middle, { ...middle, downMbps: 9 }, need)).toBe('tight');
});

test('normal quantiles and draws', () => {
  expect(normalQuantile(0.9)).toBeCloseTo(1.2815515655, 8);
  expect(normalQuantile(0.001)).toBeCloseTo(-3.0902323, 6);
  const draws = normalDraws(2);
  expect(Math.abs(draws.reduce((s, d) => s + d[1]!, 0) / draws.length)).toBeLessThan(0.05);
});

test('shade: light around the gateway, shade in the kiln room, and it follows a unit; at rest it is exact', () => {
  const box = { minXM: -2, minYM: -2, maxXM: 34, maxYM: 12 };
  const engine = new ShadeEngine(context);
  const ask = (option: Option, settle: boolean) =>
    engine.shade({
      option,
      storeyIds: ['f-ground', 's-ground'],
      box,
      cellM: 0.5,
      activity: null,
      pipes: null,
      read: [],
      settle,
    });
  const verdictAt = ({ grid }: ReturnType<typeof ask>, x: number, y: number) =>
    grid.verdicts[Math.floor((y + 2) / 0.5) * grid.columns + Math.floor((x + 2) / 0.5)];
  const first = ask(base, false);
  expect(first.settled).toBe(false);
  const exact = ask(base, true);
  expect(exact.settled).toBe(true);
  expect(verdictAt(exact, 2, 8)).toBe(0);
  expect(verdictAt(exact, 29.2, 6.2)).toBeGreaterThanOrEqual(2);
  const differing = exact.grid.verdicts.filter((v, i) => v !== first.grid.verdicts[i]).length;
  expect(differing / exact.grid.verdicts.length).toBeLessThan(0.06);
  const more = ask(withUnit(studio(plainFeed('fibre', 'a'))), true);
  expect(verdictAt(more, 29.2, 4.2)).toBe(0);
  expect(ask(base, false)).toEqual(exact);
});

test('rules: an indoor unit outdoors, copper between buildings, drilling that is not allowed', () => {
  const words = (option: Option, c = context) =>
    ruleNotices(c, option)
      .map((n) => n.words)
      .join(' | ');
  expect(
    words(
      withUnit({
        ...studio(plainFeed('ethernet', 'a')),
        place: { storeyId: null, xM: 20, yM: 5, heightM: 2 },
      }),
    ),
  ).toMatch(/indoor unit in the open/);
  expect(words(withUnit(studio(plainFeed('ethernet', 'a'))))).toMatch(/copper from one building/);
  const rented = planContext({
    ...job,
    brief: { ...job.brief, allowed: { ...job.brief.allowed, drilling: false } },
  });
  expect(words(withUnit(studio(plainFeed('fibre', 'a'))), rented)).toMatch(/no drilling/);
});

test('parts: what is there today is not bought again, fibre in a stocked length', () => {
  const option = withUnit(studio(plainFeed('fibre', 'a')));
  const parts = partsOf(context, option, job.plan.today);
  expect(parts.find((p) => p.label.startsWith('Fibre, pre-made'))!.label).toMatch(/, (30|50) m$/);
  expect(parts.find((p) => p.label.includes('Media'))!.count).toBe(1);
  expect(partsOf(context, job.plan.today, job.plan.today)).toEqual([]);
});

test('the line is known from the wired test, else from the brief', () => {
  expect(context.line.measured).toBe(true);
  expect(lineOfBrief(job.brief)).toMatchObject({ downMbps: 500, measured: false, idleMs: 9 });
});

describe('what the survey found around a plan', () => {
  const hall = (dataRunId: string | null): Unit => ({
    ...studio({ ...plainFeed('ethernet', 'a'), dataRunId }),
    place: { storeyId: 'f-ground', xM: 8.2, yM: 9, heightM: 1 },
  });
  const words = (o: Option, c = context) =>
    ruleNotices(c, o)
      .map((n) => `${n.severity}: ${n.words}`)
      .join('\n');
  test('an old run gives what was negotiated on it and costs no cable', () => {
    const option = withUnit(hall('run-hall'));
    const feed = at(option, 6).pipe.find((p) => p.unitId === 'c' && p.kind === 'feed')!;
    expect(feed.downMbps).toBeCloseTo(94.15, 1);
    expect(partLabel(feed, option)).toBe('Old run, porch to hall to C');
    expect(
      partsOf(context, option, job.plan.today)
        .map((p) => p.label)
        .join(),
    ).not.toContain('Cat 6');
    expect(words(option)).toContain('a pair is likely broken');
    const gone = planContext({ ...job, site: { ...job.site, dataRuns: [] } });
    expect(
      partLabel(
        at(option, 6, gone).pipe.find((p) => p.kind === 'feed')!,
        option,
      ),
    ).toBe('Cat 6 to C');
  });
  test('a run that ends elsewhere is no feed, and says so', () => {
    const far = withUnit({ ...hall('run-hall'), place: { storeyId: 'f-upper', xM: 2, yM: 2, heightM: 1 } });
    expect(words(far)).toContain('does not end near A and C');
  });
  test('a microwave oven near by and an open consent are named', () => {
    const near = withUnit({ ...hall(null), place: { storeyId: 'f-ground', xM: 4.4, yM: 1.6, heightM: 1 } });
    expect(words(near)).toContain('stands 1.0 m from Microwave oven');
    const open = planContext({
      ...job,
      brief: { ...job.brief, consents: [{ id: 'x', what: 'drilling', who: 'the owner', got: false }] },
    });
    expect(words(near, open)).toContain('blocks: Consent still open: drilling, the owner.');
    expect(words(base, open)).not.toContain('Consent');
  });
});
