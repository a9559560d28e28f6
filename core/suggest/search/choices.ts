import { isCable, parentIdOf } from '../../plan/option/feeds';
import { VERDICT_RANK, type Verdict } from '../../site/model/verdict';
import { cheapestPacking } from '../../kit/model/materialItems';
import { ownedBy } from '../../stats/lru';
import { standKey, type LinkTable } from './columns';
import { PENALTY_MINOR } from './penalty';
import type { Boxes } from './prices';

/** A choice of columns, by their numbers, with the least it can be worth, minor units. */
export interface Choice {
  chosen: readonly number[];
  leastMinor: number;
}

/** More choices than this that could be worth less are not gone through, nor so many looked at: the table is too wide for that. */
const MOST_CHOICES = 1200;
const MOST_STEPS = 400_000;

/** What so many pieces of a kit cost in the packs that cost the least, worked out once for each number. */
const packedMinor = ownedBy((sold: Boxes['sold']) => {
  const known: number[] = [];
  const [single, ...packs] = sold;
  return (pieces: number): number =>
    (known[pieces] ??= cheapestPacking(pieces, single!.costMinor, packs).costMinor);
});

/** The best a spot can come to in a choice: any of the units its device may go by, as channels may be planned. */
function bestAt(table: LinkTable, chosen: readonly number[], spot: number): Verdict {
  const here = table.here[spot]!;
  let least = here.lowDbm;
  for (const j of chosen) least = Math.max(least, table.columns[j]!.spots[spot]!.lowDbm);
  let best: Verdict = here.choiceDbm >= least ? here.verdict : 'noSignal';
  for (const j of chosen) {
    const link = table.columns[j]!.spots[spot]!;
    if (link.choiceDbm >= least && VERDICT_RANK[link.verdict] > VERDICT_RANK[best]) best = link.verdict;
  }
  return best;
}

/** By column of a table, the number of the boxes its kit comes in and of the ports its cable takes; −1 where there are none. */
const takenBy = ownedBy(({ columns, boxes, ports }: LinkTable) =>
  columns.map(({ unit, parents }) => {
    const { feed } = unit;
    return {
      box: boxes.findIndex((b) => b.kitId === unit.kitId),
      port: parents === null && isCable(feed) ? ports.findIndex((p) => p.parentId === parentIdOf(feed)) : -1,
    };
  }),
);

/** By column of a table, its place and what stands there as numbers, and what it may hang on; null where that is there from the start. */
const standsBy = ownedBy(({ columns }: LinkTable) => {
  const numbers = new Map<string, number>();
  const numberOf = (key: string): number => {
    const n = numbers.get(key) ?? numbers.size;
    numbers.set(key, n);
    return n;
  };
  return {
    placeOf: columns.map((c) => numberOf(c.place)),
    standOf: columns.map((c) => numberOf(standKey(c.place, c.unit.kitId))),
    parentsOf: columns.map((c) => c.parents && new Set(c.parents.map(numberOf))),
  };
});

/** The least a choice costs, minor units: its columns, kits by the packs that cost the least, switches where ports run out. */
function costMinor(table: LinkTable, chosen: readonly number[]): number {
  const { columns, boxes, ports, baseLeastMinor } = table;
  const taken = takenBy(table);
  let sum = baseLeastMinor;
  for (const j of chosen) sum += columns[j]!.leastMinor;
  for (const [box, { wanted, sold }] of boxes.entries()) {
    let pieces = wanted;
    for (const j of chosen) if (taken[j]!.box === box) pieces++;
    sum += packedMinor(sold)(Math.max(0, pieces));
  }
  for (const [port, { free, more, switchMinor }] of ports.entries()) {
    let over = -free;
    for (const j of chosen) if (taken[j]!.port === port) over++;
    if (over > 0) sum += Math.ceil(over / more) * switchMinor;
  }
  return sum;
}

/** What spots weigh at least, whatever is chosen: no choice does more for one than what stands anywhere at its best. */
export function floorOf({ cover, here }: LinkTable): number {
  return here.reduce((sum, { verdict }, s) => {
    let best = verdict;
    for (const c of cover) if (VERDICT_RANK[c.verdicts[s]!] > VERDICT_RANK[best]) best = c.verdicts[s]!;
    return sum + PENALTY_MINOR[best];
  }, 0);
}

