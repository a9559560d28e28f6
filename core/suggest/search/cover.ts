import { linksOf, type OptionLinks } from '../../plan/links/pipe';
import { sureLink } from '../../plan/links/part';
import { gatewayOf } from '../../plan/option/graph';
import { plainFeed } from '../../plan/option/feeds';
import type { Unit } from '../../plan/option/schema';
import type { KitItem } from '../../kit/model/schema';
import { VERDICT_RANK, VERDICTS, type Verdict } from '../../site/model/verdict';
import { fits, type Candidate } from '../choices/places';
import { unitOn } from '../choices/addedUnit';
import type { Column, CoverColumn, LinkTable } from './columns';
import { onFreeRadios } from './freeRadios';
import { spotLink, type Ground } from './ground';
import { PENALTY_MINOR } from './penalty';
import type { Solve } from './solver';

/** Links of a network with one unit more that hangs on a backhaul without limit or delay. */
function linksAtBest({ context, base }: Ground, unit: Unit): OptionLinks {
  const links = linksOf(context, { ...base, units: [...base.units, unit] });
  const gateway = gatewayOf(base)!;
  const hop = {
    ...sureLink({
      kind: 'feed',
      downMbps: Infinity,
      upMbps: Infinity,
      latencyMs: 0,
      mediumId: null,
      measured: false,
      unitId: unit.id,
      parentId: gateway.id,
      why: { kind: 'lead' },
    }),
    lengthM: null,
    levelDbm: null,
  };
  return {
    ...links,
    hops: new Map(links.hops).set(unit.id, hop),
    paths: new Map(links.paths).set(unit.id, [gateway, unit]),
    before: new Map(),
  };
}

/** A kit at a place at its best: the least any of its backhauls costs, and what every spot would get over one without limit. */
function coverAt(ground: Ground, place: Candidate, kit: KitItem, first: readonly Column[]): CoverColumn[] {
  const { context, base, prices, spots, placed } = ground;
  const own = first.filter((c) => c.place === place.id && c.unit.kitId === kit.id);
  const plain = unitOn(context, base, kit, place, placed.idOf(place.id, kit.id));
  const byAir = kit.feeds.includes('wireless')
    ? [prices.leastMinor({ ...plain, feed: plainFeed('wireless', gatewayOf(base)!.id) }, kit)]
    : [];
  const costs = [...own.map((c) => c.leastMinor), ...byAir];
  if (costs.length === 0) return [];
  const unit = onFreeRadios({ ...plain, feed: plainFeed('ethernet', gatewayOf(base)!.id) }, kit);
  // Over a backhaul without limit only the box on the line counts of what is there.
  const verdicts = placed.atBest(gatewayOf(base)!.kitId, unit, ground.reachM, () => {
    const links = linksAtBest(ground, unit);
    const radio = placed.radioOf(place.id, unit);
    return spots.map((s) => spotLink(ground, links, unit, radio, s).verdict);
  });
  return [{ place: place.id, kitId: kit.id, leastMinor: Math.min(...costs), verdicts }];
}

/** Every kit at every place at its best. */
export const coverOf = (ground: Ground, first: readonly Column[]): CoverColumn[] =>
  ground.places.flatMap((place) =>
    ground.kits.filter((kit) => fits(kit, place)).flatMap((kit) => coverAt(ground, place, kit, first)),
  );

/** Verdicts a spot can be brought to, from the best, each with the next worse. */
const STEPS: readonly (readonly [Verdict, Verdict])[] = VERDICTS.slice(0, -1).map((verdict, i) => [
  verdict,
  VERDICTS[i + 1]!,
]);

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

/** What bounds a choice. */
interface Limits {
  most: number;
  budgetMinor: number | null;
}

/**
 * The least that brings spots to what they can come to, as a program of zeros and ones in LP format: each kit at each place at its best,
 * one at a place, pieces in the packs that cost the least.
 */
