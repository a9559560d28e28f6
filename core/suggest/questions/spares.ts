import { rollup } from 'd3-array';
import { kitById } from '../../kit/catalogue/catalogue';
import { pricedKit } from '../../kit/catalogue/priceFactor';
import type { FeedKind } from '../../kit/model/schema';
import { partsOf } from '../../plan/cost/parts';
import { kitOf, type PlanContext } from '../../plan/network/context';
import { cableRunOf } from '../../plan/network/cableRun';
import { parentIdOf, plainFeed } from '../../plan/option/feeds';
import type { Option, Unit } from '../../plan/option/schema';
import { predictOption } from '../../plan/predict/predict';
import { cholesky } from '../../stats/cholesky';
import { normalDraws } from '../../stats/normalDraws';
import type { TryTable } from '../../readings/tries';
import { asIfFed, chanceOf, spotsOver, tryTable } from '../tries/tryTable';

/** Chance that a unit comes dead out of its box, or dies while it updates (estimate). */
const DEAD_ON_ARRIVAL = 0.015;
/** A spare that raises the chance by less is not worth its room in the van. */
const LEAST_RAISED = 0.003;
const MOST_SPARES = 6;
/** Backhauls beside those over the air that may give less than is reckoned. */
const MAY_FAIL: readonly FeedKind[] = ['powerline', 'coax', 'bridge'];

/** Something taken along that is not in the plan, and what it does for the day. */
export interface Spare {
  label: string;
  why: string;
  /** What it costs if it is used, minor units of the job's currency. */
  minor: number;
  /** By how much it raises the chance of finishing today, 0 to 1. */
  raises: number;
}

export interface Spares {
  /** Chance of finishing today with what the plan has alone. */
  chance: number;
  /** The one a euro does most with first. */
  spares: Spare[];
}

/** Chance that a unit finds a place where it hears its uplink and what it is for works, by tries alone. */
function findsPlace({ places, covarianceDb2 }: TryTable): number {
  const lower = cholesky(
    covarianceDb2.map((row, i) => Float64Array.from(row, (v, j) => v + (i === j ? 0.25 : 0))),
  );
  const draws = normalDraws(places.length);
  const best = draws.map((z) =>
    places.reduce((most, p, i) => {
      let dB = 0;
      for (let k = 0; k <= i; k++) dB += lower[i]![k]! * z[k]!;
      return p.meanDbm + dB >= p.needDbm ? Math.max(most, p.serves) : most;
    }, 0),
  );
  return best.reduce((a, b) => a + b, 0) / best.length;
}

/** Chance that a backhaul over mains, coax or a bridge carries what it is there for; the air to the devices is taken as it is. */
function carries(context: PlanContext, option: Option, unit: Unit): number {
  const now = predictOption(context, option);
  const fed = predictOption(context, asIfFed(option, unit.id));
  const over = new Set(spotsOver(now, unit.id));
  return now.reduce((least, p, i) => {
    const most = chanceOf(fed[i]!);
    return over.has(p.spotId) && most > 0 ? Math.min(least, Math.min(1, chanceOf(p) / most)) : least;
  }, 1);
}

/** What a wire for a unit instead of its backhaul costs in parts; null where its kit takes none or no way is known. */
function wireMinor(context: PlanContext, option: Option, today: Option, unit: Unit): number | null {
  const parentId = parentIdOf(unit.feed);
  if (!parentId || !kitOf(context, unit).feeds.includes('ethernet')) return null;
  const wired: Unit = { ...unit, feed: plainFeed('ethernet', parentId) };
  const then = { ...option, units: option.units.map((u) => (u.id === unit.id ? wired : u)) };
  if (cableRunOf(context, then, wired)?.isBarred) return null;
  const planned = new Map(partsOf(context, option, today).map((p) => [p.label, p.costMinor]));
  return partsOf(context, then, today).reduce(
    (sum, p) => sum + Math.max(0, p.costMinor - (planned.get(p.label) ?? 0)),
    0,
  );
}

/**
 * What to take along beside the plan: for each backhaul that may not hold a wire, for each kind of unit one more, each with what it
 * raises the chance of finishing today by (backhauls and boxes taken as independent), ordered by what a euro does. A prediction or
 * two a unit; `pause` is awaited between them.
 */
export async function sparesOf(
  context: PlanContext,
  option: Option,
  today: Option,
  pause: () => Promise<void>,
): Promise<Spares> {
  const links: { unit: Unit; chance: number }[] = [];
  for (const unit of option.units) {
    await pause();
    if (unit.feed.kind === 'wireless') {
      const table = tryTable(context, option, unit);
      links.push({ unit, chance: table ? findsPlace(table) : 0 });
    } else if (MAY_FAIL.includes(unit.feed.kind))
      links.push({ unit, chance: carries(context, option, unit) });
  }
  const had = new Set(today.units.map((u) => u.id));
  const bought = option.units.filter((u) => !had.has(u.id));
  const kinds = [
    ...rollup(
      bought,
      (v) => v.length,
      (u) => u.kitId,
    ),
  ];
  const alive = 1 - DEAD_ON_ARRIVAL;
  const chance =
    links.reduce((p, l) => p * l.chance, 1) * kinds.reduce((p, [, count]) => p * alive ** count, 1);
  const wires = links.flatMap(({ unit, chance: own }): Spare[] => {
    const minor = wireMinor(context, option, today, unit);
    if (minor === null || own <= 0) return [];
    return [
      {
        label: `Cable with its ends for ${unit.letter}`,
        why: `its backhaul holds by ${Math.round(100 * own)} %`,
        minor,
        raises: chance / own - chance,
      },
    ];
  });
  const boxes = kinds.flatMap(([kitId, count]): Spare[] => {
    const kit = kitById(kitId, context.ownKit);
    if (!kit) return [];
    // One spare mends one dead box of its kind.
    const without = alive ** count;
    const withOne = without + count * DEAD_ON_ARRIVAL * alive ** count;
    return [
      {
        label: `One more: ${kit.label}`,
        why: count === 1 ? 'a box may be dead' : `one of ${count} boxes may be dead`,
        minor: pricedKit(kit, context.brief.catalogueRate).costMinor,
        raises: (chance / without) * Math.min(1, withOne) - chance,
      },
    ];
  });
  const spares = [...wires, ...boxes]
    .filter((s) => s.raises >= LEAST_RAISED)
    .sort((a, b) => b.raises / Math.max(1, b.minor) - a.raises / Math.max(1, a.minor))
    .slice(0, MOST_SPARES);
  return { chance, spares };
}
