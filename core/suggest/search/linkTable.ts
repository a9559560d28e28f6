import { chainOf, type ChainPart } from '../../feed/chain';
import { kitById } from '../../kit/catalogue/catalogue';
import type { KitItem } from '../../kit/model/schema';
import { houseOf } from '../../plan/links/house';
import type { PlanContext } from '../../plan/network/context';
import { hopOf, isRoundEdge } from '../../plan/links/hop';
import { linksBefore, linksOf, type OptionLinks } from '../../plan/links/pipe';
import { gatewayOf } from '../../plan/option/graph';
import { feedTo } from '../../plan/option/placing';
import type { Option, Unit } from '../../plan/option/schema';
import { apartM } from '../../site/geometry/apart';
import { areThinned, fits, isTaken, placesFor, thinned, type Candidate } from '../choices/places';
import type { Policy } from '../choices/policies';
import { feedsFor, mayHang } from '../choices/beginning';
import { classesOf, standKey, type Column, type CoverColumn, type Hang, type LinkTable } from './columns';
import { coverOf } from './cover';
import { onFreeRadios } from './freeRadios';
import { better, heardLink, NOTHING, spotLink, type Ground } from './ground';
import { Placed } from './placed';
import { LeastPrices } from './prices';
import { unitOn } from '../choices/addedUnit';

/** A unit that hears its parent with less than this, Mb/s, is no parent to others and no link worth a column. */
const LEAST_HOP_MBPS = 1;
/** On a plot of so many places and spots those farther apart than this are not counted on for each other, m (estimate). */
const REACH_M = 60;
const MANY_LINKS = 6000;
/** With more first columns than this units by air on other new ones are told at their best. */
const MOST_FIRST = 150;

/** A way to what stands somewhere, as others would hang on it. */
interface Stand {
  column: Column;
  links: OptionLinks;
  /** What comes to it over the house, the line left out: the line is the same for all. */
  over: ChainPart;
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
function plainAt({ context, base, placed }: Ground, place: Candidate, kit: KitItem): Unit {
  return unitOn(context, base, kit, place, placed.idOf(place.id, kit.id));
}

function columnOf(
  ground: Ground,
  { links, unit, over = null }: { links: OptionLinks; unit: Unit; over?: Unit | null },
  kit: KitItem,
  place: Candidate,
): Column {
  const { spots, prices, placed, plainBase, reachM } = ground;
  return placed.columnOf(plainBase, { unit, over, reachM }, () => {
    const radio = placed.radioOf(place.id, unit);
    return {
      unit,
      place: place.id,
      parents: null,
      leastMinor: prices.leastMinor(unit, kit),
      spots: spots.map((s) => spotLink(ground, links, unit, radio, s)),
    };
  });
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
        const plainly = columnOf(ground, { links, unit }, kit, place);
        const checkMinor = isRoundEdge(hop) ? context.brief.checkMinor : 0;
        const column = { ...plainly, leastMinor: plainly.leastMinor + checkMinor };
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
  pause: () => Promise<void>,
): Promise<Column[]> {
  const { context, base, kits, places } = ground;
  const columns: Column[] = [];
  for (const place of places) {
    const air = kits.filter((kit) => fits(kit, place) && kit.feeds.includes('wireless'));
    if (air.length === 0) continue;
    const others = places.filter((o) => o !== place);
    const under = others.flatMap((o) =>
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
        if (!mayHang(kit, kitById(ways[0]!.column.unit.kitId, context.ownKit)!)) return [];
        const over = ways.flatMap((stand) => {
          const unit = {
            ...plain,
            feed: feedTo(context.site, 'wireless', stand.column.unit, plain.place),
          };
          const links = linksUnder(ground, stand, unit, shares);
          if (!links) return [];
          const { downMbps, upMbps } = overHouse(context, links, unit);
          const throughMbps = Math.min(downMbps, upMbps);
          return [{ links, unit, over: stand.column.unit, throughMbps }];
        });
        if (over.length === 0) return [];
        return [
          {
            parent: key,
            throughMbps: Math.max(...over.map((o) => o.throughMbps)),
            column: () => bestOf(over.map((o) => columnOf(ground, o, kit, place))),
          },
        ];
      });
      columns.push(...classesOf(hangs));
    }
  }
  return columns;
}

