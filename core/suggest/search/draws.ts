import isEqual from 'fast-deep-equal';
import { apartM } from '../../site/geometry/apart';
import { chainOf } from '../../feed/chain';
import { needOf, type Need } from '../../site/model/needs';
import type { Spot } from '../../site/model/schema';
import type { PlanContext } from '../../plan/network/context';
import { meets } from '../../plan/links/judge';
import type { Part, Rates, UnsureLink } from '../../plan/links/part';
import { accessesOf } from '../../plan/links/access';
import { heldSpots, isAllHeld } from '../../plan/links/busyHour';
import { houseOf } from '../../plan/links/house';
import { metOn, type Hop, type HopBand } from '../../plan/links/hop';
import { mediaOf } from '../../plan/links/media';
import { choiceDbm } from '../../plan/links/choice';
import { linksOf, pipeOf } from '../../plan/links/pipe';
import { waysTo } from '../../plan/predict/predict';
import type { Prediction } from '../../plan/predict/prediction';
import type { Option, Unit } from '../../plan/option/schema';
import type { Band } from '../../radio/link/bands';
import { covarianceDb2, SPEED_LOCAL_LN } from '../../radio/learning/beliefs';
import type { Features } from '../../radio/propagation/features';
import { SHADOWING_BAND_CORRELATION } from '../../radio/learning/shadowing';
import { cholesky } from '../../stats/cholesky';
import { normalQuantile } from '../../stats/normalDraws';
import { seeded } from '../../stats/seeded';

/** Distance over which what is left of shadowing is alike, m (numbers: exp(−Δ / 2.5 m)). */
const ALIKE_M = 2.5;

/** How a chance is drawn: how often, and from where; fewer draws do where plans are only held against each other. */
export interface Drawing {
  draws: number;
  seed: number;
}

/** A way a device could take: which it takes is what it hears best as the draw falls. */
interface Way {
  pipe: readonly UnsureLink[];
  unitId: string;
  /** The band and level of its air; null on a wire. */
  air: { band: Band; levelDbm: number; link: UnsureLink } | null;
}

/** A spot with the ways its device could take, the likeliest first. */
export interface Ways {
  spot: Spot;
  need: Need;
  ways: readonly Way[];
}

/** A level that is unsure: of a hop, or of the air to one spot. */
interface Level {
  link: UnsureLink;
  features: Features;
  ownDb: number;
  at: { xM: number; yM: number; unitId: string; band: Band } | null;
}

/** Spread of a loaded round trip from one time to another, as a natural logarithm (estimate). */
const LATENCY_SIGMA_LN = 0.15;
/** What a reading differs by at another visit, as natural logarithms: of its speeds, and of its loaded round trip (held against practice houses). */
const LATER_SIGMA_LN = 0.05;
const LATER_LATENCY_SIGMA_LN = 0.12;
/** How unsure that is which the air would carry where something else held back what was read, the same (held against practice houses). */
const CARRIES_SIGMA_LN = 0.4;
/** Ways that are this much weaker than the best, by what a device goes by, are never taken, dB. */
const NEVER_DB = 18;
/** Ways of one spot that are drawn at most. */
const MOST_WAYS = 4;

/** Whether a unit stood where it stands when a spot was read: its device chose then, and did not choose it. */
const stoodWhenRead = (context: PlanContext, spot: Spot, unit: Unit): boolean =>
  context.read.some(
    ({ option, spots }) =>
      spots.get(spot.id)?.some((r) => r.device === spot.client) &&
      option.units.some((u) => u.id === unit.id && isEqual(u.place, unit.place)),
  );

/** The ways of every spot's device, and spots that have none. */
export function waysOf(context: PlanContext, option: Option): { ways: Ways[]; lost: Spot[] } {
  const links = linksOf(context, option);
  const ways: Ways[] = [];
  const lost: Spot[] = [];
  for (const spot of [...context.site.spots].sort((a, b) => a.number - b.number)) {
    const first = waysTo(context, option, links, spot)[0];
    if (!first) {
      lost.push(spot);
      continue;
    }
    const isChosen = stoodWhenRead(context, spot, first.unit);
    const others = first.end
      ? option.units
          .filter((u) => links.paths.has(u.id))
          .flatMap((u) => accessesOf(context, links.air, u, spot))
          .sort((a, b) => b.choiceDbm - a.choiceDbm)
          .filter((a) => a.choiceDbm > first.choiceDbm - NEVER_DB)
          .filter((a, i) => i === 0 || !isChosen || !stoodWhenRead(context, spot, a.unit))
          .slice(0, MOST_WAYS)
      : [first];
    ways.push({
      spot,
      need: needOf(spot.activities, context.site.activityLimits),
      ways: others.map((access) => ({
        pipe: pipeOf(context, links, access, spot),
        unitId: access.unit.id,
        air: access.end && { band: access.end.band, levelDbm: access.levelDbm, link: access.link() },
      })),
    });
  }
  return { ways, lost };
}

