import { BANDS, BAND_INDEX, SHADOWING_DB, type Band } from '../radio/link/bands';
import { levelSigmaDb, withEnds, type Beliefs } from '../radio/learning/beliefs';
import type { Features } from '../radio/propagation/features';
import { quietMbpsAt, type PreparedLink } from '../radio/link/link';
import { radioPath } from '../radio/propagation/path';
import type { Spot3 } from '../radio/geometry/crossings';
import { airKey } from '../plan/links/airtime';
import { choiceDbm } from '../plan/links/choice';
import { atNoLoss } from '../plan/links/access';
import type { PlanContext } from '../plan/network/context';
import type { Rates } from '../plan/links/part';
import type { OptionLinks } from '../plan/links/pipe';
import type { Option, Unit } from '../plan/option/schema';
import type { ClientTypeId, Spot } from '../site/model/schema';

/** A frozen network with what every reading in it asks for. */
export interface ReadNetwork {
  context: PlanContext;
  option: Option;
  links: OptionLinks;
}

/** The way one device hears one unit in a band at a place. */
export interface ReceivedLevel {
  unit: Unit;
  band: Band;
  at: Spot3;
  from: Spot3;
  /** The link at a path loss of 0 and no shift, with the antenna's gain towards the place. */
  link: PreparedLink;
  /** Airtime that is free to it, 0 to 1. */
  airShare: number;
  /** Level before any offset, and what it leans on. */
  predict(beliefs: Beliefs): { value: number; features: Features };
  /** Level under the beliefs of the network's context and its spread, dB. */
  levelDbm: number;
  sigmaDb: number;
}

function heardFrom(
  { context, links }: ReadNetwork,
  unit: Unit,
  spot: Pick<Spot, 'place'>,
  band: Band,
  device: ClientTypeId,
): ReceivedLevel | null {
  const { scene, beliefs } = context;
  const ends = atNoLoss(context, unit, spot, device, band);
  if (!ends) return null;
  const { from, at, link } = ends;
  const predict = (now: Beliefs) => {
    const path = radioPath(scene, from, at, band, now.correction);
    return { value: link.downDbm - path.lossDb, features: withEnds(path.features, unit.id, device, band) };
  };
  const { value, features } = predict(beliefs);
  return {
    unit,
    band,
    at,
    from,
    link,
    airShare: links.air.get(airKey(unit.id, band))!,
    predict,
    levelDbm: value + beliefs.shiftDb(features),
    sigmaDb: levelSigmaDb(beliefs, features, band),
  };
}

/** Every unit and band a device could hear at a spot. */
export function allHeard(
  read: ReadNetwork,
  spot: Pick<Spot, 'place'>,
  device: ClientTypeId,
): ReceivedLevel[] {
  return read.option.units
    .filter((unit) => read.links.paths.has(unit.id))
    .flatMap((unit) => BANDS.map((band) => heardFrom(read, unit, spot, band, device)))
    .filter((heard) => heard !== null);
}

/** Mb/s both ways a device moves at a level on a quiet way, airtime taken off; 0 where the link does not hold. */
function ratesAt({ link, airShare }: ReceivedLevel, levelDbm: number): Rates {
  const { downMbps, upMbps } = quietMbpsAt(link, levelDbm - link.downDbm);
  return { downMbps: downMbps * airShare, upMbps: upMbps * airShare };
}

const speedAt = (heard: ReceivedLevel, levelDbm: number): number => ratesAt(heard, levelDbm).downMbps;

const LOW_DBM = -95;
const HIGH_DBM = -30;

/** Levels round one whose speeds are taken together, dB: the ladder of rates has steps of about three. */
const ROUND_IT_DB = [-3, -1.5, 0, 1.5, 3];

/** What a level gives both ways, the steps of the ladder of rates smoothed, Mb/s. */
export function usualRates(heard: ReceivedLevel, levelDbm: number): Rates {
  let [downMbps, upMbps] = [0, 0];
  for (const db of ROUND_IT_DB) {
    const rates = ratesAt(heard, levelDbm + db);
    downMbps += rates.downMbps / ROUND_IT_DB.length;
    upMbps += rates.upMbps / ROUND_IT_DB.length;
  }
  return { downMbps, upMbps };
}

/** The same down alone. */
export const usualMbps = (heard: ReceivedLevel, levelDbm: number): number =>
  usualRates(heard, levelDbm).downMbps;

/** The weakest level that gives a speed, dBm; null where no level gives so much. */
export function levelForSpeed(heard: ReceivedLevel, mbps: number): number | null {
  if (speedAt(heard, HIGH_DBM) < mbps) return null;
  let [low, high] = [LOW_DBM, HIGH_DBM];
  while (high - low > 0.1) {
    const middle = (low + high) / 2;
    if (speedAt(heard, middle) >= mbps) high = middle;
    else low = middle;
  }
  return high;
}

/** Weakest level at which a device still holds a link, dBm. */
export const lostBelowDbm = (heard: ReceivedLevel): number => levelForSpeed(heard, 0.1) ?? LOW_DBM;

/** How far a device's choice may stray from what it goes by, dB (estimate: it sticks, and measures on its own). */
const CHOICE_SPREAD_DB = 4;

/**
 * How likely each of several ways is the one a reading came over: what the device would choose, held against the level or the
 * speed that was read. `levelOf` is the level read over a way, dBm, or the one it would need for the speed read; null where it
 * gives so much at no level. `noiseDb` is the spread of that.
 */
export function likelihoods(
  ways: readonly ReceivedLevel[],
  levelOf: (heard: ReceivedLevel) => number | null,
  noiseDb: number,
): number[] {
  const best = Math.max(...ways.map((w) => choiceDbm(w.band, w.levelDbm)));
  const raw = ways.map((w) => {
    const behind =
      (best - choiceDbm(w.band, w.levelDbm)) / Math.hypot(CHOICE_SPREAD_DB, SHADOWING_DB[BAND_INDEX[w.band]]);
    const read = levelOf(w);
    if (read === null) return 0;
    const off = (read - w.levelDbm) / Math.hypot(w.sigmaDb, noiseDb);
    return Math.exp(-0.5 * (behind * behind + off * off)) / w.sigmaDb;
  });
  const sum = raw.reduce((a, b) => a + b, 0);
  return sum > 0 ? raw.map((w) => w / sum) : raw.map(() => 0);
}