/** The same for a wide table, told at its best: over a backhaul without limit, on whatever stands anywhere. */
function secondAtBest(
  ground: Ground,
  stands: ReadonlyMap<string, readonly Stand[]>,
  cover: readonly CoverColumn[],
): Column[] {
  const { context, base, kits, places, prices } = ground;
  const gateway = gatewayOf(base)!;
  const all = [...stands].map(([key, [way]]) => {
    const { place, unit } = way!.column;
    return { key, place, kit: kitById(unit.kitId, context.ownKit)! };
  });
  return cover.flatMap(({ place: placeId, kitId, verdicts }): Column[] => {
    const place = places.find((p) => p.id === placeId)!;
    const kit = kits.find((k) => k.id === kitId)!;
    const parents = all.filter((s) => s.place !== placeId && mayHang(kit, s.kit)).map((s) => s.key);
    if (!kit.feeds.includes('wireless') || parents.length === 0) return [];
    const plain = plainAt(ground, place, kit);
    const unit = { ...plain, feed: feedTo(context.site, 'wireless', gateway, plain.place) };
    const radio = ground.placed.radioOf(placeId, onFreeRadios(unit, kit));
    const links = linksOf(context, { ...base, units: [...base.units, radio] });
    const heard = ground.spots.map((spot) => heardLink(ground, links, radio, spot));
    return [
      {
        unit,
        place: placeId,
        parents,
        leastMinor: prices.leastMinor(unit, kit),
        spots: heard.map((l, s) => ({ ...l, verdict: verdicts[s]! })),
      },
    ];
  });
}

/**
 * Everything that could be added to a network by a policy, each with its least cost and what every spot would get of it at best: over
 * air as free as it can be, on channels as strong as may be planned, and no more than the line holds in the evening.
 * Several tables of a search share what is `placed`. `share` is that of
 * the draws in which a spot may miss its need and still serve, a tenth where nothing is said. At most `most` places are looked at.
 */
export async function linkTable(
  planned: PlanContext,
  today: Option,
  policy: Policy,
  plainBase: Option,
  pause: () => Promise<void>,
  { placed = new Placed(), share, most = Infinity }: { placed?: Placed; share?: number; most?: number } = {},
): Promise<LinkTable> {
  const context: PlanContext = { ...planned, isAirFree: true };
  const spots = [...context.site.spots].sort((a, b) => a.number - b.number);
  const base: Option = {
    ...plainBase,
    units: plainBase.units.map((u) => onFreeRadios(u, kitById(u.kitId, context.ownKit)!)),
  };
  const links = linksOf(context, base);
  const kits = policy.kits.map((id) => kitById(id, context.ownKit)!);
  const free = placesFor(context, kits).filter((c) => !isTaken(base, c.place));
  const places = thinned(free, most);
  const isMany = places.length * spots.length > MANY_LINKS;
  const reachM = isMany ? REACH_M : Infinity;
  const short = new Set(houseOf(context).lineShort.evening);
  const read = new Set(
    planned.read.flatMap((n) =>
      [...n.spots].flatMap(([id, list]) => (list.some((r) => r.downMbps > 0) ? [id] : [])),
    ),
  );
  const asked = { context, share, short, read, reachM };
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
  const ground: Ground = { ...asked, policy, base, plainBase, spots, here, prices, kits, places, placed };
  const { columns, stands } = await firstColumns(ground, pause);
  const isWide = columns.length > MOST_FIRST;
  const cover = coverOf(ground, columns);
  const second =
    policy.feeds === 'wire'
      ? []
      : isWide
        ? secondAtBest(ground, stands, cover)
        : await secondColumns(ground, stands, pause);
  const isFar = places.some((c) => spots.some((s) => apartM(c.place, s.place) > REACH_M));
  return {
    base: plainBase,
    here,
    columns: [...columns, ...second].map((c) => ({ ...c, unit: { ...c.unit, radios: {} } })),
    baseLeastMinor: prices.baseLeastMinor,
    boxes: prices.boxes,
    ports: prices.ports,
    spots,
    cover,
    isWhole: places.length === free.length && !areThinned(context, kits) && !(isMany && isFar),
  };
}
