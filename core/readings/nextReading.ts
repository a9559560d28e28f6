import { maxIndex } from 'd3-array';
import { hearing } from '../plan/links/access';
import { pointOf, type PlanContext } from '../plan/network/context';
import type { Option } from '../plan/option/schema';
import type { Prediction } from '../plan/predict/prediction';
import { Z90, covarianceDb2, ownSigmaDb, strengthOf, withEnds } from '../radio/learning/beliefs';
import { shadowCovariance, type ShadowPoint } from '../radio/learning/shadowing';
import type { Features } from '../radio/propagation/features';
import type { Spot } from '../site/model/schema';
import { normalCdf } from '../stats/normal';

/** A network with what it is predicted to give. */
export interface Predicted {
  option: Option;
  predictions: readonly Prediction[];
}

/**
 * For the network of an id: the spot to read next, with the spot whose verdict that makes surest and the chance that it is told wrong now and after, 0 to 1; or
 * that two more readings would hardly change what is told of any spot.
 */
export type NextReading = { networkId: string } & (
  | { kind: 'read'; spotId: string; helps: { spotId: string; nowRisk: number; thenRisk: number } }
  | { kind: 'enough' }
);

/** Noise of one reading of a level, dB (estimate). */
const NOISE_DB = 2;
/** Spots that can be read, and spots whose verdict hangs on it, weighed at most. */
const MOST = 60;
/** A spot told wrong less often than this is settled. */
const SETTLED_RISK = 0.01;
/** Two readings that change a verdict less often than this are not worth a walk (estimate). */
const HARDLY = 0.05;
/** What is out of reach by more than this many spreads is as good as sure. */
const SURE = 3;

/** How a level at a spot comes: what it leans on, and what it strays by for itself. */
interface Way extends ShadowPoint {
  features: Features;
  /** Variance of what it leans on and of its own, dB². */
  variance: number;
}

function wayTo(context: PlanContext, { option, predictions }: Predicted, spot: Spot): Way | null {
  const p = predictions.find((q) => q.spotId === spot.id);
  const unit = option.units.find((u) => u.id === p?.unitId) ?? option.units[0];
  const band = p?.band ?? '2.4';
  const heard = unit && hearing(context, unit, spot, band);
  if (!unit || !heard) return null;
  const { beliefs, site } = context;
  const features = withEnds(heard.path.features, unit.id, spot.client, band);
  return {
    ...pointOf(site, spot.place),
    from: pointOf(site, unit.place),
    band,
    strength: strengthOf(beliefs.strength, heard.path.features, band),
    features,
    variance: beliefs.sigmaDb(features) ** 2 + ownSigmaDb(beliefs, heard.path.features, band) ** 2,
  };
}

/** How many spreads a direction lies above what is needed; negative is below. */
function above(mbps: number, [low, high]: readonly [number, number], need: number): number {
  if (need <= 0 || low >= need) return SURE;
  if (high < need || mbps <= 0) return -SURE;
  const spreadLn = Math.log(high / Math.max(low, 0.05)) / (2 * Z90);
  return spreadLn > 0 ? Math.log(mbps / need) / spreadLn : mbps >= need ? SURE : -SURE;
}

/** How far a spot is from being told otherwise, in spreads: by its worse direction. */
const marginOf = (p: Prediction): number =>
  p.runs > 0
    ? SURE
    : Math.min(
        above(p.downMbps, p.downRangeMbps, p.need.downMbps),
        above(p.upMbps, p.upRangeMbps, p.need.upMbps),
      );

const SHARES = Array.from({ length: 41 }, (_, i) => -3.2 + 0.16 * i);
const WEIGHTS = SHARES.map((x) => Math.exp((-x * x) / 2));
const ALL = WEIGHTS.reduce((a, b) => a + b, 0);

/**
 * Chance that a spot is told wrong once a part of its variance is known, 0 to 1: what will be told is drawn from what is believed
 * now, and the rest of the spread stands behind it.
 */
function riskAfter(margin: number, known: number): number {
  const [told, left] = [Math.sqrt(known), Math.sqrt(Math.max(1e-9, 1 - known))];
  const sum = SHARES.reduce(
    (all, x, i) => all + WEIGHTS[i]! * normalCdf(-Math.abs(margin + told * x) / left),
    0,
  );
  return sum / ALL;
}

/**
 * Which spot not read yet to read next: the one whose reading of today's network most lowers the chance that a spot of the network
 * at hand is told wrong, summed over its spots. What a reading tells of a level is what both lean on and, where the unit stays, the
 * shadowing they share (Gaussian update). Null where nothing is left to read.
 */
export function nextReading(
  context: PlanContext,
  today: Predicted,
  atHand: Predicted,
  isRead: (spot: Spot) => boolean,
): NextReading | null {
  const { spots } = context.site;
  const open = spots
    .filter((s) => !isRead(s))
    .slice(0, MOST)
    .flatMap((spot) => {
      const way = wayTo(context, today, spot);
      return way ? [{ spot, way }] : [];
    });
  if (open.length === 0) return null;
  const unsure = atHand.predictions
    .flatMap((p) => {
      const spot = spots.find((s) => s.id === p.spotId);
      const margin = marginOf(p);
      const nowRisk = riskAfter(margin, 0);
      const way = spot && nowRisk > SETTLED_RISK ? wayTo(context, atHand, spot) : null;
      return way ? [{ spotId: p.spotId, way, margin, nowRisk }] : [];
    })
    .sort((a, b) => b.nowRisk - a.nowRisk)
    .slice(0, MOST);
  const known = open.map(({ way: read }) =>
    unsure.map(({ way }) => {
      const shared =
        covarianceDb2(context.beliefs, read.features, way.features) + shadowCovariance(read, way);
      return Math.min(1, shared ** 2 / ((read.variance + NOISE_DB ** 2) * way.variance));
    }),
  );
  const falls = known.map((row) =>
    unsure.map(({ margin, nowRisk }, k) => nowRisk - riskAfter(margin, row[k]!)),
  );
  const worth = falls.map((row) => row.reduce((a, b) => a + b, 0));
  const best = maxIndex(worth);
  const isEnough = unsure.every(({ margin }, k) => {
    const two = known.map((row) => row[k]!).sort((a, b) => b - a);
    const both = Math.min(1, (two[0] ?? 0) + (two[1] ?? 0));
    return both === 0 || normalCdf(-Math.abs(margin) / Math.sqrt(both)) < HARDLY;
  });
  const networkId = atHand.option.id;
  if (isEnough) return { networkId, kind: 'enough' };
  const most = maxIndex(falls[best]!);
  const { spotId, nowRisk } = unsure[most]!;
  const helps = { spotId, nowRisk, thenRisk: nowRisk - falls[best]![most]! };
  return { networkId, kind: 'read', spotId: open[best]!.spot.id, helps };
}
