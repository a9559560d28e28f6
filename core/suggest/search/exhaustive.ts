import { isCable, parentIdOf } from '../../plan/option/feeds';
import { VERDICT_RANK, type Verdict } from '../../site/model/verdict';
import { cheapestPacking } from '../../kit/model/materialItems';
import { standKey, type LinkTable } from './columns';
import { PENALTY_MINOR } from './penalty';

/** A choice of columns, by their numbers, with the least it can be worth, minor units. */
export interface Choice {
  chosen: readonly number[];
  leastMinor: number;
}

/** More choices than this are not listed: the table is too wide for that. */
const MOST_CHOICES = 120_000;
const MOST_STEPS = 4_000_000;

/** The least kits without a price by the piece cost, where so many of each are used. */
function boxedMinor({ boxes }: LinkTable, used: ReadonlyMap<string, number>): number {
  return boxes.reduce((sum, { kitId, wanted, sold }) => {
    const [single, ...packs] = sold;
    const pieces = Math.max(0, wanted + (used.get(kitId) ?? 0));
    return sum + cheapestPacking(pieces, single!.costMinor, packs).costMinor;
  }, 0);
}

/** What switches cost at least, where so many cables come from each unit. */
function switchesMinor({ ports }: LinkTable, cables: ReadonlyMap<string, number>): number {
  return ports.reduce((sum, { parentId, free, more, switchMinor }) => {
    const over = (cables.get(parentId) ?? 0) - free;
    return over > 0 ? sum + Math.ceil(over / more) * switchMinor : sum;
  }, 0);
}

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

/** The least a choice costs, minor units. */
function costMinor(table: LinkTable, chosen: readonly number[]): number {
  const used = new Map<string, number>();
  const cables = new Map<string, number>();
  let sum = table.baseLeastMinor;
  for (const j of chosen) {
    const { unit, leastMinor, parents } = table.columns[j]!;
    sum += leastMinor;
    used.set(unit.kitId, (used.get(unit.kitId) ?? 0) + 1);
    if (parents === null && isCable(unit.feed)) {
      const parentId = parentIdOf(unit.feed)!;
      cables.set(parentId, (cables.get(parentId) ?? 0) + 1);
    }
  }
  return sum + boxedMinor(table, used) + switchesMinor(table, cables);
}

/**
 * Every choice of a table that could be worth less than something known, the least first: one unit at a place, those by air on
 * others with one of these. Null where there are too many to list.
 */
export function choicesBelow(
  table: LinkTable,
  { most, budgetMinor, belowMinor }: { most: number; budgetMinor: number | null; belowMinor: number },
): Choice[] | null {
  const { columns, spots, here } = table;
  // No choice does more for a spot than the best of all columns.
  const floorMinor = spots.reduce((sum, _, s) => {
    const best = columns.reduce<Verdict>(
      (v, c) => (VERDICT_RANK[c.spots[s]!.verdict] > VERDICT_RANK[v] ? c.spots[s]!.verdict : v),
      here[s]!.verdict,
    );
    return sum + PENALTY_MINOR[best];
  }, 0);
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
      const leastMinor = spots.reduce((sum, _, s) => sum + PENALTY_MINOR[bestAt(table, chosen, s)], cost);
      if (leastMinor < belowMinor) out.push({ chosen, leastMinor });
    }
    if (chosen.length >= most) return;
    for (let k = from; k < order.length; k++) {
      const j = order[k]!;
      const { place, parents } = columns[j]!;
      if (chosen.some((i) => columns[i]!.place === place)) continue;
      if (
        parents &&
        !chosen.some((i) => {
          const on = columns[i]!;
          return on.parents === null && parents.includes(standKey(on.place, on.unit.kitId));
        })
      )
        continue;
      visit([...chosen, j], k + 1);
    }
  };
  visit([], 0);
  if (isTooMany) return null;
  return out.sort((a, b) => a.leastMinor - b.leastMinor);
}

/** A choice with the column more that brings the most for its price; null where none brings anything. */
export function nextOf(table: LinkTable, chosen: readonly number[]): number[] | null {
  const worth = (of: readonly number[]): number =>
    table.spots.reduce((sum, _, s) => sum + PENALTY_MINOR[bestAt(table, of, s)], costMinor(table, of));
  let best: { chosen: number[]; minor: number } | null = null;
  table.columns.forEach((c, j) => {
    if (chosen.some((i) => table.columns[i]!.place === c.place)) return;
    const isHung =
      !c.parents || chosen.some((i) => c.parents!.includes(standKey(table.columns[i]!.place, table.columns[i]!.unit.kitId)));
    if (!isHung) return;
    const minor = worth([...chosen, j]);
    if (!best || minor < best.minor) best = { chosen: [...chosen, j], minor };
  });
  const found = best as { chosen: number[]; minor: number } | null;
  return found && found.minor < worth(chosen) ? found.chosen : null;
}
