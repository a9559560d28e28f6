import type { Brief } from '../brief/brief';
import type { Reading } from '../evidence/rows';
import type { Spot } from '../site/model/schema';
import { levelText } from '../site/model/levelText';
import { median } from '../stats/median';

/** A run may come out so much above its ceiling before it is doubted: tests and contracts are round figures. */
const OVER = 1.3;
/** A run this many times off the middle of the others at its place is doubted. */
const OFF_THE_OTHERS = 6;
/** Levels outside this are nearer than a hand's breadth, or nothing a device could hold, dBm. */
const LOUDEST_DBM = -18;
const FAINTEST_DBM = -95;
/** A level this far from what is expected at the place is doubted, dB: four times what the model misses by. */
const FAR_FROM_EXPECTED_DB = 20;
/** A speed this many times under or over the range that is expected is doubted: good news is believed sooner than a decimal slip. */
const UNDER_EXPECTED = 5;
const OVER_EXPECTED = 8;
/** Speeds below this are failures, whatever was expected, Mb/s. */
const FAILING_MBPS = 1;
/** No internet test answers sooner, ms. */
const SOONEST_MS = 0.5;

export interface Expected {
  /** dBm; null where none is. */
  rssiDbm: number | null;
  /** Range of the median run down, Mb/s. */
  downLowMbps: number;
  downHighMbps: number;
}

/** What is known where a run is entered. */
export interface KnownThere {
  /** The line by cable, else by contract, Mb/s. */
  line: { downMbps: number; upMbps: number; measured: boolean };
  /** Other runs at the same place in the same phase. */
  others: readonly Pick<Reading, 'downMbps' | 'upMbps' | 'connected'>[];
  /** What the calibrated model expects there of this network; null is not known. */
  expected: Expected | null;
  /** Whether somebody complains of this very place: what is bad there is no news. */
  isKnownBad: boolean;
  /** The device it is taken with, and the most its kind moves, Mb/s; null by cable. */
  device: { label: string; ceilingMbps: number } | null;
}

/** Whether somebody complains of a spot: at the spot itself, or in the brief. */
export const isComplainedOf = (brief: Pick<Brief, 'complaints'>, spot: Spot): boolean =>
  spot.complaint.trim() !== '' || brief.complaints.some((c) => c.spotId === spot.id && c.words.trim() !== '');

type Typed = Pick<
  Reading,
  'downMbps' | 'upMbps' | 'loadedMs' | 'idleMs' | 'rssiDbm' | 'target' | 'connected'
>;

const round = (n: number) => String(Math.round(n * 10) / 10);

/** Why one speed is hard to believe; null where it is not. */
function speedDoubt(run: Typed, key: 'downMbps' | 'upMbps', known: KnownThere): string | null {
  const mbps = run[key];
  if (mbps === null) return null;
  const name = key === 'downMbps' ? 'Down' : 'Up';
  const line = known.line[key];
  if (run.target === 'internet' && mbps > OVER * line)
    return `${name} ${round(mbps)} Mb/s is more than the line gives: ${round(line)} ${known.line.measured ? 'by cable' : 'by contract'}.`;
  const { device } = known;
  if (device && mbps > OVER * device.ceilingMbps)
    return `${name} ${round(mbps)} Mb/s is more than a ${device.label} can move, about ${device.ceilingMbps}.`;
  const others = known.others.flatMap((r) => (r.connected && r[key] !== null && r[key] > 0 ? [r[key]] : []));
  const middle = others.length >= 2 ? median(others)! : null;
  if (middle !== null && mbps > 0 && (mbps > OFF_THE_OTHERS * middle || mbps < middle / OFF_THE_OTHERS))
    return `${name} ${round(mbps)} Mb/s is far from the other runs here, about ${round(middle)}.`;
  return key === 'downMbps' && middle === null ? beyondExpected(mbps, run.target, known) : null;
}

/** Why a first run is far from what the house lets expect; null where it is not. */
function beyondExpected(mbps: number, target: Typed['target'], known: KnownThere): string | null {
  const { expected } = known;
  if (!expected || expected.downHighMbps <= FAILING_MBPS) return null;
  const range = `${round(expected.downLowMbps)} to ${round(expected.downHighMbps)} Mb/s`;
  // A test to the house is not held back by the line, which the expectation is.
  if (target === 'internet' && mbps > OVER_EXPECTED * expected.downHighMbps)
    return `Down ${round(mbps)} Mb/s is far more than is expected here, ${range}: is this the place, and the unit that is meant?`;
  if (mbps > 0 && !known.isKnownBad && mbps * UNDER_EXPECTED < expected.downLowMbps)
    return `Down ${round(mbps)} Mb/s is far less than is expected here, ${range}: has the device kept to another unit, does a microwave run, does another device load the line?`;
  return null;
}

/**
 * What about a run is far from what is possible or expected, in words: it is kept and asked about, and counts like any other once
 * somebody says that it is right. At a place people complain of nobody is asked why it is bad.
 */
export function doubtsOf(run: Typed, known: KnownThere): string[] {
  if (!run.connected) return [];
  const out = [speedDoubt(run, 'downMbps', known), speedDoubt(run, 'upMbps', known)];
  const { rssiDbm } = run;
  if (rssiDbm !== null && (rssiDbm > LOUDEST_DBM || rssiDbm < FAINTEST_DBM))
    out.push(
      `Signal ${levelText(rssiDbm)} is ${rssiDbm > 0 ? 'not a level: it has a minus' : rssiDbm > LOUDEST_DBM ? 'louder than beside the router' : 'too faint to hold a connection'}.`,
    );
  else if (
    rssiDbm !== null &&
    known.expected &&
    known.expected.rssiDbm !== null &&
    Math.abs(rssiDbm - known.expected.rssiDbm) > FAR_FROM_EXPECTED_DB &&
    !(known.isKnownBad && rssiDbm < known.expected.rssiDbm)
  )
    out.push(
      `Signal ${levelText(rssiDbm)} is far from what the house lets expect, ${levelText(known.expected.rssiDbm)}: is it another unit than thought?`,
    );
  for (const [name, ms] of [
    ['Under load', run.loadedMs],
    ['Idle', run.idleMs],
  ] as const)
    if (ms !== null && ms < SOONEST_MS) out.push(`${name} ${round(ms)} ms is sooner than any test answers.`);
  if (run.loadedMs !== null && run.idleMs !== null && run.loadedMs < 0.7 * run.idleMs)
    out.push(`Under load ${round(run.loadedMs)} ms is sooner than idle ${round(run.idleMs)} ms.`);
  return out.filter((d) => d !== null);
}
