import { beforeAll, describe, expect, test } from '@jest/globals';
import highsLoader from 'highs';
import { kitById } from '../../kit/catalogue/catalogue';
import { partsOf } from '../../plan/cost/parts';
import { priceOf } from '../../plan/cost/price';
import { workOf } from '../../plan/cost/work';
import { evaluate } from '../../plan/evaluate/evaluate';
import { linksOf, lowReaches, pipeOf, rangesOf } from '../../plan/links/pipe';
import { predictOption, pipeVerdict, waysTo } from '../../plan/predict/predict';
import { plainFeed } from '../../plan/option/feeds';
import { lockedUnits, withLock } from '../../plan/option/locks';
import type { Option, Unit } from '../../plan/option/schema';
import { portMaps } from '../../plan/links/ports';
import { cableRunOf, hangsByLead } from '../../plan/network/cableRun';
import { contextOf, gateway, NOTHING, option, place, unit } from '../../../testing/sampleHouse';
import { needOf } from '../../site/model/needs';
import { POLICIES, type Policy } from '../choices/policies';
import { beginning } from '../choices/beginning';
import { changesOf, isOf } from './atHand';
import { optionsOf } from './chosenOptions';
import { suggest } from './suggest';
import { linkTable } from './linkTable';
import { LeastPrices } from './prices';
import type { Solve } from './solver';
import type { SearchProgress } from './judged';
import { smallHouse, smallToday } from '../../../testing/smallHouse';
import { solveWith, type LpSolver } from './solver';
import { withSwitches } from './switches';
import { unitAt } from '../choices/addedUnit';

let solve: Solve;
beforeAll(async () => {
  solve = solveWith((await highsLoader()) as unknown as LpSolver);
});
const noPause = () => Promise.resolve();
const policyOf = (id: string): Policy => POLICIES.find((s) => s.id === id)!;
const extenders: Policy = { ...policyOf('spendLeast'), feeds: 'any' };
const priceMinor = (context: ReturnType<typeof smallHouse>, o: Option) =>
  priceOf(partsOf(context, o, smallToday), workOf(context, o, smallToday), context.brief).totalMinor;

describe('low ends', () => {
  test('whether they reach is what the ranges say, and the verdict alone is that of the prediction', () => {
    for (const seed of [1, 2, 3]) {
      const context = smallHouse(seed);
      const links = linksOf(context, smallToday);
      const said = new Map(predictOption(context, smallToday).map((p) => [p.spotId, p.alone]));
      for (const spot of context.site.spots) {
        const access = waysTo(context, smallToday, links, spot)[0]!;
        const pipe = pipeOf(context, links, access, spot);
        const { down, up } = rangesOf(pipe);
        for (const by of [0.5, 0.999, 1, 1.001, 2])
          expect(lowReaches(pipe, { downMbps: down[0] * by, upMbps: up[0] * by })).toBe(
            by <= 1 || down[0] + up[0] === 0,
          );
        expect(pipeVerdict(pipe, needOf(spot.activities))).toBe(said.get(spot.id));
      }
    }
  });
  test('the surer it is to be, the less serves', () => {
    const rank = { noSignal: 0, tooSlow: 1, tight: 2, works: 3 } as const;
    for (const seed of [1, 2, 3, 4]) {
      const context = smallHouse(seed);
      const links = linksOf(context, smallToday);
      for (const spot of context.site.spots) {
        const pipe = pipeOf(context, links, waysTo(context, smallToday, links, spot)[0]!, spot);
        const at = (share: number) => rank[pipeVerdict(pipe, needOf(spot.activities), share)];
        expect(at(0.02)).toBeLessThanOrEqual(at(0.1));
        expect(at(0.1)).toBeLessThanOrEqual(at(0.4));
      }
    }
  });
});

