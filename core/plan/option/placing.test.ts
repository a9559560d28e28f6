import { describe, expect, test } from '@jest/globals';
import { kitById } from '../../kit/catalogue/catalogue';
import { planContext } from '../network/context';
import { partsOf } from '../cost/parts';
import { quillfeatherFarm } from '../../../demo/farm';
import { newUnit, nextLetter, withRouter, withoutUnit } from './placing';
import { parentIdOf } from './feeds';

const { site, brief, plan } = quillfeatherFarm();
const option = plan.options[0]!;
const kit = kitById('mesh-dual')!;
const studio = { storeyId: 's-ground', xM: 28, yM: 4, heightM: 1.2 };
const kitchen = { storeyId: 'f-ground', xM: 3, yM: 3, heightM: 1.2 };
const school = (policies: Partial<typeof brief.policies>) => ({
  ...brief,
  policies: { ...brief.policies, ...policies },
});

describe('the ways of working decide how a new unit begins', () => {
  test('wire first: fibre from building to building, Ethernet within, air where nothing may be drilled', () => {
    const feed = (b: typeof brief, place: typeof studio) => newUnit(site, b, option, kit, place, 'u').feed;
    expect(feed(brief, studio)).toMatchObject({ kind: 'fibre', parentId: 'a' });
    expect(feed(brief, kitchen).kind).toBe('ethernet');
    expect(feed({ ...brief, allowed: { ...brief.allowed, drilling: false } }, studio).kind).toBe('wireless');
    expect(feed(school({ feed: 'wirelessFirst' }), studio).kind).toBe('wireless');
    expect(newUnit(site, brief, option, kitById('powerline-pair')!, kitchen, 'u').feed.kind).toBe(
      'powerline',
    );
  });
  test('halfway places a unit on the air between its parent and where it is wanted; a wired one where it is wanted', () => {
    const halfway = school({ feed: 'wirelessFirst', placing: 'halfway' });
    const gateway = option.units[0]!.place;
    expect(newUnit(site, halfway, option, kit, kitchen, 'u').place.xM).toBeCloseTo(
      (gateway.xM + kitchen.xM) / 2,
      9,
    );
    const wired = newUnit(site, school({ placing: 'halfway' }), option, kit, kitchen, 'u').place;
    // As near as the spot that stands there lets it.
    expect(Math.hypot(wired.xM - kitchen.xM, wired.yM - kitchen.yM)).toBeLessThan(2.1);
  });
  test('the first unit goes on the line, at its entry', () => {
    const first = newUnit(site, brief, { ...option, units: [] }, kit, studio, 'u');
    expect(first).toMatchObject({
      letter: 'A',
      feed: { kind: 'line' },
      place: { storeyId: 'f-ground' },
    });
  });
});

test('old gear that may not be used again is bought', () => {
  const parts = (reuseOldGear: boolean) =>
    partsOf(
      planContext({ site, plan, brief: { ...brief, allowed: { ...brief.allowed, reuseOldGear } } }),
      plan.today,
      plan.today,
    );
  expect(parts(true)).toEqual([]);
  expect(parts(false)).toHaveLength(1);
});

test('letters go on, a deleted unit hands its children to its parent, the router is moved and not doubled', () => {
  expect(nextLetter(option)).toBe('C');
  const child = {
    ...option.units[1]!,
    id: 'x',
    letter: 'C',
    feed: { ...option.units[1]!.feed, parentId: 'b' },
  };
  const fewer = withoutUnit({ ...option, units: [...option.units, child] }, 'b');
  expect(fewer.units.map((u) => [u.id, parentIdOf(u.feed)])).toEqual([
    ['a', null],
    ['x', 'a'],
  ]);
  expect(withRouter(plan.today, kitchen, 'Kitchen', 'u').units).toHaveLength(1);
});
