import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import highsLoader from 'highs';
import { plainFeed } from '../../plan/option/feeds';
import type { Unit } from '../../plan/option/schema';
import { classesOf, standKey, undominated, type Column, type LinkTable } from './columns';
import { PENALTY_MINOR } from './penalty';
import {
  attached,
  chosenOf,
  guardsFor,
  minorOf,
  programOf,
  type Guard,
  type Limits,
  type Solve,
} from './program';
import { solveWith, type LpSolver } from './solver';
import type { Verdict } from '../../site/model/verdict';

let solve: Solve;
beforeAll(async () => {
  solve = solveWith((await highsLoader()) as unknown as LpSolver);
});

type Link = [choiceDbm: number, verdict: Verdict];
const column = (place: string, leastMinor: number, links: Link[], more: Partial<Column> = {}): Column => ({
  unit: { id: place, kitId: 'k', feed: plainFeed('wireless', 'gate') } as Unit,
  place,
  parents: null,
  leastMinor,
  spots: links.map(([choiceDbm, verdict]) => ({ choiceDbm, lowDbm: choiceDbm, verdict })),
  ...more,
});
const tableOf = (columns: Column[], here: Link[], more: Partial<LinkTable> = {}): LinkTable => ({
  base: { id: 'b', name: 'B', units: [], wiredSpots: [] },
  here: here.map(([choiceDbm, verdict]) => ({ choiceDbm, lowDbm: choiceDbm, verdict })),
  columns,
  baseLeastMinor: 0,
  boxes: [],
  ports: [],
  spots: here.map((_, i) => ({ id: `s${i}` }) as LinkTable['spots'][number]),
  isWhole: true,
  ...more,
});
const free: Limits = { most: 9, budgetMinor: null, cuts: [], guards: [], losses: [] };

/** The best choice with guards added until nothing is broken, and what it is worth, minor units. */
async function bestOf(table: LinkTable, limits: Partial<Limits> = {}) {
  const guards: Guard[] = [];
  for (;;) {
    const answer = await solve(programOf(table, { ...free, ...limits, guards }));
    if (answer.kind !== 'best') return null;
    const chosen = chosenOf(table, answer.values);
    const missing = guardsFor(table, chosen, answer.values);
    if (missing.length === 0) return { chosen, minor: minorOf(answer.objective) };
    guards.push(...missing);
  }
}
const worthOf = (table: LinkTable, chosen: readonly number[]): number =>
  chosen.reduce((sum, j) => sum + table.columns[j]!.leastMinor, 0) +
  table.spots.reduce((sum, _, s) => sum + PENALTY_MINOR[attached(table, chosen, s).verdict], 0);

