import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import highsLoader from 'highs';
import { plainFeed } from '../../plan/option/feeds';
import type { Unit } from '../../plan/option/schema';
import { VERDICT_RANK, type Verdict } from '../../site/model/verdict';
import { choicesBelow, exchangesOf, floorOf, nextOf } from './choices';
import { classesOf, standKey, type Column, type LinkTable } from './columns';
import { coverBoundMinor } from './cover';
import { PENALTY_MINOR } from './penalty';
import { solveWith, type LpSolver, type Solve } from './solver';

let solve: Solve;
beforeAll(async () => {
  solve = solveWith((await highsLoader()) as unknown as LpSolver);
});

type Link = [choiceDbm: number, verdict: Verdict];
const column = (
  place: string,
  leastMinor: number,
  links: readonly Link[],
  more: Partial<Column> = {},
): Column => ({
  unit: { id: place, kitId: 'k', feed: plainFeed('wireless', 'gate') } as Unit,
  place,
  parents: null,
  leastMinor,
  spots: links.map(([choiceDbm, verdict]) => ({ choiceDbm, lowDbm: choiceDbm, verdict })),
  ...more,
});
const tableOf = (columns: Column[], here: readonly Link[], more: Partial<LinkTable> = {}): LinkTable => ({
  base: { id: 'b', name: 'B', units: [], wiredSpots: [] },
  here: here.map(([choiceDbm, verdict]) => ({ choiceDbm, lowDbm: choiceDbm, verdict })),
  columns,
  baseLeastMinor: 0,
  boxes: [],
  ports: [],
  cover: columns.map((c) => ({
    place: c.place,
    kitId: c.unit.kitId,
    leastMinor: c.leastMinor,
    verdicts: c.spots.map((s) => s.verdict),
  })),
  spots: here.map((_, i) => ({ id: `s${i}` }) as LinkTable['spots'][number]),
  isWhole: true,
  ...more,
});
const all = { most: 3, budgetMinor: null, belowMinor: Infinity };

/** What a device goes by: what it hears best, of that alike the better. */
const bestAt = (t: LinkTable, chosen: readonly number[], s: number): Verdict => {
  const heard = [t.here[s]!, ...chosen.map((j) => t.columns[j]!.spots[s]!)];
  const top = Math.max(...heard.map((l) => l.choiceDbm));
  const of = heard.filter((l) => l.choiceDbm === top).map((l) => l.verdict);
  return of.reduce((a, b) => (VERDICT_RANK[a] >= VERDICT_RANK[b] ? a : b));
};
const worthOf = (t: LinkTable, chosen: readonly number[]): number =>
  chosen.reduce((sum, j) => sum + t.columns[j]!.leastMinor, 0) +
  t.spots.reduce((sum, _, s) => sum + PENALTY_MINOR[bestAt(t, chosen, s)], 0);

const verdict = fc.constantFrom<Verdict>('works', 'tight', 'tooSlow', 'noSignal');
const link = fc.tuple(fc.integer({ min: -90, max: -30 }), verdict);
const anyTable = fc
  .tuple(
    fc.array(
      fc.tuple(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 1, max: 90 }), fc.tuple(link, link, link)),
      {
        maxLength: 6,
      },
    ),
    fc.tuple(link, link, link),
  )
  .map(([list, here]) =>
    tableOf(
      list.map(([p, euros, links]) => column(`p${p}`, euros * 100, links)),
      here,
    ),
  );
/** Every choice of a table by trying: no two at one place, at most three. */
const triedOf = (t: LinkTable): number[][] =>
  Array.from({ length: 2 ** t.columns.length }, (_, bits) =>
    t.columns.flatMap((_c, j) => ((bits >> j) & 1 ? [j] : [])),
  ).filter((c) => c.length <= 3 && new Set(c.map((j) => t.columns[j]!.place)).size === c.length);
const keyOf = (c: readonly number[]) => [...c].sort((a, b) => a - b).join();

