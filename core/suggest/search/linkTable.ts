import { chainOf } from '../../feed/chain';
import { kitById } from '../../kit/catalogue/catalogue';
import type { KitItem } from '../../kit/model/schema';
import { accessThrough } from '../../plan/links/access';
import type { PlanContext } from '../../plan/network/context';
import { hopOf } from '../../plan/links/hop';
import { linksBefore, linksOf, pipeOf, type OptionLinks } from '../../plan/links/pipe';
import { pipeVerdict } from '../../plan/predict/predict';
import { feedTo } from '../../plan/option/placing';
import type { Option, Unit } from '../../plan/option/schema';
import { apartM } from '../../site/geometry/apart';
import { needOf } from '../../site/model/needs';
import type { Spot } from '../../site/model/schema';
import { areThinned, fits, isTaken, placesFor, type Candidate } from '../choices/places';
import type { Policy } from '../choices/policies';
import { feedsFor } from '../choices/beginning';
import {
  classesOf,
  standKey,
  undominated,
  type Column,
  type Hang,
  type LinkTable,
  type SpotLink,
} from './columns';
import { LeastPrices } from './prices';
import { unitOn } from '../choices/addedUnit';

/** A unit that hears its parent with less than this, Mb/s, is no parent to others and no link worth a column. */
const LEAST_HOP_MBPS = 1;
/** A spot farther than this from a place is none a unit there is counted on for, m (estimate). */
const REACH_M = 60;
/** On a plot of more places than this, a unit is hung by air on what stands at the nearest few alone. */
const MOST_PARENT_PLACES = 60;
const FEW_PARENT_PLACES = 10;
/** Height of a storey, for what is near, m. */
const STOREY_M = 3;

const NOTHING: SpotLink = { choiceDbm: -Infinity, verdict: 'noSignal' };

