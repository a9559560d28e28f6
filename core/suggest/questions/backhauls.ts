import { least } from 'd3-array';
import { adapterOutlets } from '../../feed/powerline';
import { apartM } from '../../site/geometry/apart';
import type { FeedKind } from '../../kit/model/schema';
import { kitOf, type PlanContext } from '../../plan/network/context';
import { evaluate } from '../../plan/evaluate/evaluate';
import { runsBetween } from '../../plan/network/surroundings';
import { categoryLabel, parentIdOf } from '../../plan/option/feeds';
import { fedThrough } from '../../plan/option/graph';
import { FEED_LABEL, feedTo, nearestCoax } from '../../plan/option/placing';
import type { Feed, FeedOf, Option, Unit } from '../../plan/option/schema';
import { lengthText } from '../../site/model/lengths';
import type { Place } from '../../site/model/schema';
import { servedOf } from '../../site/model/verdict';

/** A feed that is possible for a unit here and now, with what it gives and what it takes. */
export interface FeedChoice {
  feed: Feed;
  /** "fibre from A". */
  label: string;
  downMbps: number;
  upMbps: number;
  /** Low and high of what it gives down, Mb/s; both its figure where that was measured. */
  downRangeMbps: readonly [number, number];
  measured: boolean;
  /** Spots the whole option serves with it. */
  served: number;
  totalMinor: number;
  hours: number;
  cableM: number;
  holes: number;
  /** What is to be said about it; a choice with a stop will not do. */
  stops: readonly string[];
  cares: readonly string[];
  /** Whether it is what the option has now. */
  isNow: boolean;
}

/** A feed a unit's kit takes that is not possible here, and why. */
export interface NoFeed {
  kind: FeedKind;
  why: string;
}

export interface FeedAnswer {
  choices: FeedChoice[];
  /** What its kit takes and the house does not give. */
  none: NoFeed[];
}

/** Most parents looked at: the nearest, and the unit it hangs on. */
const MOST_PARENTS = 6;

function parentsOf(option: Option, unit: Unit): Unit[] {
  const below = fedThrough(option, unit.id);
  const offM = (p: Unit) => apartM(p.place, unit.place);
  return option.units
    .filter((u) => !below.has(u.id))
    .sort(
      (a, b) =>
        Number(b.id === parentIdOf(unit.feed)) - Number(a.id === parentIdOf(unit.feed)) || offM(a) - offM(b),
    )
    .slice(0, MOST_PARENTS);
}

/** The very outlets a pair of adapters goes into. */
function outletWords({ site }: PlanContext, feed: FeedOf<'powerline' | 'coax'>): string {
  const name = (id: string | null) =>
    [...site.outlets, ...site.coax.outlets].find((o) => o.id === id)?.name ?? 'an outlet';
  return feed.kind === 'powerline'
    ? `${name(feed.nearOutletId)} to ${name(feed.farOutletId)}`
    : `${name(feed.nearCoaxId)} to ${name(feed.farCoaxId)}`;
}

/** Feeds of each kind a unit takes from a parent: a new cable, each run that is there, the outlets near both ends. */
function feedsFrom(context: PlanContext, unit: Unit, parent: Unit): { feed: Feed; label: string }[] {
  const kinds = kitOf(context, unit).feeds.filter((k): k is Exclude<FeedKind, 'line'> => k !== 'line');
  return kinds.flatMap((kind): { feed: Feed; label: string }[] => {
    const feed = feedTo(context.site, kind, parent, unit.place);
    const from = `from ${parent.letter}`;
    if (feed.kind === 'powerline' && (!feed.nearOutletId || !feed.farOutletId)) return [];
    if (feed.kind === 'coax' && (!feed.nearCoaxId || !feed.farCoaxId)) return [];
    if (feed.kind === 'powerline' || feed.kind === 'coax')
      return [{ feed, label: `${FEED_LABEL[kind]} ${from}, ${outletWords(context, feed)}` }];
    if (feed.kind !== 'ethernet' && feed.kind !== 'fibre')
      return [{ feed, label: `${FEED_LABEL[kind]} ${from}` }];
    const runs = runsBetween(context.site, parent.place, unit.place).filter(
      (r) => (r.category === 'fibre') === (feed.kind === 'fibre'),
    );
    const what = feed.kind === 'ethernet' ? `new ${categoryLabel(feed)}` : 'new fibre';
    return [
      ...runs.map((r) => ({ feed: { ...feed, dataRunId: r.id }, label: `${r.name} ${from}` })),
      { feed, label: `${what} ${from}` },
    ];
  });
}