export function coverProgram(table: LinkTable, { most, budgetMinor }: Limits): string {
  const { cover, here, boxes } = table;
  const objective = cover.map((c, j) => `${num(c.leastMinor)} y${j}`);
  const rows: string[] = [];
  const bounds: string[] = [];
  const isAtLeast = (a: Verdict, b: Verdict) => VERDICT_RANK[a] >= VERDICT_RANK[b];
  let fixedMinor = table.baseLeastMinor;
  // A spot begins without signal; each step it is brought up takes its weight off.
  here.forEach(({ verdict: now }, s) => {
    fixedMinor += PENALTY_MINOR.noSignal;
    for (const [verdict, worse] of STEPS) {
      const z = `z${s}_${verdict}`;
      bounds.push(`${z} <= 1`);
      objective.push(`-${num(PENALTY_MINOR[worse] - PENALTY_MINOR[verdict])} ${z}`);
      if (isAtLeast(now, verdict)) continue;
      const by = cover.flatMap((c, j) => (isAtLeast(c.verdicts[s]!, verdict) ? [`y${j}`] : []));
      rows.push(`a${z}: ${z}${less(by)} <= 0`);
    }
  });
  const places = new Map<string, string[]>();
  cover.forEach((c, j) => places.set(c.place, [...(places.get(c.place) ?? []), `y${j}`]));
  [...places.values()].forEach((list, i) => {
    if (list.length > 1) rows.push(`p${i}: ${sum(list)} <= 1`);
  });
  const paid = cover.map((c, j) => `${num(c.leastMinor)} y${j}`);
  const bought: string[] = [];
  boxes.forEach(({ kitId, wanted, sold }, i) => {
    const used = cover.flatMap((c, j) => (c.kitId === kitId ? [`y${j}`] : []));
    if (used.length === 0 && wanted <= 0) return;
    const packs = sold.map(({ pieces, costMinor }, k) => {
      bought.push(`q${i}_${k}`);
      bounds.push(`q${i}_${k} <= ${most + Math.max(0, wanted)}`);
      objective.push(`${num(costMinor)} q${i}_${k}`);
      paid.push(`${num(costMinor)} q${i}_${k}`);
      return ` - ${pieces} q${i}_${k}`;
    });
    rows.push(`k${i}: ${used.length > 0 ? sum(used) : '0 one'}${packs.join('')} <= ${-wanted}`);
  });
  if (cover.length > 0) {
    rows.push(`n: ${sum(cover.map((_, j) => `y${j}`))} <= ${most}`);
    if (budgetMinor !== null)
      rows.push(`b: ${sum(paid)} <= ${num(Math.max(0, budgetMinor - table.baseLeastMinor))}`);
  }
  const of = objective.reduce((text, term) => `${text}${term.startsWith('-') ? ' ' : '\n + '}${term}`, '');
  return [
    `Minimize\n obj: ${num(fixedMinor)} one${of}`,
    `Subject To\n ${rows.join('\n ')}`,
    `Bounds\n one = 1\n ${bounds.join('\n ')}`,
    ...(bought.length > 0 ? [`General\n ${bought.join('\n ')}`] : []),
    ...(cover.length > 0 ? [`Binary\n ${cover.map((_, j) => `y${j}`).join('\n ')}`] : []),
    'End\n',
  ].join('\n');
}

/** What sums of rounded numbers may be off by, minor units. */
const ROUNDING = 0.05;

/** The least any plan of the places and kits of a table can be worth, minor units; that of its base where the solver did not reach. */
export async function coverBoundMinor(table: LinkTable, limits: Limits, solve: Solve): Promise<number> {
  const answer = await solve(coverProgram(table, limits));
  // Prices are whole minor units: what cannot be had for less than 1.2 of them costs 2.
  return answer.kind === 'best' ? Math.ceil(answer.objective * UNIT - ROUNDING) : table.baseLeastMinor;
}