describe('choices of a table', () => {
  test('are all there are, each with what it is worth, the least first', () => {
    fc.assert(
      fc.property(anyTable, (t) => {
        const listed = choicesBelow(t, all)!;
        const tried = triedOf(t);
        expect(listed.map((c) => keyOf(c.chosen)).sort()).toEqual(tried.map(keyOf).sort());
        for (const c of listed) expect(c.leastMinor).toBe(worthOf(t, c.chosen));
        expect(listed.map((c) => c.leastMinor)).toEqual(
          listed.map((c) => c.leastMinor).sort((a, b) => a - b),
        );
      }),
      { seed: 4, numRuns: 80 },
    );
  });
  test('below something known are those that are worth less, and a budget leaves out what costs more', () => {
    fc.assert(
      fc.property(anyTable, fc.integer({ min: 0, max: 20_000 }), (t, minor) => {
        const least = Math.min(...triedOf(t).map((c) => worthOf(t, c)));
        const belowMinor = least + minor;
        const below = triedOf(t).filter((c) => worthOf(t, c) < belowMinor);
        expect(
          choicesBelow(t, { ...all, belowMinor })!
            .map((c) => keyOf(c.chosen))
            .sort(),
        ).toEqual(below.map(keyOf).sort());
        const cost = (c: readonly number[]) => c.reduce((sum, j) => sum + t.columns[j]!.leastMinor, 0);
        for (const c of choicesBelow(t, { ...all, budgetMinor: minor })!)
          expect(c.chosen.length === 0 || cost(c.chosen) <= minor).toBe(true);
      }),
      { seed: 5, numRuns: 80 },
    );
  });
  test('nothing is worth less than the floor or than the bound of the program', async () => {
    await fc.assert(
      fc.asyncProperty(anyTable, async (t) => {
        const least = Math.min(...triedOf(t).map((c) => worthOf(t, c)));
        expect(floorOf(t)).toBeLessThanOrEqual(least);
        expect(await coverBoundMinor(t, all, solve)).toBeLessThanOrEqual(least + 1);
      }),
      { seed: 6, numRuns: 60 },
    );
  });
  test('what hangs on a new unit comes with one of those it may hang on', () => {
    const near = column('near', 300, [[-80, 'noSignal']]);
    const far = column('far', 400, [[-50, 'works']], { parents: [standKey('near', 'k')] });
    const t = tableOf([near, far], [[-90, 'noSignal']]);
    expect(choicesBelow(t, all)!.map((c) => c.chosen)).toEqual([[0, 1], [], [0]]);
  });
  test('where channels may change who is heard best, the better is counted on', () => {
    const unsure: Column = {
      ...column('a', 100, []),
      spots: [{ choiceDbm: -50, lowDbm: -70, verdict: 'tooSlow' }],
    };
    expect(choicesBelow(tableOf([unsure], [[-60, 'works']]), all)!.at(-1)!.leastMinor).toBe(100);
    expect(choicesBelow(tableOf([unsure], [[-75, 'works']]), all)!.at(-1)!.leastMinor).toBe(
      100 + PENALTY_MINOR.tooSlow,
    );
  });
  test('boxes: three cost less than two singles; what is in the house costs nothing', () => {
    const served = (s: number): Link[] =>
      [0, 1, 2].map((i) => (i === s ? [-50, 'works'] : [-99, 'noSignal']));
    const here: Link[] = Array.from({ length: 3 }, () => [-90, 'noSignal']);
    const sold = [
      { pieces: 1, costMinor: 1000 },
      { pieces: 3, costMinor: 1900 },
    ];
    const columns = ['a', 'b', 'c'].map((p, s) => column(p, 0, served(s)));
    const least = (wanted: number) =>
      choicesBelow(tableOf(columns, here, { boxes: [{ kitId: 'k', wanted, sold }] }), all)![0]!.leastMinor;
    expect([least(0), least(-2), least(1)]).toEqual([1900, 1000, 2900]);
  });
  test('cables take ports, and one more than there are a switch', () => {
    const wired = (p: string, s: number): Column =>
      column(
        p,
        500,
        [0, 1, 2].map((i): Link => (i === s ? [-50, 'works'] : [-99, 'noSignal'])),
        { unit: { id: p, kitId: 'k', feed: plainFeed('ethernet', 'gate') } as Unit },
      );
    const here: Link[] = Array.from({ length: 3 }, () => [-90, 'noSignal']);
    const least = (free: number) => {
      const ports = [{ parentId: 'gate', free, more: 6, switchMinor: 2500 } as LinkTable['ports'][number]];
      return choicesBelow(tableOf([wired('a', 0), wired('b', 1), wired('c', 2)], here, { ports }), all)![0]!
        .leastMinor;
    };
    expect([least(3), least(2), least(0)]).toEqual([1500, 4000, 4000]);
  });
});

describe('one after another', () => {
  test('the column that brings the most comes next, and none where none brings anything', () => {
    const t = tableOf(
      [
        column('a', 500, [[-50, 'tight']]),
        column('b', 900, [[-50, 'works']]),
        column('c', 700, [[-50, 'works']]),
      ],
      [[-90, 'noSignal']],
    );
    expect(nextOf(t, [])).toEqual([2]);
    expect(nextOf(t, [2])).toBeNull();
  });
  test('an exchange leaves one or two out, puts one in or one in their place, and hangs nothing on what is gone', () => {
    const t = tableOf(
      [
        column('a', 100, [[-50, 'works']]),
        column('b', 200, [[-50, 'works']]),
        column('c', 300, [[-50, 'works']], { parents: [standKey('a', 'k')] }),
      ],
      [[-90, 'noSignal']],
    );
    expect(
      exchangesOf(t, [0, 2], 3)
        .map((c) => keyOf(c.chosen))
        .sort(),
    ).toEqual(['', '0', '0,1', '0,1,2', '1'].sort());
  });
});

test('parents that give the same are one column; a better parent is one for what a worse one gives too', () => {
  const hang = (parent: string, throughMbps: number, given: Verdict) => ({
    parent,
    throughMbps,
    column: () => column('here', 100, [[-50, given]]),
  });
  const made = classesOf([
    hang('slow', 5, 'tooSlow'),
    hang('fast', 300, 'works'),
    hang('middling', 80, 'works'),
    hang('late', 90, 'tooSlow'),
  ]);
  expect(made.map((c) => [...c.parents!].sort())).toEqual([
    ['fast', 'middling'],
    ['fast', 'late', 'middling', 'slow'],
  ]);
  expect(classesOf([])).toEqual([]);
});
