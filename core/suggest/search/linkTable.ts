import { chainOf, type ChainPart } from '../../feed/chain';
import { kitById } from '../../kit/catalogue/catalogue';
import type { KitItem } from '../../kit/model/schema';
import { accessThrough, accessesOf } from '../../plan/links/access';
import { lineShortOf } from '../../plan/links/busyHour';
import type { PlanContext } from '../../plan/network/context';
import { hopOf } from '../../plan/links/hop';
import { linksBefore, linksOf, pipeOf, type OptionLinks } from '../../plan/links/pipe';
import { pipeVerdict } from '../../plan/predict/predict';
import { feedTo } from '../../plan/option/placing';
import type { Option, Unit } from '../../plan/option/schema';
import { apartM } from '../../site/geometry/apart';
import { needOf } from '../../site/model/needs';
import type { Spot } from '../../site/model/schema';
import { VERDICT_RANK, type Verdict } from '../../site/model/verdict';
import { areThinned, fits, isTaken, placesFor, type Candidate } from '../choices/places';
import type { Policy } from '../choices/policies';
import { feedsFor } from '../choices/beginning';
import { classesOf, standKey, type Column, type Hang, type LinkTable, type SpotLink } from './columns';
import { onFreeRadios } from './freeRadios';
import { LeastPrices } from './prices';
import { unitOn } from '../choices/addedUnit';

/** A unit that hears its parent with less than this, Mb/s, is no parent to others and no link worth a column. */
const LEAST_HOP_MBPS = 1;
/** On a plot of so many places and spots those farther apart than this are not counted on for each other, m (estimate). */
const REACH_M = 60;
const MANY_LINKS = 6000;
/** On a plot of more places than this, a unit is hung by air on what stands at the nearest few alone. */
const MOST_PARENT_PLACES = 60;
const FEW_PARENT_PLACES = 10;
/** Height of a storey, for what is near, m. */
const STOREY_M = 3;

const NOTHING: SpotLink = { choiceDbm: -Infinity, lowDbm: -Infinity, verdict: 'noSignal' };

/** A way to what stands somewhere, as others would hang on it. */
interface Stand {
  column: Column;
  links: OptionLinks;
  /** What comes to it over the house, the line left out: the line is the same for all. */
  over: ChainPart;
}

/** What a table is made of: a job with a network that is there from the start, and a policy. */
interface Ground {
  /** The job with the air as free as it can be: what is told in it is never too little. */
  context: PlanContext;
  policy: Policy;
  /** The network with its radios as free as they can be, and as it is. */
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
  /** Spots that no network brings further than tight: the line does not hold them in the evening. */
  short: ReadonlySet<string>;
  reachM: number;
}

const better = (a: Verdict, b: Verdict): Verdict => (VERDICT_RANK[a] >= VERDICT_RANK[b] ? a : b);

/** What a spot would get at best through one unit of a network, were it to use that one. */
function spotLink(
  { context, share, short, reachM }: Pick<Ground, 'context' | 'share' | 'short' | 'reachM'>,
  links: OptionLinks,
  unit: Unit,
  radio: Unit,
  spot: Spot,
): SpotLink {
  if (!links.paths.has(unit.id) || apartM(unit.place, spot.place) > reachM) return NOTHING;
  // The air from a place is the same however the unit there is fed: it is asked once for all its columns.
  const access = accessThrough(context, links.air, radio, spot);
  if (!access) return NOTHING;
  const need = needOf(spot.activities, context.site.activityLimits);
  // Which band a device takes hangs on the channels that are planned: the better of them is counted on.
  let verdict: Verdict = 'noSignal';
  for (const way of accessesOf(context, links.air, radio, spot)) {
    if (verdict === 'works') break;
    verdict = better(verdict, pipeVerdict(pipeOf(context, links, { ...way, unit }, spot), need, share));
  }
  // In the open a channel for indoors may be planned that does not reach there.
  const lowDbm = spot.place.storeyId === null ? -Infinity : access.choiceDbm;
  if (verdict === 'works' && short.has(spot.id)) verdict = 'tight';
  return { choiceDbm: access.choiceDbm, lowDbm, verdict };
}