describe('the program', () => {
  test('finds what trying every choice finds, over made-up tables', async () => {
    const verdict = fc.constantFrom<Verdict>('works', 'tight', 'tooSlow', 'noSignal');
    const link = fc.tuple(fc.integer({ min: -90, max: -30 }), verdict);
    const tables = fc.tuple(
      fc.array(
        fc.tuple(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 1, max: 90 }), fc.tuple(link, link, link)),
        {
          maxLength: 6,
        },
      ),
      fc.tuple(link, link, link),
    );
    await fc.assert(
      fc.asyncProperty(tables, async ([list, here]) => {
        const columns = list.map(([p, euros, links], i) =>
          column(`p${p}`, euros * 100, links, {
            unit: { id: `u${i}`, kitId: `k${i}`, feed: plainFeed('wireless', 'g') } as Unit,
          }),
        );
        const table = tableOf(columns, [...here]);
        let least = Infinity;
        for (let bits = 0; bits < 2 ** columns.length; bits++) {
          const chosen = columns.flatMap((_, j) => ((bits >> j) & 1 ? [j] : []));
          if (new Set(chosen.map((j) => columns[j]!.place)).size < chosen.length) continue;
          least = Math.min(least, worthOf(table, chosen));
        }
        const found = (await bestOf(table))!;
        expect(found.minor).toBeCloseTo(least, 0);
        expect(worthOf(table, found.chosen)).toBeCloseTo(least, 0);
      }),
      { numRuns: 60 },
    );
  });
  test('a louder unit that gives less draws a device away, unless a still louder one keeps it', async () => {
    const columns = [
      column('quiet', 100, [
        [-60, 'works'],
        [-95, 'noSignal'],
      ]),
      column('loud', 100, [
        [-50, 'tooSlow'],
        [-50, 'works'],
      ]),
      column('louder', 5000, [
        [-40, 'works'],
        [-99, 'noSignal'],
      ]),
    ];
    const table = tableOf(columns, [
      [-90, 'noSignal'],
      [-90, 'noSignal'],
    ]);
    expect((await bestOf(table))!.chosen.sort()).toEqual([1, 2]);
  });
  test('a second hop comes with what it hangs on; money and units bound it; what was judged comes not again', async () => {
    const columns = [
      column('near', 300, [[-80, 'noSignal']]),
      column('far', 400, [[-50, 'works']], { parents: [standKey('near', 'k')] }),
    ];
    const table = tableOf(columns, [[-90, 'noSignal']]);
    expect((await bestOf(table))!.chosen).toEqual([0, 1]);
    expect((await bestOf(table, { most: 1 }))!.chosen).toEqual([]);
    expect((await bestOf(table, { budgetMinor: 699 }))!.chosen).toEqual([]);
    expect((await bestOf(table, { cuts: [[0, 1]] }))!.chosen).not.toEqual([0, 1]);
    expect(await bestOf(tableOf([], [[-90, 'tooSlow']]), { cuts: [[]] })).toBeNull();
  });
  test('what is lost by standing together is not counted on together', async () => {
    const columns = [
      column('a', 100, [
        [-50, 'works'],
        [-99, 'noSignal'],
      ]),
      column('b', 100, [
        [-99, 'noSignal'],
        [-50, 'works'],
      ]),
      column('c', 900, [
        [-99, 'noSignal'],
        [-50, 'works'],
      ]),
    ];
    const table = tableOf(columns, [
      [-90, 'noSignal'],
      [-90, 'noSignal'],
    ]);
    expect((await bestOf(table))!.chosen).toEqual([0, 1]);
    const losses = [{ spot: 0, verdict: 'works' as const, column: 0, standing: [0, 1] }];
    expect((await bestOf(table, { losses }))!.chosen).toEqual([0, 2]);
  });
  test('boxes: three cost less than two singles; what is in the house costs nothing', async () => {
    const served = (s: number): Link[] =>
      [0, 1, 2].map((i) => (i === s ? [-50, 'works'] : [-99, 'noSignal']));
    const columns = ['a', 'b', 'c'].map((p, s) => column(p, 0, served(s)));
    const here: Link[] = [
      [-90, 'noSignal'],
      [-90, 'noSignal'],
      [-90, 'noSignal'],
    ];
    const sold = [
      { pieces: 1, costMinor: 1000 },
      { pieces: 3, costMinor: 1900 },
    ];
    const boxes = (wanted: number) => [{ kitId: 'k', wanted, sold }];
    expect((await bestOf(tableOf(columns, here, { boxes: boxes(0) })))!.minor).toBeCloseTo(1900, 0);
    expect((await bestOf(tableOf(columns, here, { boxes: boxes(-2) })))!.minor).toBeCloseTo(1000, 0);
    expect((await bestOf(tableOf(columns, here, { boxes: boxes(1) })))!.minor).toBeCloseTo(2900, 0);
  });
  test('cables take ports, and one more than there are a switch', async () => {
    const wired = (p: string, s: number): Column =>
      column(
        p,
        500,
        [0, 1, 2].map((i): Link => (i === s ? [-50, 'works'] : [-99, 'noSignal'])),
        {
          unit: { id: p, kitId: 'k', feed: plainFeed('ethernet', 'gate') } as Unit,
        },
      );
    const ports = (freePorts: number) => [
      { parentId: 'gate', free: freePorts, more: 6, switchMinor: 2500 } as LinkTable['ports'][number],
    ];
    const here: Link[] = [
      [-90, 'noSignal'],
      [-90, 'noSignal'],
      [-90, 'noSignal'],
    ];
    const columns = [wired('a', 0), wired('b', 1), wired('c', 2)];
    expect((await bestOf(tableOf(columns, here, { ports: ports(3) })))!.minor).toBeCloseTo(1500, 0);
    expect((await bestOf(tableOf(columns, here, { ports: ports(2) })))!.minor).toBeCloseTo(4000, 0);
    expect((await bestOf(tableOf(columns, here, { ports: ports(0) })))!.chosen).toEqual([]);
  });
});

describe('few columns', () => {
  test('parents that give the same are one, the best first; a better parent is one for what a worse one gives too', () => {
    const hang = (parent: string, throughMbps: number, verdict: Verdict) => ({
      parent,
      throughMbps,
      column: () => column('here', 100, [[-50, verdict]]),
    });
    const made = classesOf([
      hang('slow', 5, 'tooSlow'),
      hang('fast', 300, 'works'),
      hang('middling', 80, 'works'),
      hang('crawl', 2, 'tooSlow'),
    ]);
    expect(made.map((c) => c.parents)).toEqual([
      ['fast', 'middling'],
      ['fast', 'middling', 'slow', 'crawl'],
    ]);
    expect(classesOf([])).toEqual([]);
  });
  test('what another at the same place does for no more money is left out, and of two alike the first stays', () => {
    const cheap = column('p', 100, [[-50, 'works']]);
    const dear = column('p', 200, [[-50, 'works']]);
    const worse = column('p', 100, [[-50, 'tight']]);
    const hung = column('p', 50, [[-50, 'works']], { parents: ['q k'] });
    const elsewhere = column('q', 200, [[-50, 'works']]);
    expect(undominated([dear, cheap, worse, elsewhere])).toEqual([cheap, elsewhere]);
    expect(undominated([cheap, { ...cheap }])).toHaveLength(1);
    expect(undominated([cheap, hung])).toHaveLength(2);
    expect(undominated([hung, { ...hung, parents: ['q k', 'r k'] }])).toEqual([
      { ...hung, parents: ['q k', 'r k'] },
    ]);
  });
});
