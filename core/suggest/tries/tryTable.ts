import type { KitItem } from '../../kit/model/schema';
import { hopOf, type Hop } from '../../plan/links/hop';
import { cableRunOf } from '../../plan/network/cableRun';
import { kitOf, type PlanContext } from '../../plan/network/context';
import { withMoved } from '../../plan/network/movedUnit';
import { atPace } from '../../brief/paces';
import { endingOf, runMin } from '../../plan/cost/cableParts';
import { parentIdOf, plainFeed } from '../../plan/option/feeds';
import type { Option, Unit } from '../../plan/option/schema';
import { predictOption } from '../../plan/predict/predict';
import type { Prediction } from '../../plan/predict/prediction';
import { covarianceDb2, Z90 } from '../../radio/learning/beliefs';
import { SHADOWING_LENGTH_M } from '../../radio/link/bands';
import { SHADOWING_BAND_CORRELATION } from '../../radio/learning/shadowing';
import type { TryPlace, TryTable } from '../../readings/tries';
import { apartM, areWithin } from '../../site/geometry/apart';
import { roomNameAt } from '../../site/geometry/roomName';
import type { Place } from '../../site/model/schema';
import { normalCdf } from '../../stats/normal';
import { fits, isTaken, placesFor } from '../choices/places';

/** Places a unit is tried at, the planned one among them; a person carries it no farther than this, m. */
const MOST_PLACES = 14;
const REACH_M = 14;
/** A storey counts as so many metres on the stairs. */
const STOREY_M = 5;
/** A backhaul is heard at this at least, dBm, whatever it carries: people come home, doors close (estimate; three of five bars). */
const LEAST_DBM = -72;
/** A backhaul has to carry this at least, Mb/s, whatever is behind it (estimate). */
const LEAST_MBPS = 5;

const carriedM = (a: Place, b: Place): number => apartM(a, b) + (a.storeyId === b.storeyId ? 0 : STOREY_M);

/** Level at which a hop carries so much both ways, dBm: found by halving, its rates only rise with the level. */
function levelFor(hop: Hop, mbps: number): number {
  let [low, high] = [-40, 40];
  const carries = (shift: number) => {
    const { downMbps, upMbps } = hop.ratesAt(shift);
    return Math.min(downMbps, upMbps) >= mbps;
  };
  if (!carries(high)) return hop.levelDbm! + high;
  for (let i = 0; i < 12; i++) {
    const middle = (low + high) / 2;
    if (carries(middle)) high = middle;
    else low = middle;
  }
  return hop.levelDbm! + high;
}

/** Chance that a prediction meets its need in both directions, by its ranges. */
export function chanceOf({ need, downMbps, upMbps, downRangeMbps, upRangeMbps }: Prediction): number {
  const one = (middle: number, [low, high]: readonly [number, number], wants: number): number => {
    if (middle <= 0) return 0;
    const sigma = Math.log(Math.max(high, 1e-3) / Math.max(low, 1e-3)) / (2 * Z90);
    return sigma < 1e-6 ? Number(middle >= wants) : normalCdf(Math.log(middle / wants) / sigma);
  };
  return Math.min(one(downMbps, downRangeMbps, need.downMbps), one(upMbps, upRangeMbps, need.upMbps));
}

/** What a plan puts a unit there for: the spots that go over it. */
export const spotsOver = (predictions: readonly Prediction[], unitId: string): string[] =>
  predictions
    .filter((p) => p.unitId === unitId || p.pipe.some((part) => part.unitId === unitId))
    .map((p) => p.spotId);

