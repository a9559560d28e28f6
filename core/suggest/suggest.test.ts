import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { learntContext } from '../readings/learn';
import { plainFeed } from '../plan/option/feeds';
import type { Option, Unit } from '../plan/option/schema';
import { answer } from './ask';
import { smallHouse, smallToday } from '../../testing/smallHouse';
import { candidatePlaces } from './candidates';
import { compareFeeds } from './feeds';
import { gatewayChoices, glowOf } from './more';
import { SCHOOLS } from './schoolList';
import { planBySchool, withFree, type SchoolPlan } from './schools';
import { kitById } from '../kit/catalogue/catalogue';
import { servedOf } from '../site/model/verdict';

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
  const choices = compareFeeds(context, withStudio, today, 'c');
  test('every kind the unit takes is there, the one of now is marked, what cannot work comes last', () => {
    const labels = choices.map((c) => c.label).join('\n');
    for (const kind of ['air from A', 'new Cat 6 from A', 'new fibre from A', 'powerline from A'])
      expect(labels).toContain(kind);
    expect(choices.filter((c) => c.isNow).map((c) => c.label)).toEqual(['air from A']);
    const firstStopped = choices.findIndex((c) => c.stops.length > 0);
    expect(choices.slice(firstStopped).every((c) => c.stops.length > 0)).toBe(true);
  });
  test('fibre through the duct gives its port, with its cable and holes', () => {
    const fibre = choices.find((c) => c.label === 'new fibre from A')!;
    expect(fibre.downMbps).toBeCloseTo(941.5, 1);
    expect(fibre.holes).toBe(2);
    expect(fibre.cableM).toBeGreaterThan(25);
  });
  test('the gateway has no feed to compare, and a unit that is gone none either', () => {
    expect(compareFeeds(context, upstairs, today, 'a')).toEqual([]);
    expect(compareFeeds(context, upstairs, today, 'nobody')).toEqual([]);
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
  test('glow by what one unit more would do there, the best first', () => {
    const glows = glowOf(context, upstairs, kitById('mesh-own-radio')!);
    expect(glows[0]!.gain).toBeGreaterThan(0);
    expect(glows.map((g) => g.serves.length)).toEqual(
      [...glows.map((g) => g.serves.length)].sort((a, b) => b - a),
    );
    expect(glows.some((g) => g.candidate.name === 'Porch shelf socket')).toBe(false);
  });
  test('of the gateway: as it is, one node more, and each way of the line', () => {
    const choices = gatewayChoices(context, upstairs, today);
    expect(choices[0]!.label).toBe('As it is');
    expect(choices[1]!.label).toContain('Stay, one');
    expect(choices.some((c) => c.label.includes('over the run that is there') && c.cableM === 0)).toBe(true);
    const landing = choices.find((c) => c.label.includes('Landing socket'))!;
    expect(landing.cableM).toBeGreaterThan(10);
    expect(landing.holes).toBeGreaterThan(0);
  });
});

describe('schools', () => {
  test('each keeps its rule, and none beats the free one', async () => {
    const small = smallHouse(12, { rooms: 7, outlets: 8, coax: true });
    const plans: SchoolPlan[] = [];
    for (const school of SCHOOLS) {
      const plan = await planBySchool(small, smallToday, school, [], noPause);
      if (plan) plans.push(plan);
    }
    expect(plans).toHaveLength(SCHOOLS.length);
    const of = (id: string) => plans.find((p) => p.school === id)!;
    const kinds = (id: string) =>
      of(id)
        .option.units.slice(1)
        .map((u) => u.feed.kind);
    for (const id of ['wirelessFirst', 'wireFirst', 'noDrilling']) expect(kinds(id)).not.toEqual([]);
    expect(kinds('wirelessFirst').every((k) => k === 'wireless')).toBe(true);
    expect(kinds('wireFirst').some((k) => k === 'wireless')).toBe(false);
    expect(of('noDrilling').evaluation.cables).toEqual([]);
    expect(of('behind').option.units[0]!.kitId).toBe('provider-router');
    expect(of('behind').option.units[1]!.role).toBe('accessPoint');
    expect(of('replace').option.units.some((u) => u.kitId === 'provider-router')).toBe(false);
    const { plans: freed, by } = withFree(plans);
    const free = freed.find((p) => p.school === 'free')!;
    const served = (p: typeof free) => servedOf(p.evaluation.predictions).length;
    expect(by).not.toBeNull();
    for (const p of freed) {
      expect(served(p)).toBeLessThanOrEqual(served(free));
      if (served(p) === served(free))
        expect(p.evaluation.price.totalMinor).toBeGreaterThanOrEqual(free.evaluation.price.totalMinor);
    }
  });
  test('what is locked is in the plan as it is', async () => {
    const wireless = SCHOOLS.find((s) => s.id === 'wirelessFirst')!;
    const plan = await planBySchool(context, today, wireless, [upstairs.units[0]!, studio], noPause);
    expect(plan!.option.units).toContain(studio);
    expect(plan!.option.units).toContain(upstairs.units[0]);
  });
});

test('each question has its answer; of a kit or school nobody knows it is empty', async () => {
  const ask = { option: withStudio };
  expect((await answer<'routing'>(context, today, { kind: 'routing', ...ask }, noPause)).length).toBe(0);
  expect(await answer<'glow'>(context, today, { kind: 'glow', kitId: 'nobody', ...ask }, noPause)).toEqual(
    [],
  );
  expect(
    await answer<'school'>(context, today, { kind: 'school', schoolId: 'x', locked: [] }, noPause),
  ).toBeNull();
  const behind: Option = {
    ...today,
    units: [...today.units, { ...studio, feed: plainFeed('ethernet', 'old-a') }],
  };
  const ways = await answer<'routing'>(context, today, { kind: 'routing', option: behind }, noPause);
  expect(ways.map((w) => w.kind)).toEqual(['bridge', 'behind', 'replace']);
  expect(ways.every((w) => w.totalMinor > 0 && w.steps.length > 0)).toBe(true);
});
