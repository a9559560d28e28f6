import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../../demo/farm';
import { emptyBrief, type Brief, type Consent } from '../../brief/brief';
import { briefNotices } from './briefRules';
import { planContext } from '../network/context';
import { type Option, type Unit } from '../option/schema';
import { plainFeed } from '../option/feeds';
import { routingNotices } from './routingRules';

const farm = quillfeatherFarm();

function contextOf(change: (b: Brief) => Brief) {
  const plain = emptyBrief();
  return planContext({ ...farm, brief: change(plain) });
}

const unit = (id: string, letter: string, more: Partial<Unit> = {}): Unit => ({
  id,
  letter,
  kitId: 'mesh-dual',
  name: letter,
  place: { storeyId: 'f-ground', xM: 3, yM: 3, heightM: 1.2 },
  feed: plainFeed('wireless', 'a'),
  radios: {},
  ...more,
});
const gateway = unit('a', 'A', { feed: plainFeed('line', null) });
const option = (...units: Unit[]): Option => ({
  id: 'o',
  name: 'O',
  units: [gateway, ...units],
  wiredSpots: [],
});
const wired = unit('b', 'B', { feed: plainFeed('ethernet', 'a') });
const words = (context: ReturnType<typeof contextOf>, o: Option, today: Option | null = null) =>
  [...briefNotices(context, o), ...routingNotices(context, o, today)].map((n) => `${n.severity}: ${n.words}`);
const consent = (what: Consent['what'], got: boolean, who = ''): Consent => ({ id: what, what, who, got });

test('a brief that says nothing objects to nothing', () => {
  expect(
    words(
      contextOf((b) => b),
      option(wired),
    ),
  ).toEqual([]);
});

describe('rooms closed to us', () => {
  const closed = (closedRooms: string) =>
    contextOf((b) => ({ ...b, allowed: { ...b.allowed, closedRooms } }));
  test('a unit in one is refused with its room, in any list and any case', () => {
    for (const list of ['kitchen', 'Parlour, KITCHEN', 'the kitchen: granny sleeps', 'attic;kitchen'])
      expect(words(closed(list), option())).toEqual([
        'blocks: A stands in Kitchen, which is closed to us: choose another room, or ask.',
      ]);
  });
  test('other rooms, scraps of words and the yard are not meant', () => {
    expect(words(closed('parlour'), option())).toEqual([]);
    expect(words(closed(' , k, it'), option())).toEqual([]);
    const yard = unit('b', 'B', { place: { storeyId: null, xM: 18, yM: 14, heightM: 2 } });
    expect(words(closed('parlour'), option(yard))).toEqual([]);
  });
});

describe('cable runs', () => {
  test('a rented and a listed home want a consent, until the brief lists it', () => {
    const rented = (consents: Consent[]) =>
      contextOf((b) => ({ ...b, consents, allowed: { ...b.allowed, rented: true, listed: true } }));
    expect(words(rented([]), option(wired))).toEqual([
      expect.stringContaining('landlord’s consent'),
      expect.stringContaining('listed building'),
    ]);
    expect(words(rented([]), option(unit('b', 'B')))).toEqual([]);
    expect(
      words(rented([consent('landlord', true), consent('listedBuilding', true)]), option(wired)),
    ).toEqual([]);
  });
  test('the school of no drilling is held against a new run, not against one in the house', () => {
    const none = contextOf((b) => ({ ...b, policies: { ...b.policies, feed: 'noDrilling' } }));
    expect(words(none, option(wired))).toEqual([expect.stringContaining('no drilling')]);
    const inHouse = unit('b', 'B', { feed: { ...plainFeed('ethernet', 'a'), dataRunId: 'run-1' } });
    expect(words(none, option(inHouse))).toEqual([]);
  });
  test('open consents are said, that for drilling only where something is drilled, and then it stops', () => {
    const open = contextOf((b) => ({
      ...b,
      consents: [
        consent('drilling', false, 'both owners'),
        consent('electrician', false),
        consent('other', true),
      ],
    }));
    expect(words(open, option(wired))).toEqual([
      'blocks: Consent still open: drilling, both owners.',
      'check: Consent still open: work by a licensed electrician.',
    ]);
    expect(words(open, option(unit('b', 'B')))).toEqual([
      'check: Consent still open: work by a licensed electrician.',
    ]);
  });
});

describe('what hangs on the old router', () => {
  const today: Option = {
    id: 'today',
    name: 'Today',
    units: [unit('old', 'A', { kitId: 'provider-router', feed: plainFeed('line', null) })],
    wiredSpots: [],
  };
  const hanging = contextOf((b) => ({
    ...b,
    oldRouter: { telephone: true, alarm: true, forwardedPort: false, sheet: [] },
  }));
  test('is named where the plan takes that router off the line', () => {
    expect(words(hanging, option(), today)).toEqual([
      expect.stringContaining('hangs the telephone and an alarm'),
    ]);
  });
  test('is no question where the router stays, where nothing hangs on it, or where none is known', () => {
    const stays = { ...option(), units: [{ ...gateway, kitId: 'provider-router' }] };
    expect(words(hanging, stays, today)).toEqual([]);
    expect(words(hanging, option(), null)).toEqual([]);
    expect(words(hanging, { ...option(), units: [] }, today)).toEqual([]);
    expect(
      words(
        contextOf((b) => b),
        option(),
        today,
      ),
    ).toEqual([]);
  });
});

test('two routers in series are named, with what to do about it', () => {
  const context = contextOf((b) => b);
  const stays = { ...gateway, kitId: 'provider-router' };
  const series = words(context, { ...option(), units: [stays, wired] });
  expect(series.join()).toContain('A stays and routes; B behind it would route a second time');
  expect(series.join()).toContain('Run B as access point');
  const box = unit('s', 'S', { kitId: 'switch-plain', feed: plainFeed('ethernet', 'a') });
  expect(words(context, { ...option(), units: [stays, box] })).toEqual([]);
});