describe('ports and leads', () => {
  const wired = (letter: string, x: number) => unit(letter, place(x), plainFeed('ethernet', 'a'));
  const many = option(gateway, ...['B', 'C', 'D', 'E'].map((l, i) => wired(l, 2 + 2 * i)));
  test('where cables outnumber ports a switch stands beside, and every cable has one', () => {
    const context = contextOf({});
    expect(portMaps(context, many).some((m) => m.used.length > m.ports)).toBe(true);
    const whole = withSwitches(context, many);
    expect(portMaps(context, whole).every((m) => m.used.length <= m.ports)).toBe(true);
    const added = whole.units.filter((u) => !many.units.some((m) => m.id === u.id));
    expect(added.map((u) => u.kitId)).toEqual(['switch-plain']);
    expect(hangsByLead(context, whole, added[0]!)).toBe(true);
    expect(partsOf(context, whole, NOTHING).map((p) => p.label)).toContain('Switch, eight ports');
    expect(evaluate(context, whole, NOTHING).notices.filter((n) => n.severity === 'blocks')).toEqual([]);
  });
  test('where there are enough it is left as it is', () => {
    const two = option(gateway, wired('B', 6), wired('C', 10));
    expect(withSwitches(contextOf({}), two)).toBe(two);
  });
  test('a lead is for what stands beside in one room by a cable said to be short; anything else is a cable to be laid', () => {
    const context = contextOf({});
    const at = (x: number, lengthM: number | null): Unit => ({
      ...unit('B', place(x), plainFeed('ethernet', 'a')),
      feed: { ...plainFeed('ethernet', 'a'), lengthM },
    });
    const runs = ([x, lengthM]: readonly [number, number | null]) => {
      const o = option(gateway, at(x, lengthM));
      return cableRunOf(context, o, o.units[1]!) !== null;
    };
    const x = gateway.place.xM;
    expect(
      (
        [
          [x + 1, 1],
          [x + 1, null],
          [x + 1, 6],
          [x + 2.5, 1],
        ] as const
      ).map(runs),
    ).toEqual([false, true, true, true]);
  });
});

describe('least prices', () => {
  test('sums of them are never more than what networks cost, over every pair of columns of small houses', async () => {
    for (const seed of [2, 5]) {
      const context = smallHouse(seed, { rooms: 6, outlets: 5, coax: true });
      const policy: Policy = { ...policyOf('replace'), kits: ['mesh-dual', 'mesh-own-radio'] };
      const base = beginning(context, policy, 'replace', smallToday, [])!;
      const table = await linkTable(context, smallToday, policy, base, noPause);
      const { boxes } = table;
      const boxed = (kitId: string, more: number): number => {
        const of = boxes.find((b) => b.kitId === kitId);
        if (!of) return 0;
        // Brute force over up to three packs of each.
        let least = Infinity;
        const take = (i: number, pieces: number, minor: number) => {
          if (pieces >= of.wanted + more) least = Math.min(least, minor);
          const pack = of.sold[i];
          if (!pack) return;
          for (let n = 0; n <= 4; n++) take(i + 1, pieces + n * pack.pieces, minor + n * pack.costMinor);
        };
        take(0, 0, 0);
        return least;
      };
      const first = table.columns.filter((c) => c.parents === null);
      for (const a of first)
        for (const b of first) {
          if (a.place >= b.place) continue;
          const o = withSwitches(context, optionsOf(table, [a, b]).options[0]!);
          const kits = new Set([...boxes.map((x) => x.kitId)]);
          const ofKits = [...kits].reduce(
            (sum, id) => sum + boxed(id, [a, b].filter((c) => c.unit.kitId === id).length),
            0,
          );
          const least = table.baseLeastMinor + a.leastMinor + b.leastMinor + ofKits;
          expect(least).toBeLessThanOrEqual(priceMinor(context, o) + 1);
        }
    }
  });
  test('a kit that is in the house costs nothing until it is used up, unless old gear may not be used again', () => {
    const context = smallHouse(1);
    const today: Option = {
      ...smallToday,
      units: [
        ...smallToday.units,
        {
          ...smallToday.units[0]!,
          id: 'node',
          letter: 'B',
          kitId: 'extender-ax',
          feed: plainFeed('wireless', 'old'),
        },
      ],
    };
    const wanted = (reuseOldGear: boolean) => {
      const own = {
        ...context,
        brief: { ...context.brief, allowed: { ...context.brief.allowed, reuseOldGear } },
      };
      return new LeastPrices(own, smallToday, today, ['extender-ax']).boxes.find(
        (b) => b.kitId === 'extender-ax',
      )?.wanted;
    };
    expect(wanted(true)).toBe(-1);
    expect(wanted(false)).toBeUndefined();
  });
});

