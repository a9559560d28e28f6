import { beforeAll, describe, expect, test } from '@jest/globals';
import highsLoader from 'highs';
import { emptyBrief } from '../../brief/brief';
import { kitById } from '../../kit/catalogue/catalogue';
import { withChannels } from '../../plan/channels/channelPlan';
import { planContext, type PlanContext } from '../../plan/evaluate/context';
import { evaluate } from '../../plan/evaluate/evaluate';
import { feedTo } from '../../plan/option/placing';
import { plainFeed } from '../../plan/option/feeds';
import { emptyPlan, type Option, type Unit } from '../../plan/option/schema';
import { seeded } from '../../stats/seeded';
import { emptySite, type Site, type Spot, type Wall } from '../../site/model/schema';
import { sampleBuilding, sampleRectangle, sampleWall } from '../../site/sampleSite';
import { candidatePlaces } from '../candidates';
import { unitAt } from '../more';
import type { School } from '../schoolList';
import { chanceOf } from './chance';
import { design } from './design';
import type { Solve } from './program';
import { valueOf } from './search';
import { solveWith, type LpSolver } from './solver';

let solve: Solve;
beforeAll(async () => {
  solve = solveWith((await highsLoader()) as unknown as LpSolver);
});

/** A made-up house: a row of rooms between brick or stone, an outlet in some of them, spots that want much or little. */
function house(seed: number): Site {
  const next = seeded(seed);
  const rooms = 5;
  const xs = Array.from({ length: rooms }, (_, i) => i * 5);
  const wall = (id: string, ...line: [number, number, number, number]): Wall =>
    sampleWall(id, 'g', line, next() < 0.5 ? 'rubbleStone' : 'brickCavity');
  const spot = (i: number): Spot => ({
    id: `s${i}`,
    number: i + 1,
    name: `Spot ${i + 1}`,
    place: { storeyId: 'g', xM: 1 + next() * (rooms * 5 - 2), yM: 0.5 + next() * 5, heightM: 1 },
    client: next() < 0.5 ? 'phone' : 'laptop',
    deviceName: '',
    activities: [{ activity: next() < 0.5 ? 'hdFilm' : 'teaching', count: 1 }],
    complaint: '',
  });
  return {
    ...emptySite(),
    buildings: [sampleBuilding('House', ['g'], sampleRectangle(0, 0, rooms * 5, 6))],
    walls: [
      wall('n', 0, 0, rooms * 5, 0),
      wall('e', rooms * 5, 0, rooms * 5, 6),
      wall('s', rooms * 5, 6, 0, 6),
      wall('w', 0, 6, 0, 0),
      ...xs.slice(1).map((x, i) => wall(`i${i}`, x, 0, x, 6)),
    ],
    outlets: [1, 2, 3, 4].map((i) => ({
      id: `o${i}`,
      name: `Socket ${i}`,
      place: { storeyId: 'g', xM: i * 5 + 1 + next() * 3, yM: 1 + next() * 4, heightM: 0.3 },
      circuitId: null,
      freeSockets: 4,
      strip: false,
    })),
    spots: Array.from({ length: 5 }, (_, i) => spot(i)),
    lineEntry: { storeyId: 'g', xM: 1, yM: 1, heightM: 1 },
  };
}
const brief = { ...emptyBrief(), line: { ...emptyBrief().line, downMbps: 200, upMbps: 50 } };
const contextOf = (seed: number): PlanContext => planContext({ site: house(seed), brief, plan: emptyPlan() });
const today: Option = {
  id: 'today',
  name: 'Today',
  units: [
    {
      id: 'old',
      letter: 'A',
      kitId: 'provider-router',
      name: 'Entry',
      place: { storeyId: 'g', xM: 1.5, yM: 1.5, heightM: 1.2 },
      feed: plainFeed('line', null),
      radios: {},
    },
  ],
  wiredSpots: [],
};
const school: School = {
  id: 'small',
  label: 'Small',
  about: '',
  feeds: 'any',
  kits: ['extender-dual', 'extender-ax'],
  placing: 'any',
  router: 'behind',
};
const ask = { school, most: 2, locked: [], pause: () => Promise.resolve() };

