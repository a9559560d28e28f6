import { isCable, parentIdOf } from '../../plan/option/feeds';
import { standKey, type LinkTable, type SpotLink } from './columns';
import { PENALTY_MINOR } from './penalty';
import { VERDICTS, VERDICT_RANK, type Verdict } from '../../site/model/verdict';

/** What came of a program: its best values with their objective, that it has none, or that the nodes did not reach. */
export type Solved =
  | { kind: 'best'; values: ReadonlyMap<string, number>; objective: number }
  | { kind: 'none' }
  | { kind: 'unfinished' };
/** What is solved with: the text of a program in LP format. */
export type Solve = (lp: string) => Promise<Solved>;

/** A row that was found to be missing: a device at a spot would be drawn away by a column, so that it gets less than a verdict. */
export interface Guard {
  spot: number;
  verdict: Verdict;
  column: number;
}

/** A row that was learnt from a judged network: while these columns stand, a spot that goes by one of them gets less than a verdict. */
export interface Loss {
  spot: number;
  verdict: Verdict;
  /** The column the spot's device goes by. */
  column: number;
  /** That column with what it hangs on and whatever shares the air with it. */
  standing: readonly number[];
}

/** What bounds a choice: units and money at most, and what was learnt: choices that were judged, who draws whom away, what is lost together. */
export interface Limits {
  most: number;
  budgetMinor: number | null;
  cuts: readonly (readonly number[])[];
  guards: readonly Guard[];
  losses: readonly Loss[];
}

/** Verdicts a spot can be brought to, from the best, each with the next worse. */
export const STEPS: readonly (readonly [Verdict, Verdict])[] = VERDICTS.slice(0, -1).map((verdict, i) => [
  verdict,
  VERDICTS[i + 1]!,
]);
const isAtLeast = (a: Verdict, b: Verdict): boolean => VERDICT_RANK[a] >= VERDICT_RANK[b];

/** Whether a value of a choice is one. */
const isOn = (value: number | undefined): boolean => (value ?? 0) > 0.5;

/** Columns a program has chosen. */
export const chosenOf = (table: LinkTable, values: ReadonlyMap<string, number>): number[] =>
  table.columns.flatMap((_, j) => (isOn(values.get(`y${j}`)) ? [j] : []));

/** Money counts in hundreds of minor units, so that what is small is not lost beside the penalties. */
const UNIT = 100;
const num = (minor: number) => String(Math.round((minor / UNIT) * 1e7) / 1e7);
/** Terms of a sum, in lines that are not too long for the format. */
const sum = (terms: readonly string[]): string => {
  const lines: string[] = [];
  for (let i = 0; i < terms.length; i += 12) lines.push(terms.slice(i, i + 12).join(' + '));
  return lines.join('\n + ');
};
const less = (terms: readonly string[]): string => (terms.length > 0 ? ` - ${terms.join('\n - ')}` : '');

/** What a device at a spot would go by: the unit it hears best, of what is there and what was chosen. */
export function attached(
  table: LinkTable,
  chosen: readonly number[],
  spot: number,
): SpotLink & { j: number } {
  let best: SpotLink & { j: number } = { ...table.here[spot]!, j: -1 };
  for (const j of chosen) {
    const link = table.columns[j]!.spots[spot]!;
    // Of new units heard alike the better is counted on: the judge says the rest.
    const isAlike = best.j >= 0 && link.choiceDbm === best.choiceDbm && isAtLeast(link.verdict, best.verdict);
    if (link.choiceDbm > best.choiceDbm || isAlike) best = { ...link, j };
  }
  return best;
}

/** Rows a choice breaks: spots that were counted on for more than what their device would go by gives. */
export function guardsFor(
  table: LinkTable,
  chosen: readonly number[],
  values: ReadonlyMap<string, number>,
): Guard[] {
  return table.spots.flatMap((_, spot) => {
    const { j, verdict: got } = attached(table, chosen, spot);
    if (j < 0) return [];
    return STEPS.flatMap(([verdict]) =>
      !isAtLeast(got, verdict) && isOn(values.get(`z${spot}_${verdict}`))
        ? [{ spot, verdict, column: j }]
        : [],
    );
  });
}

/**
 * The choice of columns as a program of zeros and ones: least cost and penalties. A spot is brought to a verdict by any column that
 * gives as much; that a device goes by what it hears best is said by guards, which are added where a choice breaks them (there
 * are spots × places × kits of them, and few matter). Without a guard the program says too much, never too little.
 */