/** Whether two feeds are one and the same way. */
const sameFeed = (a: Feed, b: Feed): boolean =>
  a.kind === b.kind &&
  parentIdOf(a) === parentIdOf(b) &&
  ('dataRunId' in a ? a.dataRunId : null) === ('dataRunId' in b ? b.dataRunId : null);

/** Why no feed of a kind can be had, where an end of it is missing. */
function whyNone({ site, brief }: PlanContext, kind: FeedKind, unit: Unit, parents: readonly Unit[]): string {
  if (kind !== 'coax' && kind !== 'powerline') return 'no unit is there that could feed it';
  const all = kind === 'coax' ? site.coax.outlets : site.outlets;
  const what = kind === 'coax' ? 'coax outlet' : 'outlet';
  if (all.length === 0) return `no ${what} is surveyed`;
  const reaches = (at: Place) =>
    kind === 'coax' ? nearestCoax(site, at) !== null : adapterOutlets(site, at, at).some((o) => o !== null);
  // The end that fails is told: this unit's own, else that of the nearest it could come from.
  const at = !reaches(unit.place) ? unit : parents.find((p) => !reaches(p.place));
  if (!at) return `${unit.letter} and what would feed it are at one ${what}`;
  const isHere = (o: { place: Place }) => o.place.storeyId === at.place.storeyId;
  const near = least(all, (o) => (isHere(o) ? 0 : 1e6) + apartM(o.place, at.place))!;
  const off = lengthText(apartM(near.place, at.place), brief.lengthUnit);
  return `the nearest ${what} to ${at.letter}, ${near.name}, is ${isHere(near) ? `${off} off` : 'on another storey'}`;
}

/**
 * Every feed that is possible for a unit in an option, held against each other: the one of now with what is set on it. What its
 * kit takes and the house does not give is told with why. `pause` is awaited between them.
 */
export async function compareFeeds(
  context: PlanContext,
  option: Option,
  today: Option,
  unitId: string,
  pause: () => Promise<void>,
): Promise<FeedAnswer> {
  const unit = option.units.find((u) => u.id === unitId);
  if (!unit || unit.feed.kind === 'line') return { choices: [], none: [] };
  const parents = parentsOf(option, unit);
  const found = parents.flatMap((parent) => feedsFrom(context, unit, parent));
  const choices: FeedChoice[] = [];
  for (const { feed, label } of found) {
    await pause();
    const isNow = sameFeed(feed, unit.feed);
    const own = isNow ? unit.feed : feed;
    const tried = { ...option, units: option.units.map((u) => (u.id === unitId ? { ...u, feed: own } : u)) };
    const e = evaluate(context, tried, today);
    const hop = e.feeds[unitId];
    const cables = e.cables.filter((c) => c.unitId === unitId).map((c) => c.run);
    const said = (severity: 'blocks' | 'check') =>
      e.notices.flatMap((n) => (n.unitId === unitId && n.severity === severity ? [n.words] : []));
    choices.push({
      feed: own,
      label,
      downMbps: hop?.downMbps ?? 0,
      upMbps: hop?.upMbps ?? 0,
      downRangeMbps: hop?.downRangeMbps ?? [0, 0],
      measured: hop?.measured ?? false,
      served: servedOf(e.predictions).length,
      totalMinor: e.price.totalMinor,
      hours: e.price.hours,
      cableM: cables.reduce((sum, run) => sum + run.lengthM, 0),
      holes: cables.reduce((sum, run) => sum + run.walls + run.floors, 0),
      stops: said('blocks'),
      cares: said('check'),
      isNow,
    });
  }
  choices.sort(
    (a, b) =>
      Number(a.stops.length > 0) - Number(b.stops.length > 0) ||
      b.served - a.served ||
      a.totalMinor - b.totalMinor,
  );
  const had = new Set(found.map((f) => f.feed.kind));
  const none = kitOf(context, unit)
    .feeds.filter((kind) => kind !== 'line' && !had.has(kind))
    .map((kind) => ({ kind, why: whyNone(context, kind, unit, parents) }));
  return { choices, none };
}
