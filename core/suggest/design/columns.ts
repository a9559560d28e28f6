import { chainOf } from '../../feed/chain';
import { cheapestPacking } from '../../kit/materials';
import { kitById } from '../../kit/catalogue/catalogue';
import { priceFactor } from '../../kit/price';
import type { KitItem } from '../../kit/schema';
import { apartM } from '../../site/geometry/apart';
import { needOf } from '../../site/model/needs';
import type { Spot } from '../../site/model/schema';
import { partsOf } from '../../plan/cost/parts';
import { priceOf } from '../../plan/cost/price';
import { workOf } from '../../plan/cost/work';
import { accessThrough } from '../../plan/evaluate/access';
import type { PlanContext } from '../../plan/evaluate/context';
import { hopOf } from '../../plan/evaluate/hop';
import { VERDICT_RANK, type Verdict } from '../../plan/evaluate/judge';
import { linksBefore, linksOf, pipeOf, type OptionLinks } from '../../plan/evaluate/pipe';
import { verdictOf } from '../../plan/evaluate/predict';
import { feedTo } from '../../plan/option/placing';
import type { Option, Unit } from '../../plan/option/schema';
import { areThinned, fits, isTaken, placesFor, type Candidate } from '../candidates';
import { unitAt } from '../more';
import type { School } from '../schoolList';
import { feedsFor } from '../schoolNetwork';

/** A unit that could be added: its kit at a place, fed in one way, with what it takes and what each spot would get of it. */
export interface Column {
  unit: Unit;
  place: string;
  /** Where it hangs: null on a unit that is there from the start, else on what stands at one of these, the best first. */
  parents: readonly string[] | null;
  /** Least it can cost, minor units: boxes and shared adapters make it no less. */
  leastMinor: number;
  /** By spot: what a device would go by, and what it would get; nothing where what is there is heard better. */
  spots: readonly SpotLink[];
}

export interface SpotLink {
  choiceDbm: number;
  verdict: Verdict;
}

/** What can be chosen from, beside a network that is there from the start. */
export interface LinkTable {
  base: Option;
  /** What every spot gets of the unit that is there and that its device hears best. */
  here: readonly SpotLink[];
  columns: readonly Column[];
  /** Least the base alone costs, minor units. */
  baseLeastMinor: number;
  spots: readonly Spot[];
  /** Whether every place and second hop is in it. */
  isWhole: boolean;
}

/** What stands somewhere: its place and kit. */
export const standKey = (place: string, kitId: string): string => `${place} ${kitId}`;

/** A unit that hears its parent with less than this, Mb/s, is no parent to others and no link worth a column. */
const LEAST_HOP_MBPS = 1;
/** On a plot of more places than this a unit is hung by air on what stands at this many, the nearest. */
const MOST_PARENT_PLACES = 60;
/** Height of a storey, for what is near, m. */
const STOREY_M = 3;

const NOTHING: SpotLink = { choiceDbm: -Infinity, verdict: 'silent' };

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

/** What a spot would get through one unit of a network, were it to use that one; nothing where `here` is heard better. */
function spotLink(
  context: PlanContext,
  links: OptionLinks,
  unit: Unit,
  radio: Unit,
  spot: Spot,
  here: SpotLink = NOTHING,
): SpotLink {
  if (!links.paths.has(unit.id)) return NOTHING;
  // The air from a place is the same however the unit there is fed: it is asked once for all its columns.
  const access = accessThrough(context, links.air, radio, spot);
  if (!access || access.choiceDbm <= here.choiceDbm) return NOTHING;
  const need = needOf(spot.activities, context.site.activityLimits);
  return {
    choiceDbm: access.choiceDbm,
    verdict: verdictOf(pipeOf(context, links, { ...access, unit }, spot), need),
  };
}

/** A first column of a place and kit, as others would hang on it, with the links that lead to it. */
interface Stand {
  column: Column;
  links: OptionLinks;
  /** What comes through to it, Mb/s. */
  throughMbps: number;
}

/** What comes through to a unit, Mb/s: the lesser of down and up. */
function throughMbps(context: PlanContext, links: OptionLinks, unit: Unit): number {
  const { downMbps, upMbps } = chainOf(linksBefore(context, links, unit).map((l) => l.part));
  return Math.min(downMbps, upMbps);
}