/** Covariance of two levels: what they lean on together, and shadowing that is alike near by. */
function covariance(context: PlanContext, a: Level, b: Level): number {
  const shared = covarianceDb2(context.beliefs, a.features, b.features);
  if (a === b) return shared + a.ownDb ** 2;
  if (!a.at || !b.at || a.at.unitId !== b.at.unitId) return shared;
  const offM = apartM(a.at, b.at);
  const bands = a.at.band === b.at.band ? 1 : SHADOWING_BAND_CORRELATION;
  return shared + a.ownDb * b.ownDb * bands * Math.exp(-offM / ALIKE_M);
}

/** Bands a hop of the backhaul could go by; null for anything else. */
const bandsOf = (link: UnsureLink): readonly HopBand[] | null =>
  'bands' in link ? (link as Hop).bands! : null;

/** Every link that could carry what one does: a hop by air could go by any band the two have in common. */
const linksIn = (link: UnsureLink): UnsureLink[] => bandsOf(link)?.map((b) => b.link) ?? [link];

/** The air of a pipe that was read, as it may be at another time: where the line or the device held it back the reading said little of it. */
function airLater(part: Part, normal: () => number): Part {
  if (part.kind !== 'air') return part;
  const by = Math.exp((part.carries ? CARRIES_SIGMA_LN : LATER_SIGMA_LN) * normal());
  const at = ({ downMbps, upMbps }: Rates): Rates => ({ downMbps: downMbps * by, upMbps: upMbps * by });
  return part.carries ? { ...part, carries: at(part.carries) } : { ...part, ...at(part) };
}

/** One draw of everything that is unsure: whether each spot works alone, and at the busy hour where that is asked for. */
export interface Draw {
  alone: readonly boolean[];
  atBusyHour: () => readonly boolean[];
  /** The same of all spots at once, no further than to the first that fails. */
  isAllHeld: () => boolean;
}

/**
 * Draws of a plan, the same in the same order whenever they are made: walls, devices, shadowing and links are drawn together, since
 * what is wrong with one wall is wrong for all spots behind it. A device takes the unit and band it hears best as the draw falls.
 */
