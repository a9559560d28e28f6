import { beforeAll, describe, expect, test } from '@jest/globals';
import highsLoader from 'highs';
import { kitById } from '../../kit/catalogue/catalogue';
import { planContext, type PlanContext } from '../../plan/network/context';
import { evaluate } from '../../plan/evaluate/evaluate';
import { plainFeed } from '../../plan/option/feeds';
import { emptyPlan, type Option, type Unit } from '../../plan/option/schema';
import { emptySite } from '../../site/model/schema';
import { candidatePlaces } from '../choices/places';
import type { Policy } from '../choices/policies';
import { chanceOf } from './chance';
import { suggest } from './suggest';
import type { Solve } from './solver';
import { smallBrief, smallHouse, smallToday } from '../../../testing/smallHouse';
import { HOUSE_KINDS, judgedJob } from '../../../testing/judgedHouses';
import { bestByTrying, isBetter, valueOfWorth, worthOf } from '../../../testing/outsideJudge';
import { solveWith, type LpSolver } from './solver';
import { unitAt } from '../choices/addedUnit';

let solve: Solve;
beforeAll(async () => {
  solve = solveWith((await highsLoader()) as unknown as LpSolver);
});

const contextOf = (seed: number): PlanContext => smallHouse(seed);
const today = smallToday;
const brief = smallBrief;
const policy: Policy = {
  id: 'small',
  label: 'Small',
  about: '',
  feeds: 'any',
  kits: ['extender-dual', 'extender-ax'],

  router: 'behind',
};
const ask = { policy, most: 2, locked: [], pause: () => Promise.resolve() };

describe('the plan that is worth most', () => {
  // Two hundred such houses are gone through by `npm run bench:design`.
  const jobs = HOUSE_KINDS.flatMap((kind) =>
    [kind === 'barn' ? 2 : 1, 3].map((seed) => judgedJob(kind, seed)),
  );
  test.each(jobs.map((job) => [job.name, job] as const))(
    'is proven where an outside judge who tries every network finds none better: %s',
    async (_, job) => {
      const free = { ...policy, kits: job.kits, router: 'replace' as const };
      const found = (await suggest(job.context, job.today, { ...ask, policy: free, ...job }, solve))!;
      const tried = bestByTrying(job)!;
      expect(found.proof.isProven).toBe(true);
      // Of plans that cost about the same the surest is taken: what was proven is the cheapest of them.
      expect(found.proof.cheapestMinor).toBe(valueOfWorth(tried.worth, job));
      expect(isBetter(worthOf(found.evaluation, job.context)!, tried.worth)).toBe(false);
    },
  );
  test('is the same twice, and says why each unit is there', async () => {
    const context = contextOf(2);
    const [a, b] = [await suggest(context, today, ask, solve), await suggest(context, today, ask, solve)];
    expect(a!.option).toEqual(b!.option);
    expect(a!.chance).toEqual(b!.chance);
    for (const r of a!.reasons) expect(r.spots.length + a!.reasons.length).toBeGreaterThan(0);
  });
  test('keeps what is locked, and a budget of nothing adds nothing', async () => {
    const context = contextOf(3);
    const locked: Unit = {
      ...unitAt(context, today, kitById('extender-ax')!, candidatePlaces(context)[3]!.place, 'kept'),
      feed: plainFeed('wireless', 'old'),
      letter: 'K',
    };
    const kept = (await suggest(context, today, { ...ask, locked: [today.units[0]!, locked] }, solve))!;
    expect(kept.option.units.find((u) => u.id === 'kept')).toMatchObject({
      place: locked.place,
      letter: 'K',
    });
    expect(kept.lockStops.length).toBeGreaterThan(0);
    const poor = { ...context, brief: { ...brief, allowed: { ...brief.allowed, budgetMinor: 0 } } };
    const none = (await suggest(poor, today, ask, solve))!;
    expect(none.option.units.map((u) => u.id)).toEqual(['old']);
    for (const u of none.unmet) expect(u.words).toMatch(/budget|Allow/);
  });
  test('without places or a line it says so instead of failing', async () => {
    const bare = planContext({ site: emptySite(), brief, plan: emptyPlan() });
    expect(await suggest(bare, { ...today, units: [] }, ask, solve)).toBeNull();
    const placeless = planContext({
      site: {
        ...contextOf(1).site,
        outlets: contextOf(1).site.outlets.map((o) => ({ ...o, freeSockets: 0 })),
      },
      brief,
      plan: emptyPlan(),
    });
    const found = (await suggest(placeless, today, ask, solve))!;
    expect(found.option.units).toHaveLength(1);
    expect(found.unmet.length).toBeGreaterThan(0);
    for (const u of found.unmet) expect(u.words).toMatch(/no place with an outlet|the line does not hold/);
  });
  test('asked to be surer it is no cheaper, and what it says of its chance holds to that', async () => {
    const context = contextOf(2);
    const plain = (await suggest(context, today, ask, solve))!;
    const sure = (await suggest(
      context,
      today,
      { ...ask, chance: Math.min(0.95, plain.chance.whole + 0.02) },
      solve,
    ))!;
    expect(sure.valueMinor).toBeGreaterThanOrEqual(plain.proof.cheapestMinor);
  });
});

describe('the chance of a plan', () => {
  const context = contextOf(2);
  test('is that of its weakest spot at most, and one where nothing is unsure', () => {
    const chance = chanceOf(context, today);
    expect(chance.whole).toBeLessThanOrEqual(Math.min(...chance.spots.map((s) => s.chance)));
    const wired: Option = {
      ...today,
      wiredSpots: context.site.spots.map((s) => ({ spotId: s.id, unitId: 'old' })),
    };
    expect(chanceOf(context, wired)).toMatchObject({ whole: 1, risk: null });
  });
  test('holds the busy hour: what works alone and never together has none', () => {
    const near = contextOf(1).site.spots.map((s, i) => ({
      ...s,
      place: { ...s.place, xM: 2 + 0.4 * i, yM: 2 },
      client: 'laptop' as const,
      activities: [{ activity: 'film4k' as const, count: 1 }],
    }));
    const at = (downMbps: number) =>
      chanceOf(
        planContext({
          site: { ...contextOf(1).site, spots: near },
          brief: { ...brief, people: 3, line: { ...brief.line, downMbps } },
          plan: emptyPlan(),
        }),
        { ...today, units: today.units.map((u) => ({ ...u, kitId: 'mesh-dual' })) },
      );
    expect(at(60).whole).toBe(0);
    expect(at(60).spots.every((s) => s.chance === 0)).toBe(true);
    expect(at(400).spots.every((s) => s.chance > 0.9)).toBe(true);
  });
  test('agrees with the verdict: what serves by its low end is likelier than nine in ten, what is short less than half', () => {
    const { predictions } = evaluate(context, today, today);
    const chance = chanceOf(context, today);
    for (const p of predictions) {
      const own = chance.spots.find((s) => s.spotId === p.spotId)!.chance;
      if (p.verdict === 'works') expect(own).toBeGreaterThan(0.86);
      if (p.verdict === 'tooSlow' || p.verdict === 'noSignal') expect(own).toBeLessThan(0.56);
    }
  });
});