/** The best of every network of at most two new units, each at any place, of either kit, by air or cable from any unit before it. */
function exhaustive(context: PlanContext): number {
  const places = candidatePlaces(context);
  let best = Infinity;
  const judge = (o: Option) => {
    best = Math.min(best, valueOf(evaluate(context, withChannels(context, o), today)));
  };
  const next = (o: Option, left: number) => {
    judge(o);
    if (left === 0) return;
    for (const [p, place] of places.entries()) {
      if (o.units.some((u) => u.id.startsWith(`p${p}-`))) continue;
      for (const kitId of school.kits) {
        const plain = unitAt(context, o, kitById(kitId)!, place.place, `p${p}-${kitId}`);
        for (const parent of o.units) {
          const add = (unit: Unit) => next({ ...o, units: [...o.units, unit] }, left - 1);
          add({ ...plain, feed: feedTo(context.site, 'wireless', parent, plain.place) });
          if (parent === o.units[0])
            add({ ...plain, feed: feedTo(context.site, 'ethernet', parent, plain.place) });
        }
      }
    }
  };
  next({ ...today, id: 'x' }, 2);
  return best;
}

describe('the plan that is worth most', () => {
  test.each([1, 2, 3, 4, 5, 6])('equals exhaustive search in a small house (%i)', async (seed) => {
    const context = contextOf(seed);
    const found = (await design(context, today, ask, solve))!;
    expect(found.isProven).toBe(true);
    expect(found.cheapestMinor).toBe(exhaustive(context));
    expect(found.valueMinor).toBeLessThanOrEqual(found.cheapestMinor * 1.03);
  });
  test('is the same twice, and says why each unit is there', async () => {
    const context = contextOf(2);
    const [a, b] = [await design(context, today, ask, solve), await design(context, today, ask, solve)];
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
    const kept = (await design(context, today, { ...ask, locked: [today.units[0]!, locked] }, solve))!;
    expect(kept.option.units.find((u) => u.id === 'kept')).toMatchObject({
      place: locked.place,
      letter: 'K',
    });
    expect(kept.lockStops.length).toBeGreaterThan(0);
    const poor = { ...context, brief: { ...brief, allowed: { ...brief.allowed, budgetMinor: 0 } } };
    const none = (await design(poor, today, ask, solve))!;
    expect(none.option.units.map((u) => u.id)).toEqual(['old']);
    for (const u of none.unmet) expect(u.words).toMatch(/budget|Allow/);
  });
  test('without places or a line it says so instead of failing', async () => {
    const bare = planContext({ site: emptySite(), brief, plan: emptyPlan() });
    expect(await design(bare, { ...today, units: [] }, ask, solve)).toBeNull();
    const placeless = planContext({
      site: { ...house(1), outlets: house(1).outlets.map((o) => ({ ...o, freeSockets: 0 })) },
      brief,
      plan: emptyPlan(),
    });
    const found = (await design(placeless, today, ask, solve))!;
    expect(found.option.units).toHaveLength(1);
    expect(found.unmet.every((u) => u.words.includes('no place, kit and feed'))).toBe(true);
  });
  test('asked to be surer it is no cheaper, and what it says of its chance holds to that', async () => {
    const context = contextOf(2);
    const plain = (await design(context, today, ask, solve))!;
    const sure = (await design(
      context,
      today,
      { ...ask, chance: Math.min(0.95, plain.chance.whole + 0.02) },
      solve,
    ))!;
    expect(sure.valueMinor).toBeGreaterThanOrEqual(plain.cheapestMinor);
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
  test('agrees with the verdict: what serves by its low end is likelier than nine in ten, what is short less than half', () => {
    const { predictions } = evaluate(context, today, today);
    const chance = chanceOf(context, today);
    for (const p of predictions) {
      const own = chance.spots.find((s) => s.spotId === p.spotId)!.chance;
      if (p.verdict === 'serves') expect(own).toBeGreaterThan(0.86);
      if (p.verdict === 'short' || p.verdict === 'silent') expect(own).toBeLessThan(0.56);
    }
  });
});
