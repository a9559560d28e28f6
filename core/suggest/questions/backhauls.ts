import { apartM } from '../../site/geometry/apart';
import type { FeedKind } from '../../kit/model/schema';
import { kitOf, type PlanContext } from '../../plan/network/context';
import { evaluate } from '../../plan/evaluate/evaluate';
import { runsBetween } from '../../plan/network/surroundings';
import { categoryLabel, parentIdOf } from '../../plan/option/feeds';
import { fedThrough } from '../../plan/option/graph';
import { FEED_LABEL, feedTo } from '../../plan/option/placing';
import type { Feed, FeedOf, Option, Unit } from '../../plan/option/schema';
import { servedOf } from '../../site/model/verdict';

/** A feed that is possible for a unit here and now, with what it gives and what it takes. */
export interface FeedChoice {
  feed: Feed;
  /** "fibre from A". */
  label: string;
  downMbps: number;
  upMbps: number;
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

/** Every feed that is possible for a unit in an option, held against each other: the one of now with what is set on it. */
export function compareFeeds(
  context: PlanContext,
  option: Option,
  today: Option,
  unitId: string,
): FeedChoice[] {
  const unit = option.units.find((u) => u.id === unitId);
  if (!unit || unit.feed.kind === 'line') return [];
  const found = parentsOf(option, unit).flatMap((parent) => feedsFrom(context, unit, parent));
  const choices = found.map(({ feed, label }): FeedChoice => {
    const isNow = sameFeed(feed, unit.feed);
    const own = isNow ? unit.feed : feed;
    const tried = { ...option, units: option.units.map((u) => (u.id === unitId ? { ...u, feed: own } : u)) };
    const e = evaluate(context, tried, today);
    const hop = e.feeds[unitId];
    const cable = e.cables.find((c) => c.unitId === unitId);
    const said = (severity: 'blocks' | 'check') =>
      e.notices.flatMap((n) => (n.unitId === unitId && n.severity === severity ? [n.words] : []));
    return {
      feed: own,
      label,
      downMbps: hop?.downMbps ?? 0,
      upMbps: hop?.upMbps ?? 0,
      measured: hop?.measured ?? false,
      served: servedOf(e.predictions).length,
      totalMinor: e.price.totalMinor,
      hours: e.price.hours,
      cableM: cable?.run.lengthM ?? 0,
      holes: cable ? cable.run.walls + cable.run.floors : 0,
      stops: said('blocks'),
      cares: said('check'),
      isNow,
    };
  });
  return choices.sort(
    (a, b) =>
      Number(a.stops.length > 0) - Number(b.stops.length > 0) ||
      b.served - a.served ||
      a.totalMinor - b.totalMinor,
  );
}