/** The way over the house to a unit as one part: all but the line. */
function overHouse(context: PlanContext, links: OptionLinks, unit: Unit): ChainPart {
  const parts = linksBefore(context, links, unit).map((l) => l.part);
  const { downMbps, upMbps, latencyMs } = chainOf(parts.filter((p) => p.kind !== 'line'));
  return { downMbps, upMbps, latencyMs, mediumId: parts.at(-1)?.mediumId ?? null };
}

/** Links of a network with one more unit by air on one of its own, for the sake of that unit alone. */
function linksUnder({ context, base }: Ground, stand: Stand, unit: Unit, air: OptionLinks['air']) {
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

/** A unit of a kit at a place, not yet fed. */
function plainAt({ context, base, places }: Ground, place: Candidate, kit: KitItem): Unit {
  return unitOn(context, base, kit, place, `d${places.indexOf(place)}-${kit.id}`.slice(0, 64));
}

function columnOf(ground: Ground, links: OptionLinks, unit: Unit, kit: KitItem, place: Candidate): Column {
  const { spots, prices, radios } = ground;
  const key = `${standKey(place.id, kit.id)} ${unit.feed.kind === 'line'}`;
  const radio = radios.get(key) ?? unit;
  radios.set(key, radio);
  return {
    unit,
    place: place.id,
    parents: null,
    leastMinor: prices.leastMinor(unit, kit),
    spots: spots.map((s) => spotLink(ground, links, unit, radio, s)),
  };
}

/** Units that hang on what is there from the start, by every feed of the policy, and all ways to what stands there. */
async function firstColumns(ground: Ground, pause: () => Promise<void>) {
  const { context, policy, base, kits, places } = ground;
  const columns: Column[] = [];
  const stands = new Map<string, Stand[]>();
  for (const place of places) {
    await pause();
    for (const kit of kits) {
      if (!fits(kit, place)) continue;
      const plain = plainAt(ground, place, kit);
      for (const feed of feedsFor(context, policy, base, plain, kit)) {
        const unit = onFreeRadios({ ...plain, feed }, kit);
        const links = linksOf(context, { ...base, units: [...base.units, unit] });
        const hop = links.hops.get(unit.id);
        // What hangs on nothing that leads to the line is no way.
        if (!hop || !links.paths.has(unit.id)) continue;
        if (Math.min(hop.part.downMbps, hop.part.upMbps) < LEAST_HOP_MBPS) continue;
        const column = columnOf(ground, links, unit, kit, place);
        columns.push(column);
        const key = standKey(place.id, kit.id);
        stands.set(key, [
          ...(stands.get(key) ?? []),
          { column, links, over: overHouse(context, links, unit) },
        ]);
      }
    }
  }
  return { columns, stands: new Map([...stands].map(([key, list]) => [key, notWorse(list)])) };
}

/** Ways to one place without those that another is no worse than in every respect, whoever hangs on it. */
const notWorse = (stands: readonly Stand[]): Stand[] =>
  stands.filter(
    ({ over: b }, k) =>
      !stands.some(
        ({ over: a }, i) =>
          i !== k &&
          a.downMbps >= b.downMbps &&
          a.upMbps >= b.upMbps &&
          a.latencyMs <= b.latencyMs &&
          (a.mediumId === null || a.mediumId === b.mediumId) &&
          (i < k || a.downMbps > b.downMbps || a.upMbps > b.upMbps || a.latencyMs < b.latencyMs),
      ),
  );

/** Other places, the nearest first. */
function nearestTo(places: readonly Candidate[], to: Candidate): Candidate[] {
  const offM = (c: Candidate) =>
    apartM(c.place, to.place) + (c.place.storeyId === to.place.storeyId ? 0 : STOREY_M);
  const others = places.filter((o) => o !== to).map((o) => ({ o, m: offM(o) }));
  return others.sort((a, b) => a.m - b.m).map(({ o }) => o);
}

/** The best of what spots would get over several ways to one parent: which it is fed by, the choice says. */
const bestOf = (columns: readonly Column[]): Column => ({
  ...columns[0]!,
  spots: columns[0]!.spots.map((l, s) => ({
    ...l,
    verdict: columns.reduce((best, c) => better(best, c.spots[s]!.verdict), l.verdict),
  })),
});

/** Units that hang by air on what stands at another place, fed as well as it can be; the judge says the rest. */
async function secondColumns(
  ground: Ground,
  stands: ReadonlyMap<string, readonly Stand[]>,
  most: number,
  pause: () => Promise<void>,
): Promise<Column[]> {
  const { context, base, kits, places } = ground;
  const columns: Column[] = [];
  for (const place of places) {
    const air = kits.filter((kit) => fits(kit, place) && kit.feeds.includes('wireless'));
    if (air.length === 0) continue;
    const near = nearestTo(places, place).slice(0, most);
    const under = near.flatMap((o) =>
      kits.flatMap((k) => {
        const ways = stands.get(standKey(o.id, k.id));
        return ways ? [{ key: standKey(o.id, k.id), ways }] : [];
      }),
    );
    for (const kit of air) {
      await pause();
      const plain = onFreeRadios(plainAt(ground, place, kit), kit);
      const { air: shares } = linksOf(context, { ...base, units: [...base.units, plain] });
      const hangs = under.flatMap(({ key, ways }): Hang[] => {
        const over = ways.flatMap((stand) => {
          const unit = {
            ...plain,
            feed: feedTo(context.site, 'wireless', stand.column.unit, plain.place),
          };
          const links = linksUnder(ground, stand, unit, shares);
          if (!links) return [];
          const { downMbps, upMbps } = overHouse(context, links, unit);
          return [{ links, unit, throughMbps: Math.min(downMbps, upMbps) }];
        });
        if (over.length === 0) return [];
        return [
          {
            parent: key,
            throughMbps: Math.max(...over.map((o) => o.throughMbps)),
            column: () => bestOf(over.map((o) => columnOf(ground, o.links, o.unit, kit, place))),
          },
        ];
      });
      columns.push(...classesOf(hangs));
    }
  }
  return columns;
}

/**
 * Everything that could be added to a network by a policy, each with its least cost and what every spot would get of it at best: over
 * air as free as it can be, on channels as strong as may be planned, and no more than the line holds in the evening.
 * `radios` holds one unit for each kit at each place whose ways to the spots are known; several tables share it. `share` is that of
 * the draws in which a spot may miss its need and still serve, a tenth where nothing is said.
 */
export async function linkTable(
  planned: PlanContext,
  today: Option,
  policy: Policy,
  plainBase: Option,
  pause: () => Promise<void>,
  radios: Map<string, Unit> = new Map(),
  share?: number,
): Promise<LinkTable> {
  const context: PlanContext = { ...planned, isAirFree: true };
  const spots = [...context.site.spots].sort((a, b) => a.number - b.number);
  const base: Option = {
    ...plainBase,
    units: plainBase.units.map((u) => onFreeRadios(u, kitById(u.kitId, context.ownKit)!)),
  };
  const links = linksOf(context, base);
  const kits = policy.kits.map((id) => kitById(id, context.ownKit)!);
  const places = placesFor(context, kits).filter((c) => !isTaken(base, c.place));
  const isMany = places.length * spots.length > MANY_LINKS;
  const reachM = isMany ? REACH_M : Infinity;
  const short = new Set(lineShortOf(context).evening);
  const asked = { context, share, short, reachM };
  const here = spots.map((s) =>
    base.units
      .map((u) => spotLink(asked, links, u, u, s))
      .reduce(
        (best, l) => ({
          choiceDbm: Math.max(best.choiceDbm, l.choiceDbm),
          lowDbm: Math.max(best.lowDbm, l.lowDbm),
          verdict: better(best.verdict, l.verdict),
        }),
        NOTHING,
      ),
  );
  const prices = new LeastPrices(planned, plainBase, today, policy.kits);
  const ground: Ground = { ...asked, policy, base, spots, here, prices, kits, places, radios };
  const { columns, stands } = await firstColumns(ground, pause);
  const areFew = places.length - 1 <= MOST_PARENT_PLACES;
  const most = areFew ? places.length : FEW_PARENT_PLACES;
  const second = policy.feeds === 'wire' ? [] : await secondColumns(ground, stands, most, pause);
  const isFar = places.some((c) => spots.some((s) => apartM(c.place, s.place) > REACH_M));
  return {
    base: plainBase,
    here,
    columns: [...columns, ...second].map((c) => ({ ...c, unit: { ...c.unit, radios: {} } })),
    baseLeastMinor: prices.baseLeastMinor,
    boxes: prices.boxes,
    ports: prices.ports,
    spots,
    isWhole: !areThinned(context, kits) && (policy.feeds === 'wire' || areFew) && !(isMany && isFar),
  };
}
