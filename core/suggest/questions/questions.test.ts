import { beforeAll, describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../../demo/farm';
import { learntContext } from '../../readings/learn';
import { plainFeed } from '../../plan/option/feeds';
import type { Option, Unit } from '../../plan/option/schema';
import { answer } from './answer';
import { smallHouse, smallToday } from '../../../testing/smallHouse';
import { candidatePlaces, placesFor, isTaken } from '../choices/places';
import { compareFeeds, type FeedChoice, type NoFeed } from './backhauls';
import { PLANNED_DBM } from '../../radio/link/levels';
import { MESH, RULES_OF_THUMB } from '../choices/policies';
import { planByRule, type RulePlan } from './ruleOfThumb';
import { kitById } from '../../kit/catalogue/catalogue';
import { servedOf, VERDICT_RANK } from '../../site/model/verdict';
import { goodPlacesOf } from './goodPlaces';
import { gatewayChoices } from './gatewayPlaces';
import { crossingsBetween } from '../../radio/geometry/crossings';
import { pointOf } from '../../plan/network/context';
import { hopOf } from '../../plan/links/hop';
import { predictOption } from '../../plan/predict/predict';
import { apartM } from '../../site/geometry/apart';
import { goodOf } from '../choices/addedUnit';

const job = quillfeatherFarm();
const { context } = learntContext(job);
const today = job.plan.today;
const upstairs = job.plan.options[0]!;
const studio: Unit = {
  id: 'c',
  letter: 'C',
  kitId: 'mesh-own-radio',
  name: 'Studio',
  place: { storeyId: 's-ground', xM: 23.6, yM: 2.6, heightM: 1.2 },
  feed: plainFeed('wireless', 'a'),
  radios: {},
};
const withStudio: Option = { ...upstairs, units: [...upstairs.units, studio] };
const noPause = () => Promise.resolve();

describe('feeds compared', () => {
  let choices: FeedChoice[] = [];
  let none: NoFeed[] = [];
  beforeAll(async () => {
    ({ choices, none } = await compareFeeds(context, withStudio, today, 'c', noPause));
  });
  test('every kind the unit takes is there, the one of now is marked, what cannot work comes last', () => {
    const labels = choices.map((c) => c.label).join('\n');
    for (const kind of ['wireless from A', 'new Cat 6 from A', 'new fibre from A', 'powerline from A'])
      expect(labels).toContain(kind);
    expect(choices.filter((c) => c.isNow).map((c) => c.label)).toEqual(['wireless from A']);
    const firstStopped = choices.findIndex((c) => c.stops.length > 0);
    expect(choices.slice(firstStopped).every((c) => c.stops.length > 0)).toBe(true);
  });
  test('fibre through the duct gives its port, with its cable and holes', () => {
    const fibre = choices.find((c) => c.label === 'new fibre from A')!;
    expect(fibre.downMbps).toBeCloseTo(941.5, 1);
    expect(fibre.holes).toBe(2);
    expect(fibre.cableM).toBeGreaterThan(25);
  });
  test('each has a range about its figure, wider where more of it is unsure', () => {
    for (const { downMbps, downRangeMbps } of choices) {
      expect(downRangeMbps[0]).toBeLessThanOrEqual(downMbps);
      expect(downRangeMbps[1]).toBeGreaterThanOrEqual(downMbps);
    }
    const width = (label: string) => {
      const [low, high] = choices.find((c) => c.label.startsWith(label))!.downRangeMbps;
      return high - low;
    };
    expect(width('new fibre from A')).toBe(0);
    expect(width('wireless from B')).toBeGreaterThan(10);
  });
  test('what the kit takes and the house does not give is told with why', async () => {
    // The only coax outlets of the farm are in the house.
    expect(none.map((n) => n.kind)).toEqual(['coax']);
    expect(none[0]!.why).toMatch(/^the nearest coax outlet to C, /);
    const bare = { ...context, site: { ...context.site, outlets: [] } };
    const { none: noOutlets } = await compareFeeds(bare, withStudio, today, 'c', noPause);
    expect(noOutlets).toContainEqual({ kind: 'powerline', why: 'no outlet is surveyed' });
  });
  test('the gateway has no feed to compare, and a unit that is gone none either', async () => {
    const nothing = { choices: [], none: [] };
    expect(await compareFeeds(context, upstairs, today, 'a', noPause)).toEqual(nothing);
    expect(await compareFeeds(context, upstairs, today, 'nobody', noPause)).toEqual(nothing);
  });
});

describe('places', () => {
  test('are outlets with a socket left and ends of runs, in no room that is kept out', () => {
    const names = candidatePlaces(context).map((c) => c.name);
    expect(names).toContain('Hall socket');
    expect(names).not.toContain('Porch socket');
    const bathroom = { ...context, keptOut: ['room-5'] };
    expect(candidatePlaces(bathroom).map((c) => c.name)).not.toContain('Hall socket');
  });
  test('glow by what one unit more would do there, the best first', async () => {
    const goodPlaces = await goodPlacesOf(context, upstairs, kitById('mesh-own-radio')!, noPause);
    expect(goodPlaces[0]!.gain).toBeGreaterThan(0);
    expect(goodPlaces.map((g) => g.serves.length)).toEqual(
      [...goodPlaces.map((g) => g.serves.length)].sort((a, b) => b - a),
    );
    expect(goodPlaces.some((g) => g.candidate.name === 'Porch shelf socket')).toBe(false);
  });
  test('of the gateway: as it is, one node more, and each way of the line', async () => {
    const choices = await gatewayChoices(context, upstairs, today, noPause);
    expect(choices[0]!.label).toBe('As it is');
    expect(choices[1]!.label).toContain('Stay, one');
    expect(choices.some((c) => c.label.includes('over the run that is there') && c.cableM === 0)).toBe(true);
    const landing = choices.find((c) => c.label.includes('Landing socket'))!;
    expect(landing.cableM).toBeGreaterThan(10);
    expect(landing.holes).toBeGreaterThan(0);
  });
});

describe('rules of thumb', () => {
  const small = smallHouse(12, { rooms: 7, outlets: 8, coax: true });
  const plans = RULES_OF_THUMB.map((rule) => planByRule(small, smallToday, rule, [])!);
  const of = (id: string) => plans.find((p) => p.ruleId === id)!;
  const added = (p: RulePlan) => p.option.units.filter((u) => p.addedUnitIds.includes(u.id));
  const wallsTo = (p: RulePlan, unit: Unit) => {
    // Those that stood before it came: it may hang on any, and keeps its rule by the nearest in walls.
    const before = p.option.units.slice(0, p.option.units.indexOf(unit));
    return Math.min(
      ...before.map(
        (u) =>
          crossingsBetween(small.scene, pointOf(small.site, u.place), pointOf(small.site, unit.place)).walls
            .length,
      ),
    );
  };
  const later = (id: string) => added(of(id)).filter((u) => u.feed.kind === 'wireless');
  test('each keeps its rule by its rule alone, with its kit, by air', () => {
    expect(plans.every((p) => p !== null)).toBe(true);
    for (const u of later('twoRooms')) expect(wallsTo(of('twoRooms'), u)).toBe(2);
    for (const u of later('twoWalls')) expect(wallsTo(of('twoWalls'), u)).toBeLessThanOrEqual(2);
    expect([...later('twoRooms'), ...later('twoWalls')].length).toBeGreaterThan(0);
    for (const p of plans) {
      const rule = RULES_OF_THUMB.find((r) => r.id === p.ruleId)!;
      const ruled = added(p).filter((u) => u.feed.kind === 'wireless');
      expect(ruled.every((u) => rule.kits.includes(u.kitId))).toBe(true);
      expect(p.option.units.some((u) => u.kitId === 'provider-router')).toBe(rule.router === 'behind');
    }
    for (const u of later('asNear'))
      expect(hopOf(small, of('asNear').option, u)!.levelDbm!).toBeGreaterThanOrEqual(PLANNED_DBM);
  });
  test('halfway is the free place nearest the middle between gateway and the worst spot, whatever another would do', () => {
    const plan = of('halfway');
    const first = later('halfway')[0]!;
    const begun = { ...plan.option, units: [plan.option.units[0]!] };
    const worst = [...predictOption(small, begun)].sort(
      (a, b) => VERDICT_RANK[a.verdict] - VERDICT_RANK[b.verdict] || a.number - b.number,
    );
    const places = placesFor(
      small,
      MESH.map((id) => kitById(id)!),
    ).filter((c) => !isTaken(begun, c.place));
    const nearest = worst.map(({ spotId }) => {
      const spot = small.site.spots.find((s) => s.id === spotId)!;
      const gateway = begun.units[0]!;
      const middle = {
        xM: (gateway.place.xM + spot.place.xM) / 2,
        yM: (gateway.place.yM + spot.place.yM) / 2,
      };
      return [...places].sort((a, b) => apartM(a.place, middle) - apartM(b.place, middle))[0]!.place;
    });
    expect(nearest).toContainEqual(first.place);
  });
  test('a unit that brings nothing is not left standing, and each that stands makes the network better', () => {
    for (const p of plans) {
      const ruled = added(p).filter((u) => u.feed.kind === 'wireless');
      const score = (o: Option) => {
        const all = predictOption(small, o);
        return servedOf(all).length + goodOf(all);
      };
      ruled.forEach((_, i) => {
        const upTo = (n: number) => ({
          ...p.option,
          units: p.option.units.filter((u) => !ruled.slice(n).includes(u)),
        });
        expect(score(upTo(i + 1))).toBeGreaterThan(score(upTo(i)));
      });
    }
  });
  test('what is locked is in the plan as it is, and is not named as added', () => {
    const rule = RULES_OF_THUMB.find((r) => r.id === 'halfway')!;
    const plan = planByRule(context, today, rule, [upstairs.units[0]!, studio])!;
    expect(plan.option.units).toContain(studio);
    expect(plan.option.units).toContain(upstairs.units[0]);
    expect(plan.addedUnitIds).not.toContain(studio.id);
  });
});

test('each question has its answer; of a kit or rule nobody knows it is empty', async () => {
  const ask = { option: withStudio };
  expect((await answer<'routing'>(context, today, { kind: 'routing', ...ask }, noPause)).length).toBe(0);
  expect(
    await answer<'goodPlaces'>(context, today, { kind: 'goodPlaces', kitId: 'nobody', ...ask }, noPause),
  ).toEqual([]);
  expect(await answer<'rule'>(context, today, { kind: 'rule', ruleId: 'x', locked: [] }, noPause)).toBeNull();
  const behind: Option = {
    ...today,
    units: [...today.units, { ...studio, feed: plainFeed('ethernet', 'old-a') }],
  };
  const ways = await answer<'routing'>(context, today, { kind: 'routing', option: behind }, noPause);
  expect(ways.map((w) => w.kind)).toEqual(['bridge', 'behind', 'replace']);
  expect(ways.every((w) => w.totalMinor > 0 && w.steps.length > 0)).toBe(true);
});
