import { cheapestPacking } from '../../kit/materials';
import { kitById } from '../../kit/catalogue/catalogue';
import { priceFactor } from '../../kit/price';
import type { KitItem } from '../../kit/schema';
import { needOf } from '../../site/model/needs';
import type { Spot } from '../../site/model/schema';
import { partsOf } from '../../plan/cost/parts';
import { priceOf } from '../../plan/cost/price';
import { workOf } from '../../plan/cost/work';
import { accessThrough } from '../../plan/evaluate/access';
import type { PlanContext } from '../../plan/evaluate/context';
import { servedOf, type Verdict } from '../../plan/evaluate/judge';
import { linksOf, pipeOf, type OptionLinks } from '../../plan/evaluate/pipe';
import { judgedPipe } from '../../plan/evaluate/predict';
import { parentIdOf } from '../../plan/option/feeds';
import { gatewayOf } from '../../plan/option/graph';
import { feedTo } from '../../plan/option/placing';
import type { Option, Unit } from '../../plan/option/schema';
import { areThinned, candidatePlaces, isTaken, type Candidate } from '../candidates';
import { unitAt } from '../more';
import type { School } from '../schoolList';
import { feedsFor } from '../schoolNetwork';
import { PENALTY_MINOR } from './penalty';

/** A unit that could be added: its kit at a place, fed in one way, with what it takes and what each spot would get of it. */
export interface Column {
  unit: Unit;
  place: string;
  /** Whose unit it hangs on: null for one that is there from the start, else the place and kit of another column. */
  parent: { place: string; kitId: string } | null;
  /** Least it can cost, minor units: boxes and shared adapters make it no less. */
  leastMinor: number;
  /** By spot: what a device would go by, and what it would get. */
  spots: readonly SpotLink[];
}

export interface SpotLink {
  choiceDbm: number;
  verdict: Verdict;
}

/** What can be chosen from, beside a network that is there from the start. */
export interface LinkTable {
  base: Option;
  /** What every spot would get of each unit that is there, and the best by what the device goes by. */
  baseSpots: readonly (readonly SpotLink[])[];
  columns: readonly Column[];
  /** Least the base alone costs, minor units. */
  baseLeastMinor: number;
  spots: readonly Spot[];
  /** Whether every place and second hop is in it. */
  isWhole: boolean;
}

/** A unit that hears its parent with less than this, Mb/s, is no parent to others and no link worth a column. */
const LEAST_HOP_MBPS = 1;
/** Most columns of one table, the cheapest of each place first. */
const MOST_COLUMNS = 700;

const priceMinor = (context: PlanContext, option: Option, today: Option): number =>
  priceOf(partsOf(context, option, today), workOf(context, option, today), context.brief.labourMinorPerHour)
    .totalMinor;

/** What pieces of a kit cost at least, each: alone or in its largest saving. */
const leastEachMinor = (context: PlanContext, kit: KitItem): number => {
  const each = Math.min(kit.costMinor, ...kit.packs.map((p) => p.costMinor / p.pieces));
  return each * priceFactor(kit, context.brief.catalogueRate);
};

/** What some pieces of a kit really cost, by the packs that cost the least. */
const packedMinor = (context: PlanContext, kit: KitItem, pieces: number): number =>
  cheapestPacking(pieces, kit.costMinor, kit.packs).costMinor * priceFactor(kit, context.brief.catalogueRate);

/** What a spot would get through one unit of a network, were it to use that one. */
function spotLink(context: PlanContext, links: OptionLinks, unit: Unit, radio: Unit, spot: Spot): SpotLink {
  const none: SpotLink = { choiceDbm: -Infinity, verdict: 'silent' };
  if (!links.paths.has(unit.id)) return none;
  // The air from a place is the same however the unit there is fed: it is asked once for all its columns.
  const access = accessThrough(context, links.air, radio, spot);
  if (!access) return none;
  const need = needOf(spot.activities, context.site.activityLimits);
  const { verdict } = judgedPipe(pipeOf(context, links, { ...access, unit }, spot), need);
  return { choiceDbm: access.choiceDbm, verdict };
}

/**
 * Everything that could be added to a network by a school, each with its least cost and what every spot would get of it.
 * `radios` holds one unit for each kit at each place whose ways to the spots are known; several tables share it.
 */
