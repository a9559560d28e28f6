import { describe, expect, test } from '@jest/globals';
import { entryLeadOf } from './cableRun';
import { evaluate } from '../evaluate/evaluate';
import { plainFeed } from '../option/feeds';
import { meshRootOf, roleOf, routersOf, routingChoices } from './routing';
import {
  contextOf,
  gateway,
  NOTHING,
  option,
  place,
  provider,
  unit,
  words,
} from '../../../testing/sampleHouse';

describe('who routes', () => {
  const mesh = unit('B', place(6, 1), plainFeed('ethernet', 'a'));
  test('a mesh behind a box that routes: two routers in series, and three ways out', () => {
    const o = option(provider, mesh);
    expect(routersOf(contextOf(), o).map((u) => u.letter)).toEqual(['A', 'B']);
    expect(words(o).join()).toContain('B behind it would route a second time');
    expect(routingChoices(contextOf(), o).map((c) => c.kind)).toEqual(['bridge', 'behind', 'replace']);
  });
  test('names and joins belong on the root of the mesh, which is not the box on the line', () => {
    const o = option(provider, unit('S', place(1.8, 1), plainFeed('ethernet', 'a'), 'switch-plain'), {
      ...mesh,
      feed: plainFeed('ethernet', 's'),
    });
    expect(meshRootOf(contextOf(), o)!.letter).toBe('B');
    expect(meshRootOf(contextOf(), option(gateway))!.letter).toBe('A');
  });
  test('as access point the mesh routes nothing, and the rival radio is named', () => {
    const o = option(provider, { ...mesh, role: 'accessPoint' });
    expect(routersOf(contextOf(), o).map((u) => u.letter)).toEqual(['A']);
    expect(words(o).join()).not.toContain('second time');
    expect(words(o).join()).toContain('The radio of A stays on beside the mesh of B');
  });
  test('a bridged box is silent and the mesh routes', () => {
    const o = option({ ...provider, role: 'bridge' }, mesh);
    expect(roleOf(contextOf(), o, o.units[0]!)).toBe('bridge');
    expect(routersOf(contextOf(), o).map((u) => u.letter)).toEqual(['B']);
    expect(words(o).join()).not.toMatch(/second time|stays on beside/);
    const e = evaluate(contextOf(), o, NOTHING);
    expect(e.predictions.every((p) => p.unitId === 'b')).toBe(true);
  });
  test('a bridge with nothing behind it, and a role the kit has not, will not do', () => {
    expect(words(option({ ...provider, role: 'bridge' })).join()).toContain('nothing behind it routes');
    expect(words(option({ ...gateway, role: 'bridge' })).join()).toContain('blocks: A cannot be bridged');
  });
  test('a telephone on a box that goes or is bridged is agreed on', () => {
    const brief = { oldRouter: { telephone: true, alarm: false, forwardedPort: true, sheet: [] } };
    const today = option(provider);
    expect(words(option(gateway), contextOf({ brief }), today).join()).toContain(
      'hangs the telephone and a port that is forwarded',
    );
    expect(
      words(option({ ...provider, role: 'bridge' }, mesh), contextOf({ brief }), today).join(),
    ).toContain('a bridged box often drops its telephone');
  });
});

describe('where the gateway stands', () => {
  test('8 m from the entry by cable: the length, the holes, the parts and the minutes are in the option', () => {
    const moved = option({ ...gateway, place: place(9, 1) });
    const lead = entryLeadOf(contextOf(), moved, NOTHING);
    expect(lead).toMatchObject({ by: 'cable', run: { walls: 2, floors: 0 } });
    const e = evaluate(contextOf(), moved, NOTHING);
    expect(e.cables.map((c) => c.key)).toEqual(['entry']);
    expect(e.parts.find((p) => p.label === 'Cat 6')!.count).toBe(Math.ceil(e.cables[0]!.run.lengthM));
    expect(e.work.find((w) => w.key === 'entry')!.handsMin).toBeGreaterThan(24);
    // One node more costs its price; the cable is cheaper than a second node with its join and place.
    const node = evaluate(
      contextOf(),
      option(gateway, unit('B', place(9, 1), plainFeed('wireless', 'a'))),
      NOTHING,
    );
    expect(node.price.materialMinor).toBeGreaterThan(e.price.materialMinor);
  });
  test('beside the entry, or where it stands today, it needs none; over a run that is there only leads', () => {
    expect(entryLeadOf(contextOf(), option(gateway), NOTHING)).toBeNull();
    const there = option({ ...gateway, place: place(9, 1) });
    expect(entryLeadOf(contextOf(), there, there)).toBeNull();
    const run = {
      id: 'run',
      name: 'Old run',
      from: place(1, 1),
      to: place(9, 2),
      category: 'cat6' as const,
      lengthM: 12,
      negotiatedMbps: null,
      certainty: 'proven' as const,
    };
    const context = contextOf({ site: { dataRuns: [run] } });
    expect(entryLeadOf(context, there, NOTHING)).toMatchObject({ by: 'run', lengthM: 12 });
    expect(evaluate(context, there, NOTHING).cables).toEqual([]);
  });
});
