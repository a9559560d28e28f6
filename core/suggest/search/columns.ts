import type { Spot } from '../../site/model/schema';
import type { Option, Unit } from '../../plan/option/schema';
import type { Boxes } from './prices';
import type { Ports } from './switches';
import { VERDICT_RANK, type Verdict } from '../../site/model/verdict';

/** A unit that could be added: its kit at a place, fed in one way, with what it takes and what each spot would get of it. */
export interface Column {
  unit: Unit;
  place: string;
  /** Where it hangs: null on a unit that is there from the start, else on what stands at one of these, the best first. */
  parents: readonly string[] | null;
  /** Least it can cost beside its kit where that is none by the piece, minor units: shared adapters make it no less. */
  leastMinor: number;
  /** By spot: what a device would go by, and what it would get; nothing where what is there is heard better. */
  spots: readonly SpotLink[];
}

export interface SpotLink {
  /** What a device goes by, at most and at least as channels may be planned, dBm. */
  choiceDbm: number;
  lowDbm: number;
  /** The best it can come to over it. */
  verdict: Verdict;
}

/** A kit at a place, fed as well as can be for the least of its backhauls: no plan does more with it for less. */
export interface CoverColumn {
  place: string;
  kitId: string;
  leastMinor: number;
  /** By spot, the best it can come to. */
  verdicts: readonly Verdict[];
}

/** What can be chosen from, beside a network that is there from the start. */
export interface LinkTable {
  base: Option;
  /** What every spot gets of the unit that is there and that its device hears best. */
  here: readonly SpotLink[];
  columns: readonly Column[];
  /** Least the base alone costs beside kits that have no price by the piece, minor units. */
  baseLeastMinor: number;
  /** Kits without a price by the piece. */
  boxes: readonly Boxes[];
  /** Ports of what is there, which cables take. */
  ports: readonly Ports[];
  spots: readonly Spot[];
  /** What stands at each place at best, for a bound. */
  cover: readonly CoverColumn[];
  /** Whether every place is in it. */
  isWhole: boolean;
}

/** What stands somewhere: its place and kit. */
export const standKey = (place: string, kitId: string): string => `${place} ${kitId}`;

/** A way a unit could hang by air on what stands elsewhere. */
export interface Hang {
  parent: string;
  throughMbps: number;
  column: () => Column;
}

/** So many ways are each worked out; of more those between two that give the same are taken to give it too. */
const MOST_HANGS = 60;

/**
 * Ways a unit could hang by air as few columns: parents that give every spot the same are one column, and each column takes in the
 * parents that give no spot less.
 */
export function classesOf(hangs: readonly Hang[]): Column[] {
  const sorted = [...hangs].sort((a, b) => b.throughMbps - a.throughMbps);
  const made = new Map<number, Column>();
  const at = (i: number): Column => {
    if (!made.has(i)) made.set(i, sorted[i]!.column());
    return made.get(i)!;
  };
  const isNoLess = (a: Column, b: Column) =>
    a.spots.every((l, s) => VERDICT_RANK[l.verdict] >= VERDICT_RANK[b.spots[s]!.verdict]);
  const areAlike = (a: Column, b: Column) => isNoLess(a, b) && isNoLess(b, a);
  const classes: { column: Column; parents: string[] }[] = [];
  const put = (column: Column, parents: readonly string[]) => {
    const same = classes.find((c) => areAlike(c.column, column));
    if (same) same.parents.push(...parents);
    else classes.push({ column, parents: [...parents] });
  };
  const split = (from: number, to: number) => {
    if (from === to || (sorted.length > MOST_HANGS && areAlike(at(from), at(to)))) {
      put(
        at(from),
        sorted.slice(from, to + 1).map((h) => h.parent),
      );
      return;
    }
    const middle = Math.floor((from + to) / 2);
    split(from, middle);
    split(middle + 1, to);
  };
  if (sorted.length > 0) split(0, sorted.length - 1);
  return classes.map(({ column }) => ({
    ...column,
    parents: classes.flatMap((c) => (isNoLess(c.column, column) ? c.parents : [])),
  }));
}