describe('the plan at hand', () => {
  const context = smallHouse(2);
  const ask = { policy: extenders, most: 2, locked: [], pause: noPause };
  const extender = (id: string, x: number): Unit => ({
    ...unitAt(context, smallToday, kitById('extender-ax')!, { storeyId: 'g', xM: x, yM: 3, heightM: 1 }, id),
    feed: plainFeed('wireless', 'old'),
  });
  const atHand: Option = { ...smallToday, id: 'hand', units: [...smallToday.units, extender('e', 10)] };
  test('is one of a policy by its router, kits and feeds; what is locked is always right', () => {
    expect(isOf(context, extenders, atHand, [])).toBe(true);
    expect(isOf(context, policyOf('wireFirst'), atHand, [])).toBe(false);
    const wired = {
      ...atHand,
      units: atHand.units.map((u) => (u.id === 'e' ? { ...u, feed: plainFeed('ethernet', 'old') } : u)),
    };
    expect(isOf(context, { ...extenders, feeds: 'air' }, wired, [])).toBe(false);
    expect(isOf(context, { ...extenders, feeds: 'noDrilling' }, wired, [])).toBe(false);
    expect(isOf(context, { ...extenders, feeds: 'air' }, wired, wired.units)).toBe(true);
    expect(isOf(context, extenders, { ...atHand, units: [] }, [])).toBe(false);
  });
  test('what is one change away leaves out a unit, adds one, moves, feeds or takes another kit, and never what is locked', () => {
    const verdicts = new Map(predictOption(context, atHand).map((p) => [p.spotId, p.verdict]));
    const changes = [...changesOf(context, extenders, atHand, [], verdicts)];
    const e = (o: Option) => o.units.find((u) => u.id === 'e');
    expect(changes.some((o) => !e(o))).toBe(true);
    expect(changes.some((o) => o.units.length === 3)).toBe(true);
    expect(changes.some((o) => e(o)?.kitId === 'extender-dual')).toBe(true);
    expect(changes.some((o) => e(o) && e(o)!.place.xM !== 10)).toBe(true);
    expect([...changesOf(context, extenders, atHand, [], verdicts)]).toEqual(changes);
    const kept = [...changesOf(context, extenders, atHand, [e(atHand)!], verdicts)];
    for (const o of kept) expect(e(o)).toEqual(e(atHand));
  });
  test('comes first, is said at once, and ends with what is found without it', async () => {
    const plain = (await suggest(context, smallToday, ask, solve))!;
    const told: SearchProgress[] = [];
    const again = (await suggest(
      context,
      smallToday,
      { ...ask, from: atHand, progress: (p) => told.push(p) },
      solve,
    ))!;
    expect(again.proof.cheapestMinor).toBe(plain.proof.cheapestMinor);
    expect(again.proof.isProven).toBe(true);
    const firstBest = told.findIndex((p) => p.best !== null);
    const firstTable = told.findIndex((p) => p.words.startsWith('Places and links'));
    expect(firstBest).toBeGreaterThanOrEqual(0);
    expect(firstBest).toBeLessThan(firstTable);
    expect(told[firstBest]!.best).toMatchObject({ of: context.site.spots.length });
    // From its own answer nothing better is found.
    const settled = (await suggest(context, smallToday, { ...ask, from: plain.option }, solve))!;
    expect(settled.proof.cheapestMinor).toBe(plain.proof.cheapestMinor);
  });
  test('a unit that is locked keeps what it hangs on, and a search with it ends', async () => {
    const far = { ...extender('far', 14), feed: plainFeed('wireless', 'e'), letter: 'C' };
    const chain = withLock({ ...atHand, units: [...atHand.units, far] }, 'far', true);
    const locked = lockedUnits(chain);
    expect(locked.map((u) => u.id)).toEqual(['old', 'e', 'far']);
    const found = (await suggest(context, smallToday, { ...ask, locked, from: chain }, solve))!;
    expect(found.option.units.map((u) => u.id)).toEqual(expect.arrayContaining(['old', 'e', 'far']));
    // Even one whose parent is gone ends with an answer.
    const alone = (await suggest(context, smallToday, { ...ask, locked: [far] }, solve))!;
    expect(alone.option.units.map((u) => u.id)).toContain('far');
  });
  test('where nothing is as sure as asked the surest of the best is said, and that it is not', async () => {
    const sure = (await suggest(context, smallToday, { ...ask, chance: 0.99 }, solve))!;
    const plain = (await suggest(context, smallToday, ask, solve))!;
    expect(plain.proof.isAsSure).toBe(true);
    expect(sure.proof.isAsSure).toBe(sure.chance.whole >= 0.99);
    expect(sure.chance.whole).toBeGreaterThanOrEqual(plain.chance.whole);
  });
});