/** Where a unit that is fed over the air could stand instead, the nearest first. */
function placesNear(
  context: PlanContext,
  option: Option,
  unit: Unit,
  kit: KitItem,
): { id: string; name: string; place: Place }[] {
  const others = { ...option, units: option.units.filter((u) => u.id !== unit.id) };
  return placesFor(context, [kit])
    .filter((c) => fits(kit, c) && !isTaken(others, c.place) && !areWithin(c.place, unit.place, 0.8))
    .map((c) => ({ id: c.id, name: c.name, place: c.place, m: carriedM(c.place, unit.place) }))
    .filter((c) => c.m <= REACH_M)
    .sort((a, b) => a.m - b.m)
    .slice(0, MOST_PLACES - 1);
}

/** A unit with its backhaul told as certainly good: what is left unsure is the air to the devices. */
export const asIfFed = (option: Option, unitId: string): Option => ({
  ...option,
  units: option.units.map((u) =>
    u.id === unitId && u.feed.kind !== 'line'
      ? { ...u, feed: { ...u.feed, measuredDownMbps: 600, measuredUpMbps: 600 } }
      : u,
  ),
});

/**
 * Where a unit that hears its uplink over the air can be tried, what is reckoned of each place before, and how their errors
 * hang together. Null for a unit that is wired, or has no uplink.
 */
export function tryTable(context: PlanContext, option: Option, unit: Unit): TryTable | null {
  const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
  if (unit.feed.kind !== 'wireless' || !parent) return null;
  const kit = kitOf(context, unit);
  const now = predictOption(context, option);
  const over = new Set(spotsOver(now, unit.id));
  const planned = {
    id: 'planned',
    name: unit.name || roomNameAt(context.site, unit.place),
    place: unit.place,
  };
  const found: { at: TryPlace; hop: Hop; link: NonNullable<Hop['level']>; band: string }[] = [];
  for (const c of [planned, ...placesNear(context, option, unit, kit)]) {
    const moved = c === planned ? option : withMoved(context.site, option, unit.id, c.place);
    const there = moved.units.find((u) => u.id === unit.id)!;
    const hop = hopOf(context, moved, { ...there, feed: plainFeed('wireless', parent.id) });
    if (!hop?.level || hop.levelDbm === null) {
      if (c === planned) return null;
      continue;
    }
    const fed = predictOption(context, asIfFed(moved, unit.id)).filter((p) => over.has(p.spotId));
    const wants = Math.max(
      LEAST_MBPS,
      ...now.filter((p) => over.has(p.spotId)).map((p) => Math.max(p.need.downMbps, p.need.upMbps)),
    );
    found.push({
      at: {
        ...c,
        meanDbm: hop.levelDbm,
        needDbm: Math.max(levelFor(hop, wants), LEAST_DBM),
        serves: fed.reduce((least, p) => Math.min(least, chanceOf(p)), 1),
      },
      hop,
      link: hop.level,
      band: hop.part.why.kind === 'air' ? hop.part.why.band : '',
    });
  }
  const wired = { ...unit, feed: plainFeed('ethernet', parent.id) };
  const run = kit.feeds.includes('ethernet')
    ? cableRunOf(
        context,
        { ...option, units: option.units.map((u) => (u.id === unit.id ? wired : u)) },
        wired,
      )
    : null;
  return {
    unitId: unit.id,
    letter: unit.letter,
    uplink: parent.letter,
    places: found.map((f) => f.at),
    covarianceDb2: found.map((a) =>
      found.map((b) => {
        const shared = covarianceDb2(context.beliefs, a.link.features, b.link.features);
        const bands = a.band === b.band ? 1 : SHADOWING_BAND_CORRELATION;
        const near = Math.exp(-carriedM(a.at.place, b.at.place) / SHADOWING_LENGTH_M);
        return shared + a.link.ownDb * b.link.ownDb * bands * near;
      }),
    ),
    wireMin:
      run && !run.isBarred ? atPace(context.brief.paces, 'cable', runMin(run, endingOf(context, run))) : null,
  };
}

/** The tables of all units of an option that are fed over the air. */
export const tryTables = (context: PlanContext, option: Option): TryTable[] =>
  option.units.flatMap((u) => tryTable(context, option, u) ?? []);