export function programOf(table: LinkTable, { most, budgetMinor, cuts, guards, losses }: Limits): string {
  const { columns, spots, here, ports, boxes } = table;
  const objective: string[] = columns.map((c, j) => `${num(c.leastMinor)} y${j}`);
  const rows: string[] = [];
  const bounds: string[] = [];
  /** Columns a device at a spot would go by that bring it to a verdict. */
  const bringing = (s: number, verdict: Verdict, isHeard: (l: SpotLink) => boolean) =>
    columns.flatMap((c, j) => {
      const link = c.spots[s]!;
      return isAtLeast(link.verdict, verdict) && link.choiceDbm > here[s]!.choiceDbm && isHeard(link)
        ? [`y${j}`]
        : [];
    });
  // A spot begins as silent; each step it is brought up takes its weight off.
  let fixedMinor = 0;
  spots.forEach((_, s) => {
    fixedMinor += PENALTY_MINOR.noSignal;
    for (const [verdict, worse] of STEPS) {
      const z = `z${s}_${verdict}`;
      bounds.push(`${z} <= 1`);
      objective.push(`-${num(PENALTY_MINOR[worse] - PENALTY_MINOR[verdict])} ${z}`);
      if (!isAtLeast(here[s]!.verdict, verdict))
        rows.push(`a${z}: ${z}${less(bringing(s, verdict, () => true))} <= 0`);
    }
  });
  guards.forEach(({ spot, verdict, column }, i) => {
    const { place, spots: links } = columns[column]!;
    const { choiceDbm } = links[spot]!;
    // At each place stands one unit at most: whatever of it draws away as strongly is one sum.
    const away = columns.flatMap((c, j) => {
      const link = c.spots[spot]!;
      return c.place === place && link.choiceDbm >= choiceDbm && !isAtLeast(link.verdict, verdict)
        ? [`y${j}`]
        : [];
    });
    const kept = bringing(spot, verdict, (l) => l.choiceDbm >= choiceDbm);
    rows.push(`g${i}: z${spot}_${verdict} + ${sum(away)}${less(kept)} <= 1`);
  });
  losses.forEach(({ spot, verdict, column, standing }, i) => {
    const { choiceDbm } = columns[column]!.spots[spot]!;
    const kept = bringing(spot, verdict, (l) => l.choiceDbm > choiceDbm);
    rows.push(
      `o${i}: z${spot}_${verdict} + ${sum(standing.map((j) => `y${j}`))}${less(kept)} <= ${standing.length}`,
    );
  });
  const places = new Map<string, number[]>();
  columns.forEach((c, j) => places.set(c.place, [...(places.get(c.place) ?? []), j]));
  [...places.values()].forEach((list, i) => {
    if (list.length > 1) rows.push(`p${i}: ${sum(list.map((j) => `y${j}`))} <= 1`);
  });
  const standing = new Map<string, string[]>();
  columns.forEach((c, j) => {
    const key = standKey(c.place, c.unit.kitId);
    if (c.parents === null) standing.set(key, [...(standing.get(key) ?? []), `y${j}`]);
  });
  columns.forEach((c, j) => {
    if (!c.parents) return;
    const under = c.parents.flatMap((p) => standing.get(p) ?? []);
    rows.push(`h${j}: y${j}${less(under)} <= 0`);
  });
  /** What counts against the budget beside the columns. */
  const paid: string[] = [];
  // Cables take ports, and where these run out a switch is bought.
  const switches: string[] = [];
  ports.forEach(({ parentId, free, more, switchMinor }, i) => {
    const cables = columns.flatMap((c, j) =>
      c.parents === null && isCable(c.unit.feed) && parentIdOf(c.unit.feed) === parentId ? [`y${j}`] : [],
    );
    if (cables.length <= free) return;
    switches.push(`s${i}`);
    bounds.push(`s${i} <= ${free}`);
    objective.push(`${num(switchMinor)} s${i}`);
    paid.push(`${num(switchMinor)} s${i}`);
    rows.push(`w${i}: ${sum(cables)} - ${more} s${i} <= ${free}`);
  });
  // As many pieces of a kit as are used and not in the house are bought, in singles and boxes; boxes may leave some over.
  const bought: string[] = [];
  boxes.forEach(({ kitId, wanted, sold }, i) => {
    const used = columns.flatMap((c, j) => (c.unit.kitId === kitId ? [`y${j}`] : []));
    if (used.length === 0 && wanted <= 0) return;
    const packs = sold.map(({ pieces, costMinor }, k) => {
      bought.push(`q${i}_${k}`);
      bounds.push(`q${i}_${k} <= ${most + Math.max(0, wanted)}`);
      const term = `${num(costMinor)} q${i}_${k}`;
      objective.push(term);
      paid.push(term);
      return ` - ${pieces} q${i}_${k}`;
    });
    rows.push(`k${i}: ${used.length > 0 ? sum(used) : '0 one'}${packs.join('')} <= ${-wanted}`);
  });
  if (columns.length > 0) {
    rows.push(`n: ${sum(columns.map((_, j) => `y${j}`))} <= ${most}`);
    if (budgetMinor !== null)
      rows.push(
        `b: ${sum([...columns.map((c, j) => `${num(c.leastMinor)} y${j}`), ...paid])} <= ${num(Math.max(0, budgetMinor - table.baseLeastMinor))}`,
      );
  }
  cuts.forEach((cut, i) => {
    // Not that choice again: one of it goes, or another comes.
    const inCut = new Set(cut);
    const plus = cut.map((j) => `y${j}`);
    const minus = columns.flatMap((_, j) => (inCut.has(j) ? [] : [`y${j}`]));
    rows.push(`c${i}: ${plus.length > 0 ? sum(plus) : '0 y0'}${less(minus)} <= ${cut.length - 1}`);
  });
  const whole = [...switches, ...bought];
  const binaries = columns.map((_, j) => `y${j}`);
  const of = objective.reduce((text, term) => `${text}${term.startsWith('-') ? ' ' : '\n + '}${term}`, '');
  return [
    `Minimize\n obj: ${num(fixedMinor)} one${of}`,
    `Subject To\n ${rows.join('\n ')}`,
    `Bounds\n one = 1\n ${bounds.join('\n ')}`,
    ...(whole.length > 0 ? [`General\n ${whole.join('\n ')}`] : []),
    ...(binaries.length > 0 ? [`Binary\n ${binaries.join('\n ')}`] : []),
    'End\n',
  ].join('\n');
}

/** Value of an objective in minor units again. */
export const minorOf = (objective: number): number => objective * UNIT;