/** Links of a network with one more unit by air on one of its own, for the sake of that unit alone. */
function linksUnder(context: PlanContext, base: Option, stand: Stand, unit: Unit, air: OptionLinks['air']) {
  const parent = stand.column.unit;
  const option = { ...base, units: [...base.units, parent, unit] };
  const hop = hopOf(context, option, unit);
  if (!hop || Math.min(hop.part.downMbps, hop.part.upMbps) < LEAST_HOP_MBPS) return null;
  return {
    hops: new Map(stand.links.hops).set(unit.id, hop),
    paths: new Map(stand.links.paths).set(unit.id, [...stand.links.paths.get(parent.id)!, unit]),
    air,
    before: new Map(),
  };
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
  const here = spots.map((s) =>
    base.units
      .map((u) => spotLink(context, baseLinks, u, u, s))
      .reduce((best, l) => (l.choiceDbm > best.choiceDbm ? l : best), NOTHING),
  );
  const baseMinor = priceMinor(context, base, today);
  const inBase = (kitId: string) =>
    base.units.filter((u) => u.kitId === kitId && !today.units.some((t) => t.kitId === kitId)).length;
  const kits = school.kits.map((id) => kitById(id, context.ownKit)!);
  const places = placesFor(context, kits).filter((c) => !isTaken(base, c.place));
  const columns: Column[] = [];
  const stands = new Map<string, Stand>();
  const leastMinor = (unit: Unit, kit: KitItem): number => {
    const n = inBase(kit.id);
    const added =
      priceMinor(context, { ...base, units: [...base.units, unit] }, today) -
      baseMinor -
      (packedMinor(context, kit, n + 1) - packedMinor(context, kit, n)) +
      leastEachMinor(context, kit);
    // Adapters of one group share the one at the parent, and their pairing.
    const shared = unit.feed.kind === 'coax' || unit.feed.kind === 'powerline' ? 0.5 : 1;
    return Math.max(0, added * shared);
  };
  const plainAt = (place: Candidate, p: number, kit: KitItem) => {
    const unit = unitAt(context, base, kit, place.place, `d${p}-${kit.id}`.slice(0, 64));
    return place.place.storeyId === null ? { ...unit, name: place.name.slice(0, 80) } : unit;
  };
  const kitsAt = (place: Candidate) => kits.filter((kit) => fits(kit, place));
  for (const [p, place] of places.entries()) {
    await pause();
    for (const kit of kitsAt(place)) {
      const plain = plainAt(place, p, kit);
      const key = standKey(place.id, kit.id);
      for (const feed of feedsFor(context, school, base, plain, kit)) {
        const unit = { ...plain, feed };
        const links = linksOf(context, { ...base, units: [...base.units, unit] });
        const hop = links.hops.get(unit.id);
        if (!hop || Math.min(hop.part.downMbps, hop.part.upMbps) < LEAST_HOP_MBPS) continue;
        const radio = radios.get(key) ?? unit;
        radios.set(key, radio);
        const column: Column = {
          unit,
          place: place.id,
          parents: null,
          leastMinor: leastMinor(unit, kit),
          spots: spots.map((s, k) => spotLink(context, links, unit, radio, s, here[k])),
        };
        columns.push(column);
        const through = throughMbps(context, links, unit);
        if (through > (stands.get(key)?.throughMbps ?? 0))
          stands.set(key, { column, links, throughMbps: through });
      }
    }
  }
  const nearest = (c: Candidate) =>
    places
      .filter((o) => o !== c)
      .map((o) => ({
        o,
        offM: apartM(o.place, c.place) + (o.place.storeyId === c.place.storeyId ? 0 : STOREY_M),
      }))
      .sort((a, b) => a.offM - b.offM)
      .slice(0, MOST_PARENT_PLACES)
      .map(({ o }) => o);
  // A second hop by air hangs on whatever stands at another place, fed as well as it can be; the judge says the rest.
  if (school.feeds !== 'wire')
    for (const [p, place] of places.entries()) {
      const under = nearest(place).flatMap((o) =>
        kits.flatMap((k) => stands.get(standKey(o.id, k.id)) ?? []),
      );
      for (const kit of kitsAt(place)) {
        if (!kit.feeds.includes('wireless')) continue;
        await pause();
        const plain = plainAt(place, p, kit);
        const air = linksOf(context, { ...base, units: [...base.units, plain] }).air;
        const radio = radios.get(standKey(place.id, kit.id)) ?? plain;
        radios.set(standKey(place.id, kit.id), radio);
        columns.push(
          ...classesOf(
            under.flatMap((stand) => {
              const unit = {
                ...plain,
                feed: feedTo(context.site, 'wireless', stand.column.unit, plain.place),
              };
              const links = linksUnder(context, base, stand, unit, air);
              if (!links) return [];
              const { unit: parent, place: at } = stand.column;
              return {
                parent: standKey(at, parent.kitId),
                throughMbps: throughMbps(context, links, unit),
                column: (): Column => ({
                  unit,
                  place: place.id,
                  parents: [],
                  leastMinor: leastMinor(unit, kit),
                  spots: spots.map((s, k) => spotLink(context, links, unit, radio, s, here[k])),
                }),
              };
            }),
          ),
        );
      }
    }
  const baseKits = [...new Set(base.units.map((u) => u.kitId))];
  const boxes = baseKits.reduce((total, id) => {
    const kit = kitById(id, context.ownKit)!;
    return total + packedMinor(context, kit, inBase(id)) - inBase(id) * leastEachMinor(context, kit);
  }, 0);
  return {
    base,
    here,
    columns: undominated(columns),
    baseLeastMinor: Math.max(0, baseMinor - boxes),
    spots,
    isWhole:
      !areThinned(context, kits) && (school.feeds === 'wire' || places.length - 1 <= MOST_PARENT_PLACES),
  };
}