/**
 * Every choice of a table that could be worth less than something known, the least first: one unit at a place, those by air on
 * others with one of these. Null where there are too many to list.
 */
export function choicesBelow(
  table: LinkTable,
  { most, budgetMinor, belowMinor }: { most: number; budgetMinor: number | null; belowMinor: number },
): Choice[] | null {
  const { columns } = table;
  const floorMinor = floorOf(table);
  const { placeOf, standOf, parentsOf } = standsBy(table);
  const first = columns.flatMap((c, j) => (c.parents === null ? [j] : []));
  const second = columns.flatMap((c, j) => (c.parents === null ? [] : [j]));
  const order = [...first, ...second];
  const out: Choice[] = [];
  let steps = 0;
  let isTooMany = false;
  const visit = (chosen: readonly number[], from: number) => {
    if (isTooMany) return;
    if (++steps > MOST_STEPS || out.length > MOST_CHOICES) {
      isTooMany = true;
      return;
    }
    const cost = costMinor(table, chosen);
    // What is added costs no less than nothing.
    if (cost + floorMinor >= belowMinor) return;
    if (budgetMinor === null || cost <= budgetMinor || chosen.length === 0) {
      const leastMinor = leastOf(table, chosen);
      if (leastMinor < belowMinor) out.push({ chosen, leastMinor });
    }
    if (chosen.length >= most) return;
    for (let k = from; k < order.length; k++) {
      const j = order[k]!;
      if (chosen.some((i) => placeOf[i] === placeOf[j])) continue;
      const parents = parentsOf[j];
      if (parents && !chosen.some((i) => parentsOf[i] === null && parents.has(standOf[i]!))) continue;
      visit([...chosen, j], k + 1);
    }
  };
  visit([], 0);
  if (isTooMany) return null;
  return out.sort((a, b) => a.leastMinor - b.leastMinor);
}

/** The least a choice can be worth, minor units. */
const leastOf = (table: LinkTable, chosen: readonly number[]): number =>
  table.spots.reduce((sum, _, s) => sum + PENALTY_MINOR[bestAt(table, chosen, s)], costMinor(table, chosen));

/** Whether a column can stand beside others: at a place of its own, and hung on one of them where it hangs on a new unit. */
function fitsBeside({ columns }: LinkTable, chosen: readonly number[], j: number): boolean {
  const { place, parents } = columns[j]!;
  if (chosen.some((i) => columns[i]!.place === place)) return false;
  return (
    !parents || chosen.some((i) => parents.includes(standKey(columns[i]!.place, columns[i]!.unit.kitId)))
  );
}

/** A choice with the column more that brings the most for its price; null where none brings anything. */
export function nextOf(table: LinkTable, chosen: readonly number[]): number[] | null {
  let best: Choice = { chosen, leastMinor: leastOf(table, chosen) };
  table.columns.forEach((_, j) => {
    if (!fitsBeside(table, chosen, j)) return;
    const more = [...chosen, j];
    const leastMinor = leastOf(table, more);
    if (leastMinor < best.leastMinor) best = { chosen: more, leastMinor };
  });
  return best.chosen === chosen ? null : [...best.chosen];
}

/**
 * Choices one exchange away, those that can be worth the least first: a column fewer, a column more, and one in the place of one or
 * of two.
 */
export function exchangesOf(table: LinkTable, chosen: readonly number[], most: number): Choice[] {
  const { columns } = table;
  const kept: (readonly number[])[] = [chosen];
  chosen.forEach((_, i) => {
    kept.push(chosen.filter((_c, k) => k !== i));
    for (let k = i + 1; k < chosen.length; k++) kept.push(chosen.filter((_c, n) => n !== i && n !== k));
  });
  const isHung = (of: readonly number[]) =>
    of.every(
      (j) =>
        columns[j]!.parents === null ||
        fitsBeside(
          table,
          of.filter((i) => i !== j),
          j,
        ),
    );
  return kept
    .flatMap((of) => {
      const more = columns.flatMap((_, j) =>
        of.length < most && !chosen.includes(j) && fitsBeside(table, of, j) ? [[...of, j]] : [],
      );
      return of === chosen ? more : [of, ...more];
    })
    .filter(isHung)
    .map((of): Choice => ({ chosen: of, leastMinor: leastOf(table, of) }))
    .sort((a, b) => a.leastMinor - b.leastMinor);
}
