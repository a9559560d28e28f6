import { describe, expect, test } from '@jest/globals';
import { emptyBrief } from '@/core/brief/brief';
import type { Documents } from '@/core/job/settle';
import { emptyPlan } from '@/core/plan/option/schema';
import { gateway, option, site } from '@/testing/sampleHouse';
import { correctionFor, remembered, reversed, type Act, type DocumentAct, type History } from './history';

const now: Documents = { brief: emptyBrief(), site, plan: emptyPlan() };
const named = (customer: string, from = now): Documents => ({ ...from, brief: { ...from.brief, customer } });
const act = (before: Documents, after: Documents, key: string | null = null): DocumentAct => ({
  kind: 'documents',
  before,
  after,
  stop: 'brief',
  key,
});
const none: History = { past: [], future: [] };
const reading: Act = { kind: 'readings', did: 'take', ids: ['r'], words: 'a reading', stop: 'before' };

describe('what is remembered', () => {
  test('typing in one field is one act, from what it found to what it left', () => {
    const [a, b, c] = ['M', 'Mo', 'Moss'].map((n) => named(n));
    const typed = [act(now, a!, 'customer'), act(a!, b!, 'customer'), act(b!, c!, 'customer')].reduce(
      remembered,
      none,
    );
    expect(typed.past).toEqual([act(now, c!, 'customer')]);
  });
  test('another key, no key, a reading between or something undone begin a new act', () => {
    const first = remembered(none, act(now, named('A'), 'customer'));
    const next = act(named('A'), named('B'), 'customer');
    expect(remembered(first, { ...next, key: 'phone' }).past).toHaveLength(2);
    expect(remembered(remembered(none, act(now, named('A'))), act(named('A'), named('B'))).past).toHaveLength(
      2,
    );
    expect(remembered(remembered(first, reading), next).past).toHaveLength(3);
    const undone: History = { past: first.past, future: [act(named('A'), named('Z'), 'customer')] };
    expect(remembered(undone, next)).toEqual({ past: [...first.past, next], future: [] });
  });
  test('a chain keeps its newest acts', () => {
    let long: History = none;
    for (let i = 0; i < 5010; i++) long = remembered(long, { ...reading, words: `${i}` });
    expect(long.past).toHaveLength(5000);
    expect(long.past.at(-1)).toMatchObject({ words: '5009' });
  });
});

test.each([
  ['take', 'setAside', 'takeBack'],
  ['setAside', 'takeBack', 'setAside'],
  ['takeBack', 'setAside', 'takeBack'],
] as const)('undo of %s is %s, and redo %s', (did, undo, redo) => {
  expect([correctionFor(did, 'undo'), correctionFor(did, 'redo')]).toEqual([undo, redo]);
});

describe('a change taken back', () => {
  const mine = named('Mine');
  test('is gone, and done again is there', () => {
    expect(reversed(mine, mine, now).brief.customer).toBe('');
    expect(reversed(now, now, mine).brief.customer).toBe('Mine');
  });
  test('leaves what others changed since, in the same document and in others', () => {
    const theirs: Documents = {
      ...mine,
      brief: { ...mine.brief, address: 'Here' },
      site: { ...mine.site, rooms: mine.site.rooms.filter((r) => r.id !== 'r3') },
    };
    const back = reversed(theirs, mine, now);
    expect(back.brief).toMatchObject({ customer: '', address: 'Here' });
    expect(back.site).toEqual(theirs.site);
  });
  test('where others changed the very same thing, theirs stands', () => {
    expect(reversed(named('Theirs', mine), mine, now).brief.customer).toBe('Theirs');
  });
  test('leaves nothing that hangs on what is gone', () => {
    const more: Documents = {
      ...now,
      site: { ...site, spots: [...site.spots, { ...site.spots[0]!, id: 'new', number: 9 }] },
    };
    const fed: Documents = {
      ...more,
      plan: {
        ...more.plan,
        options: [
          { ...option(gateway), wiredSpots: ['new', 'desk'].map((spotId) => ({ spotId, unitId: 'a' })) },
        ],
      },
    };
    const back = reversed(fed, more, now);
    expect(back.site.spots.map((s) => s.id)).not.toContain('new');
    expect(back.plan.options[0]!.wiredSpots).toEqual([{ spotId: 'desk', unitId: 'a' }]);
  });
});
