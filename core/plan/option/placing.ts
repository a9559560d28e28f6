import { apartM, areWithin } from '../../site/geometry/apart';
import { least } from 'd3-array';
import { kitById } from '../../kit/catalogue/catalogue';
import type { Brief } from '../../brief/brief';
import { placeOn } from '../../site/edit/plot';
import { roomsOn } from '../../site/geometry/rooms';
import { areApart } from '../../site/geometry/ownBuilding';
import { inside } from '../../site/model/levels';
import type { FeedKind, KitItem } from '../../kit/model/schema';
import { gatewayOf } from './graph';
import { type Feed, type Option, type Unit } from './schema';
import { adapterOutlets } from '../../feed/powerline';
import type { Place, Point, Site } from '../../site/model/schema';
import { roomNameAt } from '../../site/geometry/roomName';
import { fromParent, parentIdOf, plainFeed } from './feeds';

/** The next free letter: A … Z, then AA … */
export const nextLetter = (option: Option): string => freeLetter(new Set(option.units.map((u) => u.letter)));

/** The first letter that is not used, from A to ZZ. */
export function freeLetter(used: ReadonlySet<string>): string {
  for (let i = 0; i < 26 * 27; i++) {
    const letter =
      (i >= 26 ? String.fromCharCode(64 + Math.floor(i / 26)) : '') + String.fromCharCode(65 + (i % 26));
    if (!used.has(letter)) return letter;
  }
  return 'ZZ';
}

/** A lead from a unit to an outlet is at most so long, m (estimate): what is farther serves it not. */
const LEAD_M = 6;

/** The coax outlet a lead from a place reaches, the nearest; null where none is within reach on its storey. */
export function nearestCoax(site: Site, at: Place): string | null {
  const near = least(
    site.coax.outlets.filter((o) => areWithin(o.place, at, LEAD_M)),
    (o) => apartM(o.place, at),
  );
  return near?.id ?? null;
}

/** A feed of a kind from a parent with its ends filled in from what is nearest. */
export function feedTo(site: Site, kind: FeedKind, parent: Unit | null, place: Place): Feed {
  const feed: Feed = plainFeed(kind, parent?.id ?? null);
  if (!parent) return feed;
  if (feed.kind === 'powerline') {
    const [near, far] = adapterOutlets(site, parent.place, place);
    return { ...feed, nearOutletId: near?.id ?? null, farOutletId: far?.id ?? null };
  }
  if (feed.kind === 'coax')
    return { ...feed, nearCoaxId: nearestCoax(site, parent.place), farCoaxId: nearestCoax(site, place) };
  return feed;
}

/** The feed a new unit begins with, by the school of the job: what wants a cable takes fibre from building to building. */
function firstFeed(site: Site, brief: Brief, kit: KitItem, gateway: Unit, place: Place): FeedKind {
  const between = areApart(site, gateway.place, place);
  // An extender is bought so that nothing has to be run.
  const wired = brief.policies.feed === 'wireFirst' && brief.allowed.drilling && kit.kind !== 'extender';
  const wishes: FeedKind[] = wired ? [between ? 'fibre' : 'ethernet', 'wireless'] : ['wireless'];
  return wishes.find((k) => kit.feeds.includes(k)) ?? kit.feeds.find((f) => f !== 'line') ?? kit.feeds[0]!;
}

/** Where a new unit begins by the school of the job: where it is wanted, or halfway to its parent when fed by air. */
function firstPlace(site: Site, brief: Brief, kind: FeedKind, gateway: Unit, place: Place): Place {
  if (brief.policies.placing !== 'halfway' || kind !== 'wireless') return place;
  const at = { xM: (gateway.place.xM + place.xM) / 2, yM: (gateway.place.yM + place.yM) / 2 };
  const storeys = new Set([place.storeyId, gateway.place.storeyId].filter((id) => id !== null));
  return placeOn(site, storeys, at, place.heightM);
}

/** Marks nearer to each other than this lie on one another on a sheet of a farm, m; in a small room the second will do. */
const APART_M = [1.8, 0.8] as const;
/** An outlet this far from where a unit is wanted still serves there, m. */
const OUTLET_REACH_M = 4;

/**
 * Where a new unit stands for a place it is wanted at: above the nearest outlet with a free socket, else as near as no
 * other unit, spot or wall of the storey is in the way.
 */