/** What a spot would get through one unit of a network, were it to use that one; nothing where `here` is heard better. */
function spotLink(
  context: PlanContext,
  links: OptionLinks,
  unit: Unit,
  radio: Unit,
  spot: Spot,
  share: number | undefined,
  here: SpotLink = NOTHING,
): SpotLink {
  if (!links.paths.has(unit.id) || apartM(unit.place, spot.place) > REACH_M) return NOTHING;
  // The air from a place is the same however the unit there is fed: it is asked once for all its columns.
  const access = accessThrough(context, links.air, radio, spot);
  if (!access || access.choiceDbm <= here.choiceDbm) return NOTHING;
  const need = needOf(spot.activities, context.site.activityLimits);
  return {
    choiceDbm: access.choiceDbm,
    verdict: pipeVerdict(pipeOf(context, links, { ...access, unit }, spot), need, share),
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

/** What a table is made of: a job with a network that is there from the start, and a policy. */
interface Ground {
  context: PlanContext;
  policy: Policy;
  base: Option;
  spots: readonly Spot[];
  here: readonly SpotLink[];
  prices: LeastPrices;
  kits: readonly KitItem[];
  places: readonly Candidate[];
  /** One unit for each kit at each place whose ways to the spots are known. */
  radios: Map<string, Unit>;
  /** Share of the draws in which a spot may miss its need and still serve; absent a tenth. */
  share: number | undefined;
}

/** A unit of a kit at a place, not yet fed. */
function plainAt({ context, base, places }: Ground, place: Candidate, kit: KitItem): Unit {
  return unitOn(context, base, kit, place, `d${places.indexOf(place)}-${kit.id}`.slice(0, 64));
}

function columnOf(ground: Ground, links: OptionLinks, unit: Unit, kit: KitItem, place: Candidate): Column {
  const { context, spots, here, prices, radios, share } = ground;
  const key = standKey(place.id, kit.id);
  const radio = radios.get(key) ?? unit;
  radios.set(key, radio);
  return {
    unit,
    place: place.id,
    parents: null,
    leastMinor: prices.leastMinor(unit, kit),
    spots: spots.map((s, k) => spotLink(context, links, unit, radio, s, share, here[k])),
  };
}

/** Units that hang on what is there from the start, by every feed of the policy. */
async function firstColumns(ground: Ground, pause: () => Promise<void>) {
  const { context, policy, base, kits, places } = ground;
  const columns: Column[] = [];
  const stands = new Map<string, Stand>();
  for (const place of places) {
    await pause();
    for (const kit of kits) {
      if (!fits(kit, place)) continue;
      const plain = plainAt(ground, place, kit);
      for (const feed of feedsFor(context, policy, base, plain, kit)) {
        const unit = { ...plain, feed };
        const links = linksOf(context, { ...base, units: [...base.units, unit] });
        const hop = links.hops.get(unit.id);
        // What hangs on nothing that leads to the line is no way.
        if (!hop || !links.paths.has(unit.id)) continue;
        if (Math.min(hop.part.downMbps, hop.part.upMbps) < LEAST_HOP_MBPS) continue;
        const column = columnOf(ground, links, unit, kit, place);
        columns.push(column);
        const through = throughMbps(context, links, unit);
        const key = standKey(place.id, kit.id);
        if (through > (stands.get(key)?.throughMbps ?? 0))
          stands.set(key, { column, links, throughMbps: through });
      }
    }
  }
  return { columns, stands };
}

/** Other places, the nearest first. */
function nearestTo(places: readonly Candidate[], to: Candidate): Candidate[] {
  const offM = (c: Candidate) =>
    apartM(c.place, to.place) + (c.place.storeyId === to.place.storeyId ? 0 : STOREY_M);
  const others = places.filter((o) => o !== to).map((o) => ({ o, m: offM(o) }));
  return others.sort((a, b) => a.m - b.m).map(({ o }) => o);
}

/** Units that hang by air on what stands at another place, fed as well as it can be; the judge says the rest. */
async function secondColumns(
  ground: Ground,
  stands: ReadonlyMap<string, Stand>,
  most: number,
  pause: () => Promise<void>,
): Promise<Column[]> {
  const { context, base, kits, places } = ground;
  const columns: Column[] = [];
  for (const place of places) {
    const air = kits.filter((kit) => fits(kit, place) && kit.feeds.includes('wireless'));
    if (air.length === 0) continue;
    const near = nearestTo(places, place).slice(0, most);
    const under = near.flatMap((o) => kits.flatMap((k) => stands.get(standKey(o.id, k.id)) ?? []));
    for (const kit of air) {
      await pause();
      const plain = plainAt(ground, place, kit);
      const { air: shares } = linksOf(context, { ...base, units: [...base.units, plain] });
      const hangs = under.flatMap((stand): Hang[] => {
        const { unit: parent, place: at } = stand.column;
        const unit = { ...plain, feed: feedTo(context.site, 'wireless', parent, plain.place) };
        const links = linksUnder(context, base, stand, unit, shares);
        if (!links) return [];
        return [
          {
            parent: standKey(at, parent.kitId),
            throughMbps: throughMbps(context, links, unit),
            column: () => columnOf(ground, links, unit, kit, place),
          },
        ];
      });
      columns.push(...classesOf(hangs));
    }
  }
  return columns;
}

/**
 * Everything that could be added to a network by a policy, each with its least cost and what every spot would get of it.
 * `radios` holds one unit for each kit at each place whose ways to the spots are known; several tables share it. `share` is that of
 * the draws in which a spot may miss its need and still serve, a tenth where nothing is said.
 */
export async function linkTable(
  context: PlanContext,
  today: Option,
  policy: Policy,
  base: Option,
  pause: () => Promise<void>,
  radios: Map<string, Unit> = new Map(),
  share?: number,
): Promise<LinkTable> {
  const spots = [...context.site.spots].sort((a, b) => a.number - b.number);
  const links = linksOf(context, base);
  const here = spots.map((s) =>
    base.units
      .map((u) => spotLink(context, links, u, u, s, share))
      .reduce((best, l) => (l.choiceDbm > best.choiceDbm ? l : best), NOTHING),
  );
  const kits = policy.kits.map((id) => kitById(id, context.ownKit)!);
  const places = placesFor(context, kits).filter((c) => !isTaken(base, c.place));
  const prices = new LeastPrices(context, base, today, policy.kits);
  const ground: Ground = { context, policy, base, spots, here, prices, kits, places, radios, share };
  const { columns, stands } = await firstColumns(ground, pause);
  const areFew = places.length - 1 <= MOST_PARENT_PLACES;
  const most = areFew ? places.length : FEW_PARENT_PLACES;
  const second = policy.feeds === 'wire' ? [] : await secondColumns(ground, stands, most, pause);
  return {
    base,
    here,
    columns: undominated([...columns, ...second]),
    baseLeastMinor: prices.baseLeastMinor,
    boxes: prices.boxes,
    ports: prices.ports,
    spots,
    isWhole: !areThinned(context, kits) && (policy.feeds === 'wire' || areFew),
  };
}