export async function linkTable(
  context: PlanContext,
  today: Option,
  school: School,
  base: Option,
  pause: () => Promise<void>,
  radios: Map<string, Unit> = new Map(),
): Promise<LinkTable> {
  const spots = [...context.site.spots].sort((a, b) => a.number - b.number);
  const baseLinks = linksOf(context, base);
  const baseSpots = base.units.map((u) => spots.map((s) => spotLink(context, baseLinks, u, u, s)));
  const baseMinor = priceMinor(context, base, today);
  const inBase = (kitId: string) =>
    base.units.filter((u) => u.kitId === kitId && !today.units.some((t) => t.kitId === kitId)).length;
  const places = candidatePlaces(context).filter((c) => !isTaken(base, c.place));
  let isWhole = !areThinned(context);
  const columns: Column[] = [];
  const unders = new Map<Column, number>();
  const underOf = (parent: Column, over: Option): number => {
    let minor = unders.get(parent);
    if (minor === undefined) unders.set(parent, (minor = priceMinor(context, over, today)));
    return minor;
  };
  const put = (unit: Unit, place: Candidate, kit: KitItem, parent: Column | null) => {
    const over = parent ? { ...base, units: [...base.units, parent.unit] } : base;
    const option = { ...over, units: [...over.units, unit] };
    const links = linksOf(context, option);
    const hop = links.hops.get(unit.id);
    if (!hop || Math.min(hop.part.downMbps, hop.part.upMbps) < LEAST_HOP_MBPS) return;
    const key = `${place.id} ${kit.id}`;
    const radio = radios.get(key) ?? unit;
    radios.set(key, radio);
    const n = inBase(kit.id);
    const under = parent ? underOf(parent, over) : baseMinor;
    const more = parent?.unit.kitId === kit.id ? n + 1 : n;
    const added =
      priceMinor(context, option, today) -
      under -
      (packedMinor(context, kit, more + 1) - packedMinor(context, kit, more)) +
      leastEachMinor(context, kit);
    // Adapters of one group share the one at the parent, and their pairing.
    const shared = unit.feed.kind === 'coax' || unit.feed.kind === 'powerline' ? 0.5 : 1;
    columns.push({
      unit,
      place: place.id,
      parent: parent ? { place: parent.place, kitId: parent.unit.kitId } : null,
      leastMinor: Math.max(0, added * shared),
      spots: spots.map((s) => spotLink(context, links, unit, radio, s)),
    });
  };
  for (const [p, place] of places.entries()) {
    await pause();
    for (const kitId of school.kits) {
      const kit = kitById(kitId, context.ownKit)!;
      const plain = unitAt(context, base, kit, place.place, `d${p}-${kitId}`.slice(0, 64));
      for (const feed of feedsFor(context, school, base, plain, kit))
        put({ ...plain, feed }, place, kit, null);
    }
  }
  // A second hop by air hangs on whatever stands at the other place; its best feed is taken, the judge says the rest.
  const first = [...columns];
  if (school.feeds !== 'wire')
    for (const parent of bestOfEach(first)) {
      await pause();
      for (const [p, place] of places.entries()) {
        if (place.id === parent.place) continue;
        if (columns.length >= MOST_COLUMNS) {
          isWhole = false;
          continue;
        }
        for (const kitId of school.kits) {
          const kit = kitById(kitId, context.ownKit)!;
          if (!kit.feeds.includes('wireless')) continue;
          const plain = unitAt(context, base, kit, place.place, `d${p}-${kitId}`.slice(0, 64));
          put(
            { ...plain, feed: feedTo(context.site, 'wireless', parent.unit, plain.place) },
            place,
            kit,
            parent,
          );
        }
      }
    }
  const kits = [...new Set(base.units.map((u) => u.kitId))];
  const boxes = kits.reduce((sum, id) => {
    const kit = kitById(id, context.ownKit)!;
    return sum + packedMinor(context, kit, inBase(id)) - inBase(id) * leastEachMinor(context, kit);
  }, 0);
  return {
    base,
    baseSpots,
    columns: undominated(columns),
    baseLeastMinor: Math.max(0, baseMinor - boxes),
    spots,
    isWhole,
  };
}

/**
 * Columns without those that another at the same place of the same kit makes idle: no dearer, hung on what is there already or on
 * the same parent, and no spot gets less of it. A device goes by what it hears, which is the same of both.
 */
function undominated(columns: readonly Column[]): Column[] {
  const byPlace = new Map<string, Column[]>();
  for (const c of columns) {
    const key = `${c.place} ${c.unit.kitId}`;
    byPlace.set(key, [...(byPlace.get(key) ?? []), c]);
  }
  const isNoWorse = (a: Column, b: Column) =>
    (a.parent === null || (a.parent.place === b.parent?.place && a.parent.kitId === b.parent.kitId)) &&
    a.leastMinor <= b.leastMinor &&
    a.spots.every((l, s) => PENALTY_MINOR[l.verdict] <= PENALTY_MINOR[b.spots[s]!.verdict]);
  return [...byPlace.values()].flatMap((list) =>
    // Of two that are no worse than each other the first stays.
    list.filter((b, k) => !list.some((a, i) => i !== k && isNoWorse(a, b) && (i < k || !isNoWorse(b, a)))),
  );
}

/** Of the columns of each place and kit the one that gives most spots most: what others would hang on. */
function bestOfEach(columns: readonly Column[]): Column[] {
  const worth = (c: Column) => servedOf(c.spots).length;
  const best = new Map<string, Column>();
  for (const c of columns) {
    const key = `${c.place} ${c.unit.kitId}`;
    const known = best.get(key);
    if (!known || worth(c) > worth(known)) best.set(key, c);
  }
  return [...best.values()];
}

/** The option that a choice of columns makes: each hung on what was chosen at its parent's place, letters in order. */
export function optionOf(table: LinkTable, chosen: readonly Column[]): Option {
  const units = [...table.base.units];
  // Parents come before what hangs on them.
  const order = [...chosen].sort((a, b) => Number(a.parent !== null) - Number(b.parent !== null));
  for (const column of order) {
    const parent = column.parent
      ? order.find((c) => c.place === column.parent!.place && c.unit.kitId === column.parent!.kitId)?.unit.id
      : parentIdOf(column.unit.feed);
    const letter = nextOf(units);
    const { feed } = column.unit;
    units.push({
      ...column.unit,
      letter,
      feed: feed.kind === 'line' ? feed : { ...feed, parentId: parent ?? gatewayOf(table.base)!.id },
    });
  }
  return { ...table.base, units };
}

function nextOf(units: readonly Unit[]): string {
  const used = new Set(units.map((u) => u.letter));
  for (let i = 0; i < 26; i++) {
    const letter = String.fromCharCode(65 + i);
    if (!used.has(letter)) return letter;
  }
  return 'ZZ';
}