export function freePlace(site: Site, option: Pick<Option, 'units'>, wanted: Place): Place {
  const taken = [...option.units, ...site.spots]
    .map((t) => t.place)
    .filter((p) => p.storeyId === wanted.storeyId);
  const free = (p: Point, leastM: number = APART_M[1]) => taken.every((t) => apartM(t, p) >= leastM);
  const outline = site.buildings.flatMap((b) => b.storeys).find((s) => s.id === wanted.storeyId)?.outline;
  const room = roomsOn(site, wanted.storeyId).find((r) => inside(r.outline, wanted.xM, wanted.yM));
  const within = (p: Point) => {
    const around = room?.outline ?? outline;
    return !around || inside(around, p.xM, p.yM);
  };
  const outlet = least(
    site.outlets.filter(
      (o) =>
        o.freeSockets > 0 && free(o.place) && within(o.place) && areWithin(o.place, wanted, OUTLET_REACH_M),
    ),
    (o) => apartM(o.place, wanted),
  );
  if (outlet) return { ...wanted, xM: outlet.place.xM, yM: outlet.place.yM };
  for (const least of APART_M)
    for (let radius = 0; radius < 8; radius += 0.4)
      for (let i = 0; i < 12; i++) {
        const turn = (i * Math.PI) / 6;
        const at = {
          xM: Math.round((wanted.xM + radius * Math.cos(turn)) * 100) / 100,
          yM: Math.round((wanted.yM + radius * Math.sin(turn)) * 100) / 100,
        };
        if (free(at, least) && within(at)) return { ...wanted, ...at };
      }
  return wanted;
}

/** A new unit: the first goes on the line where its kit may, later ones hang on the gateway as the job's ways of working say. */
export function newUnit(
  site: Site,
  brief: Brief,
  option: Option,
  kit: KitItem,
  place: Place,
  id: string,
): Unit {
  const gateway = gatewayOf(option);
  const kind = gateway
    ? firstFeed(site, brief, kit, gateway, place)
    : (kit.feeds.find((f) => f === 'line') ?? kit.feeds[0]!);
  const atLine = site.lineEntry.storeyId === null ? place : { ...site.lineEntry, heightM: 1.2 };
  const at = freePlace(site, option, gateway ? firstPlace(site, brief, kind, gateway, place) : atLine);
  const room = roomNameAt(site, at);
  // The box on the line stays and routes: the first of the mesh behind it must not.
  const behind =
    brief.policies.router === 'behind' &&
    gateway !== null &&
    kitById(gateway.kitId)?.kind === 'router' &&
    kit.roles.includes('router') &&
    !option.units.some((u) => u.role === 'accessPoint');
  return {
    id,
    letter: nextLetter(option),
    kitId: kit.id,
    name: gateway ? room : `${room}, at the line`.slice(0, 80),
    place: { ...at, heightM: kit.outdoor ? 3 : at.heightM },
    feed: feedTo(site, kind, gateway, at),
    radios: {},
    ...(behind ? { role: 'accessPoint' as const } : {}),
  };
}

/** Today's network with its router at a place: moved where there is one on the line, else put in. */
export function withRouter(today: Option, place: Place, name: string, id: string): Option {
  const router = gatewayOf(today);
  if (router)
    return { ...today, units: today.units.map((u) => (u.id === router.id ? { ...u, place, name } : u)) };
  const unit: Unit = {
    id,
    letter: nextLetter(today),
    kitId: 'provider-router',
    name,
    place,
    feed: plainFeed('line', null),
    radios: {},
  };
  return { ...today, units: [...today.units, unit] };
}

/** Takes a unit out; what it fed hangs on its parent by the same kind of feed, so that nothing dangles. */
export function withoutUnit(option: Option, unitId: string): Option {
  const gone = option.units.find((u) => u.id === unitId);
  const above = gone ? parentIdOf(gone.feed) : null;
  return {
    ...option,
    units: option.units
      .filter((u) => u.id !== unitId)
      .map((u) => (parentIdOf(u.feed) === unitId ? { ...u, feed: fromParent(u.feed, above) } : u)),
    wiredSpots: option.wiredSpots.filter((w) => w.unitId !== unitId),
    ...(option.locks ? { locks: option.locks.filter((l) => l !== unitId) } : {}),
  };
}

/** Feeds a unit's kit takes, for its list of choices. */
export function feedChoices(unit: Unit, ownKit: readonly KitItem[]): readonly FeedKind[] {
  return kitById(unit.kitId, ownKit)?.feeds ?? [];
}

export const FEED_LABEL: Record<FeedKind, string> = {
  line: 'the line',
  ethernet: 'Ethernet cable',
  fibre: 'fibre',
  coax: 'coax',
  powerline: 'powerline',
  bridge: 'outdoor bridge',
  wireless: 'wireless',
};