/** A way a unit could hang by air on what stands elsewhere. */
interface Hang {
  parent: string;
  throughMbps: number;
  column: () => Column;
}

/**
 * Ways a unit could hang by air as few columns: parents that give every spot the same are one column. They are taken by what comes
 * through; where the first and the last of a run give the same, so do those between, and none of them is worked out.
 */
function classesOf(hangs: readonly Hang[]): Column[] {
  const sorted = [...hangs].sort((a, b) => b.throughMbps - a.throughMbps);
  const made = new Map<number, Column>();
  const at = (i: number): Column => {
    if (!made.has(i)) made.set(i, sorted[i]!.column());
    return made.get(i)!;
  };
  const areAlike = (a: Column, b: Column) => a.spots.every((l, s) => l.verdict === b.spots[s]!.verdict);
  const out: Column[] = [];
  const split = (from: number, to: number) => {
    if (areAlike(at(from), at(to))) {
      const last = out[out.length - 1];
      const parents = sorted.slice(from, to + 1).map((h) => h.parent);
      if (last && areAlike(last, at(from)))
        out[out.length - 1] = { ...last, parents: [...last.parents!, ...parents] };
      else out.push({ ...at(from), parents });
      return;
    }
    const middle = Math.floor((from + to) / 2);
    split(from, middle);
    split(middle + 1, to);
  };
  if (sorted.length > 0) split(0, sorted.length - 1);
  // Whoever hangs on a better parent gets no less: each class takes in those before it, so that the next are idle where they add nothing.
  return out.map((c, i) => ({ ...c, parents: out.slice(0, i + 1).flatMap((o) => o.parents!) }));
}

/**
 * Columns without those that another at the same place of the same kit makes idle: no dearer, hung on what is there already or on
 * the same parent, and no spot gets less of it. A device goes by what it hears, which is the same of both.
 */
function undominated(columns: readonly Column[]): Column[] {
  const byPlace = new Map<string, Column[]>();
  for (const c of columns) {
    const key = standKey(c.place, c.unit.kitId);
    byPlace.set(key, [...(byPlace.get(key) ?? []), c]);
  }
  const hangsAsWell = (a: Column, b: Column) =>
    a.parents === null || (b.parents !== null && b.parents.every((p) => a.parents!.includes(p)));
  const isNoWorse = (a: Column, b: Column) =>
    a.leastMinor <= b.leastMinor &&
    a.spots.every((l, s) => VERDICT_RANK[l.verdict] >= VERDICT_RANK[b.spots[s]!.verdict]) &&
    hangsAsWell(a, b);
  return [...byPlace.values()].flatMap((list) =>
    // Of two that are no worse than each other the first stays.
    list.filter((b, k) => !list.some((a, i) => i !== k && isNoWorse(a, b) && (i < k || !isNoWorse(b, a)))),
  );
}
