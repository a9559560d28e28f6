import type { Verdict } from '../../plan/evaluate/judge';
import type { LinkTable, SpotLink } from './columns';
import { PENALTY_MINOR } from './penalty';

/** What came of a program: its best values with their objective, that it has none, or that the nodes did not reach. */
export type Solved =
  | { kind: 'best'; values: ReadonlyMap<string, number>; objective: number }
  | { kind: 'none' }
  | { kind: 'unfinished' };
/** What is solved with: the text of a program in LP format. */
export type Solve = (lp: string) => Promise<Solved>;

/** Whether a value of a choice is one. */
export const isOn = (value: number | undefined): boolean => (value ?? 0) > 0.5;

/** Money counts in hundreds of minor units, so that what is small is not lost beside the penalties. */
const UNIT = 100;
const num = (minor: number) => String(Math.round((minor / UNIT) * 1e7) / 1e7);
/** Terms of a sum, in lines that are not too long for the format. */
const sum = (terms: readonly string[]): string => {
  const lines: string[] = [];
  for (let i = 0; i < terms.length; i += 12) lines.push(terms.slice(i, i + 12).join(' + '));
  return lines.join('\n + ');
};

/**
 * The choice of columns as a program of zeros and ones: least cost and penalties, each spot attached to what it would use.
 * A device goes by what it hears best: it cannot be attached to a unit while one it prefers, and that gives it less, is
 * chosen too. `cuts` are choices that were judged already.
 */
export function programOf(
  table: LinkTable,
  {
    most,
    budgetMinor,
    cuts,
  }: { most: number; budgetMinor: number | null; cuts: readonly (readonly number[])[] },
): string {
  const { columns, spots, baseSpots } = table;
  const objective: string[] = columns.map((c, j) => `${num(c.leastMinor)} y${j}`);
  const rows: string[] = [];
  const binaries = columns.map((_, j) => `y${j}`);
  spots.forEach((_, s) => {
    // Of the units that are there the device hears one best; what it gets there is its lot unless a new one is better heard.
    const base = baseSpots.map((list) => list[s]!).sort((a, b) => b.choiceDbm - a.choiceDbm)[0];
    const here =
      base && base.choiceDbm > -Infinity ? base : { choiceDbm: -Infinity, verdict: 'silent' as const };
    // Columns of one kit at one place are heard alike: those that give the same are one way for the device.
    const byWay = new Map<string, { place: string; link: SpotLink; js: number[] }>();
    columns.forEach((c, j) => {
      const link = c.spots[s]!;
      if (link.choiceDbm <= here.choiceDbm) return;
      const key = `${c.place} ${c.unit.kitId} ${link.verdict}`;
      const way = byWay.get(key) ?? { place: c.place, link, js: [] };
      way.js.push(j);
      byWay.set(key, way);
    });
    const ways = [...byWay.values()];
    const attach = [`x${s}_b`];
    binaries.push(`x${s}_b`);
    objective.push(`${num(PENALTY_MINOR[here.verdict])} x${s}_b`);
    // Whatever is heard better than what is there, and gives less, takes the device away from it. At each place stands one
    // unit at most, so that a row for each place says all there is to say.
    const rank = (v: Verdict) => PENALTY_MINOR[v];
    const guard = (x: string, { choiceDbm, verdict }: SpotLink) => {
      const byPlace = new Map<string, string[]>();
      for (const w of ways) {
        if (w.link.choiceDbm <= choiceDbm || rank(w.link.verdict) <= rank(verdict)) continue;
        byPlace.set(w.place, [...(byPlace.get(w.place) ?? []), ...w.js.map((k) => `y${k}`)]);
      }
      [...byPlace.values()].forEach((list, i) => rows.push(`g${x}_${i}: ${x} + ${sum(list)} <= 1`));
    };
    guard(`x${s}_b`, here);
    ways.forEach((way, i) => {
      const x = `x${s}_${i}`;
      attach.push(x);
      binaries.push(x);
      if (PENALTY_MINOR[way.link.verdict] > 0) objective.push(`${num(PENALTY_MINOR[way.link.verdict])} ${x}`);
      rows.push(`l${x}: ${x} - ${way.js.map((k) => `y${k}`).join(' - ')} <= 0`);
      guard(x, way.link);
    });
    rows.push(`a${s}: ${sum(attach)} = 1`);
  });
  const places = new Map<string, number[]>();
  columns.forEach((c, j) => places.set(c.place, [...(places.get(c.place) ?? []), j]));
  [...places.values()].forEach((list, i) => {
    if (list.length > 1) rows.push(`p${i}: ${sum(list.map((j) => `y${j}`))} <= 1`);
  });
  columns.forEach((c, j) => {
    if (!c.parent) return;
    const parents = columns.flatMap((p, k) =>
      p.parent === null && p.place === c.parent!.place && p.unit.kitId === c.parent!.kitId ? [`y${k}`] : [],
    );
    rows.push(`h${j}: y${j} - ${parents.length > 0 ? parents.join(' - ') : `0 y${j}`} <= 0`);
  });
  if (columns.length > 0) {
    rows.push(`n: ${sum(columns.map((_, j) => `y${j}`))} <= ${most}`);
    if (budgetMinor !== null)
      rows.push(
        `b: ${sum(columns.map((c, j) => `${num(c.leastMinor)} y${j}`))} <= ${num(Math.max(0, budgetMinor - table.baseLeastMinor))}`,
      );
  }
  cuts.forEach((cut, i) => {
    // Not that choice again: one of it goes, or another comes.
    const inCut = new Set(cut);
    const plus = cut.map((j) => `y${j}`);
    const minus = columns.flatMap((_, j) => (inCut.has(j) ? [] : [`y${j}`]));
    rows.push(
      `c${i}: ${plus.length > 0 ? plus.join(' + ') : '0 y0'}${minus.map((m) => ` - ${m}`).join('')} <= ${cut.length - 1}`,
    );
  });
  return `Minimize\n obj: ${sum(objective)}\nSubject To\n ${rows.join('\n ')}\nBinary\n ${binaries.join('\n ')}\nEnd\n`;
}

/** Value of an objective in minor units again. */
export const minorOf = (objective: number): number => objective * UNIT;
