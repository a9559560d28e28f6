import type { Band } from '../../radio/link/bands';
import { chainOf, type Part } from '../../feed/chain';
import { needOf, type Need } from '../../site/model/needs';
import type { Spot } from '../../site/model/schema';
import { accessThrough, leadAccess, type Access } from './access';
import type { PlanContext } from './context';
import { decide, predictedVerdict, type DecidedBy, type Verdict } from './judge';
import { linksOf, pipeOf, rangesOf, type OptionLinks } from './pipe';
import type { Option } from '../option/schema';

/** A client sticks to a unit heard at this level or better and less than this below the best (estimates); under two names to any not yet lost. */
export const STICK_DBM = -72;
export const STICK_WITHIN_DB = 8;

export interface Prediction {
  spotId: string;
  number: number;
  name: string;
  need: Need;
  /** Band the device uses; null without a link, or on a wire. */
  band: Band | null;
  unitId: string | null;
  rssiDbm: number | null;
  /** Spread of that level, dB. */
  sigmaDb: number;
  phyMbps: number;
  downMbps: number;
  upMbps: number;
  downRangeMbps: [number, number];
  upRangeMbps: [number, number];
  /** Loaded round trip, ms. */
  latencyMs: number;
  decidedBy: DecidedBy;
  verdict: Verdict;
  /** Label of the part that holds it back in the deciding direction. */
  heldBackBy: string;
  /** What it would give without that part, Mb/s, and the part that would hold it back then. */
  wouldGiveMbps: number;
  thenHeldBackBy: string;
  pipe: Part[];
  narrowest: number;
  /** The unit a device that does not let go may stay on, and what it gets there. */
  stuck: { unitId: string; downMbps: number; upMbps: number } | null;
  /** Why there is no link, where there is none. */
  problem: string | null;
}

function noLink(spot: Spot, need: Need, problem: string): Prediction {
  return {
    spotId: spot.id,
    number: spot.number,
    name: spot.name,
    need,
    band: null,
    unitId: null,
    rssiDbm: null,
    sigmaDb: 0,
    phyMbps: 0,
    downMbps: 0,
    upMbps: 0,
    downRangeMbps: [0, 0],
    upRangeMbps: [0, 0],
    latencyMs: 0,
    decidedBy: 'down',
    verdict: 'silent',
    heldBackBy: problem,
    wouldGiveMbps: 0,
    thenHeldBackBy: '',
    pipe: [],
    narrowest: 0,
    stuck: null,
    problem,
  };
}

/** Predicts one spot of an option: the unit and band its device would use, the chain to it, range and verdict. */
export function predictSpot(
  context: PlanContext,
  option: Option,
  links: OptionLinks,
  spot: Spot,
): Prediction {
  const need = needOf(spot.activities, context.site.activityLimits);
  const wired = option.wiredSpots.find((w) => w.spotId === spot.id);
  const wiredUnit = wired && option.units.find((u) => u.id === wired.unitId && links.paths.has(u.id));
  const ways = option.units
    .filter((u) => links.paths.has(u.id))
    .map((u) => accessThrough(context, links.air, u, spot))
    .filter((a) => a !== null)
    .sort((a, b) => b.levelDbm - a.levelDbm);
  const access = wiredUnit ? leadAccess(context, wiredUnit) : ways[0];
  if (!access) {
    const reason =
      option.units.length === 0
        ? 'no unit is placed yet'
        : links.paths.size === 0
          ? 'no unit is joined to the line'
          : 'no unit has a band this device may use here';
    return noLink(spot, need, reason);
  }
  const pipe = pipeOf(context, links, access, spot, []);
  const chain = chainOf(pipe);
  const ranges = rangesOf(context, links, access, spot);
  const decided = decide(
    { downMbps: chain.downMbps, upMbps: chain.upMbps, latencyMs: chain.latencyMs },
    need,
  );
  const narrowest = decided === 'up' ? chain.narrowestUp : chain.narrowestDown;
  const { names } = context.brief.policies;
  const mayStick = (a: Access): boolean =>
    names === 'two'
      ? a.at(0).downMbps > 0
      : a.levelDbm >= STICK_DBM && a.levelDbm > access.levelDbm - STICK_WITHIN_DB;
  // Ways stand strongest first, so the last that may hold on to a device is the worst.
  const stuckWay = wiredUnit ? undefined : ways.filter((a) => a !== access && mayStick(a)).pop();
  const stuckChain = stuckWay && chainOf(pipeOf(context, links, stuckWay, spot, []));
  const slowest = pipe.reduce((worst, part, i) => (part.latencyMs > pipe[worst]!.latencyMs ? i : worst), 0);
  const held = decided === 'latency' ? slowest : narrowest;
  return {
    spotId: spot.id,
    number: spot.number,
    name: spot.name,
    need,
    band: access.end?.band ?? null,
    unitId: access.unit.id,
    rssiDbm: access.end ? access.levelDbm : null,
    sigmaDb: access.sigmaDb,
    phyMbps: access.phyMbps,
    downMbps: chain.downMbps,
    upMbps: chain.upMbps,
    downRangeMbps: ranges.down,
    upRangeMbps: ranges.up,
    latencyMs: chain.latencyMs,
    decidedBy: decided,
    verdict: predictedVerdict(
      { downMbps: chain.downMbps, upMbps: chain.upMbps, latencyMs: chain.latencyMs },
      { downMbps: ranges.down[0], upMbps: ranges.up[0], latencyMs: chain.latencyMs },
      need,
    ),
    heldBackBy: pipe[held]!.label,
    wouldGiveMbps: decided === 'up' ? chain.nextUpMbps : chain.nextDownMbps,
    thenHeldBackBy: pipe[decided === 'up' ? chain.secondUp : chain.secondDown]!.label,
    pipe,
    narrowest: held,
    stuck:
      stuckWay && stuckChain
        ? { unitId: stuckWay.unit.id, downMbps: stuckChain.downMbps, upMbps: stuckChain.upMbps }
        : null,
    problem:
      access.at(0).downMbps === 0 ? `too weak to hold a link (${access.levelDbm.toFixed(0)} dBm)` : null,
  };
}

/** Predicts every spot of a site under an option, in the order of their numbers. */
export function predictOption(context: PlanContext, option: Option): Prediction[] {
  const links = linksOf(context, option);
  return [...context.site.spots]
    .sort((a, b) => a.number - b.number)
    .map((spot) => predictSpot(context, option, links, spot));
}