export function* drawsOf(
  context: PlanContext,
  option: Option,
  ways: readonly Ways[],
  predictions: readonly Prediction[],
  { draws, seed }: Drawing,
): Generator<Draw> {
  const levels: Level[] = [];
  const rough: UnsureLink[] = [];
  const levelAt = new Map<UnsureLink, number>();
  const roughAt = new Map<UnsureLink, number>();
  for (const { spot, way } of ways.flatMap(({ spot, ways: open }) => open.map((way) => ({ spot, way }))))
    for (const link of way.pipe.flatMap(linksIn)) {
      if (link.level && !levelAt.has(link)) {
        const own = way.air?.link === link ? { ...spot.place, unitId: way.unitId, band: way.air.band } : null;
        levelAt.set(link, levels.push({ link, ...link.level, at: own }) - 1);
      } else if (!link.level && link.sigmaLn > 0 && !roughAt.has(link))
        roughAt.set(link, rough.push(link) - 1);
    }
  const matrix = levels.map((a, i) =>
    Float64Array.from(levels, (b, k) => (k > i ? 0 : covariance(context, a, b) + (k === i ? 1e-6 : 0))),
  );
  const factor = levels.length > 0 ? cholesky(matrix) : [];
  const next = seeded(seed);
  const normal = () => normalQuantile(Math.min(1 - 1e-9, Math.max(1e-9, next())));
  const read = new Map(predictions.flatMap((p) => (p.runs > 0 ? [[p.spotId, p] as const] : [])));
  const house = houseOf(context);
  const media = mediaOf(context, option);
  const seats = new Map(house.asked.map((a, i) => [a.spotId, i]));
  const bands = ['2.4', '5', '6'] as const;
  for (let k = 0; k < draws; k++) {
    const z = levels.map(() => normal());
    const shifts = factor.map((row, i) => {
      let sum = 0;
      for (let j = 0; j <= i; j++) sum += row[j]! * z[j]!;
      return sum;
    });
    const commons = new Map(bands.map((b) => [b, normal()] as const));
    const locals = levels.map(() => normal());
    const factors = rough.map((link) => Math.exp(link.sigmaLn * normal()));
    // A device takes the way it hears best as this draw has it.
    const heard = ({ air }: Way) => {
      if (!air) return Infinity;
      const i = levelAt.get(air.link);
      return choiceDbm(air.band, air.levelDbm + (i === undefined ? 0 : shifts[i]!));
    };
    // A hop goes by one band for all that hangs on it, by which the two hear each other as this draw has it.
    const metOver = new Map<UnsureLink, UnsureLink>();
    const metBy = (link: UnsureLink): UnsureLink => {
      const open = bandsOf(link);
      if (!open) return link;
      let met = metOver.get(link);
      if (!met) metOver.set(link, (met = metOn(open, (b) => shifts[levelAt.get(b.link) ?? -1] ?? 0)!.link));
      return met;
    };
    // A hop carries all spots behind it: it is drawn once.
    const known = new Map<UnsureLink, Part>();
    const drawn = (link: UnsureLink): Part => {
      const i = levelAt.get(link);
      const r = roughAt.get(link);
      // What is sure is what it is in every draw.
      if (i === undefined && r === undefined && link.mostMbps === Infinity) return link.part;
      let part = known.get(link);
      if (part) return part;
      const rates = i === undefined ? link.part : link.ratesAt(shifts[i]!);
      let by = r === undefined ? 1 : factors[r]!;
      if (i !== undefined && link.sigmaLn > 0 && link.part.why.kind === 'air') {
        const common = Math.sqrt(Math.max(0, link.sigmaLn ** 2 - SPEED_LOCAL_LN ** 2));
        by = Math.exp(common * commons.get(link.part.why.band)! + SPEED_LOCAL_LN * locals[i]!);
      }
      part = {
        ...link.part,
        downMbps: Math.min(link.mostMbps, rates.downMbps * by),
        upMbps: Math.min(link.mostMbps, rates.upMbps * by),
      };
      known.set(link, part);
      return part;
    };
    const pipes: (readonly Part[] | null)[] = house.asked.map(() => null);
    const alone = ways.map(({ spot, ways: open, need }) => {
      const was = read.get(spot.id);
      const way = open.length === 1 ? open[0]! : open.reduce((a, b) => (heard(b) > heard(a) ? b : a));
      if (was && way === open[0]) {
        // What was read scatters as its runs do, and from one visit to the next.
        const between = ([low, high]: readonly [number, number]) => low + (high - low) * next();
        const outcome = {
          downMbps: between(was.downRangeMbps) * Math.exp(LATER_SIGMA_LN * normal()),
          upMbps: between(was.upRangeMbps) * Math.exp(LATER_SIGMA_LN * normal()),
          latencyMs: was.latencyMs * Math.exp(LATER_LATENCY_SIGMA_LN * normal()),
        };
        if (was.downMbps > 0 && was.upMbps > 0)
          pipes[seats.get(spot.id)!] = was.pipe.map((part) => airLater(part, normal));
        return meets(outcome, need);
      }
      const parts = way.pipe.map((link) => drawn(metBy(link)));
      const chain = chainOf(parts);
      if (chain.downMbps > 0 && chain.upMbps > 0) pipes[seats.get(spot.id)!] = parts;
      const latencyMs = chain.latencyMs * Math.exp(LATENCY_SIGMA_LN * normal());
      return meets({ ...chain, latencyMs }, need);
    });
    yield {
      alone,
      atBusyHour: () => {
        const held = heldSpots(house, media, pipes);
        return ways.map(({ spot }) => held[seats.get(spot.id)!]!);
      },
      isAllHeld: () => isAllHeld(house, media, pipes),
    };
  }
}
