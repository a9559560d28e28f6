import { describe, expect, test } from '@jest/globals';
import { runSheet } from '../../fit/runSheet';
import { kitById } from '../../kit/catalogue/catalogue';
import { LeastPrices } from '../../suggest/search/prices';
import {
  contextOf,
  gateway,
  NOTHING,
  option,
  outlet,
  parts,
  place,
  site,
  unit,
  words,
} from '../../../testing/sampleHouse';
import { laidCables } from '../cost/cables';
import { optionPriceMinor } from '../cost/optionPrice';
import { workOf } from '../cost/work';
import { plainFeed } from '../option/feeds';
import type { Feed } from '../option/schema';
import { adapterLeadsOf } from './adapterLeads';

const [a, b, c] = [outlet('a', 1, 2), outlet('b', 6, 2), outlet('c', 10, 2)];
const context = (outlets: typeof site.outlets, brief = {}) => contextOf({ site: { outlets }, brief });
const far = (letter: string, x: number) => unit(letter, place(x, 1.5), plainFeed('powerline', 'a'));
const one = option(gateway, far('B', 10));

describe('an adapter in the next room', () => {
  test('is a cable through that wall with its hole; one in the room of its unit is a lead', () => {
    expect(adapterLeadsOf(context([a, b, c]), one, one.units[1]!)).toEqual([]);
    const leads = adapterLeadsOf(context([a, b]), one, one.units[1]!);
    expect(leads.map((l) => [l.end, l.outletId, l.run.walls])).toEqual([['far', 'b', 1]]);
    expect(laidCables(context([a, b]), one, NOTHING).map((l) => l.key)).toEqual(['adapter:b:far']);
  });
  test('is bought, worked and fitted before what hangs on it, each once', () => {
    const [beside, next] = [context([a, b, c]), context([a, b])];
    expect(Object.keys(parts(one, next))).toEqual(expect.arrayContaining(['Clips']));
    expect(parts(one, beside)['Clips']).toBeUndefined();
    const work = (of: typeof next) => workOf(of, one, NOTHING).filter((w) => w.key === 'cable:b');
    expect(work(beside)).toEqual([]);
    expect(work(next)).toHaveLength(1);
    expect(work(next)[0]!.handsMin).toBeGreaterThan(12);
    const steps = runSheet(next, one, NOTHING);
    const at = (key: string) => steps.find((s) => s.key === key)!;
    expect(at('cable:b').title).toContain('Socket b to B');
    expect(at('cable:b').cautions).toContain('drilling');
    expect(at('place:b').startMin).toBeGreaterThanOrEqual(at('cable:b').handsEndMin);
    const min = (list: readonly { handsMin: number }[]) => list.reduce((sum, w) => sum + w.handsMin, 0);
    expect(min(steps)).toBeCloseTo(min(workOf(next, one, NOTHING).filter((w) => w.key !== 'readBefore')), 6);
  });
  test('is refused where no hole may be drilled', () => {
    const allowed = { ...context([a, b]).brief.allowed, drilling: false };
    const said = words(one, context([a, b], { allowed }));
    expect(said.filter((w) => w.startsWith('blocks: The adapter at Socket b for B'))).toHaveLength(1);
    expect(words(one, context([a, b, c], { allowed })).some((w) => w.includes('The adapter at'))).toBe(false);
  });
  test('at the uplink it is one cable, however many units share that adapter; a pair for each place has one each', () => {
    const two = option({ ...gateway, place: place(1.5, 1) }, far('B', 6), far('C', 10));
    const shared = [b, c, outlet('d', 7, 2)];
    const ends = (of: ReturnType<typeof context>) =>
      two.units.flatMap((u) => adapterLeadsOf(of, two, u).map((l) => `${u.letter} ${l.end} ${l.outletId}`));
    const policies = { ...context([]).brief.policies, adapters: 'pairs' as const };
    expect(ends(context(shared))).toEqual(['B near b']);
    expect(ends(context(shared, { policies }))).toEqual(['B near b', 'C near b']);
  });
});

const MANY = Array.from({ length: 14 }, (_, i) => i);

test('the least price a search reckons with is never more than what units cost together, whoever shares an adapter', () => {
  // All share one adapter two rooms off from their uplink, which is dear, and have their own beside them.
  const outlets = [c, ...MANY.map((i) => outlet(`f${i}`, 8.3 + i / 4, 2))];
  const kit = { ...kitById('in-wall-ap', [])!, id: 'own-cheap', costMinor: 100, handsMin: 1, packs: [] };
  const of = contextOf({ site: { outlets }, ownKit: [kit] });
  const base = option(gateway);
  const prices = new LeastPrices(of, base, NOTHING, [kit.id]);
  const units = MANY.map((i) => ({
    ...unit('BCDEFGHIJKLMNO'[i]!, place(8.3 + i / 4, 1.5), {
      ...plainFeed('powerline', 'a'),
      nearOutletId: 'c',
      farOutletId: `f${i}`,
    } as Feed),
    kitId: kit.id,
  }));
  for (let n = 1; n <= units.length; n++) {
    const own = units.slice(0, n);
    const total = optionPriceMinor(of, { ...base, units: [...base.units, ...own] }, NOTHING);
    const least = own.reduce((sum, u) => sum + prices.leastMinor(u, kit), prices.baseLeastMinor);
    expect(least).toBeLessThanOrEqual(total);
  }
});
