import { chainOf } from '../../feed/chain';
import { needOf, type Need } from '../../site/model/needs';
import type { Spot } from '../../site/model/schema';
import type { Option } from '../option/schema';
import { accessThrough, leadAccess, type Access } from '../links/access';
import { ruledByRead } from './asRead';
import type { NetworkRead } from '../network/read';
import { ownedBy } from '../../stats/lru';
import { atBusyHour } from './evening';
import type { PlanContext } from '../network/context';
import { decide, hasNoSignal, meets, predictedVerdict } from '../links/judge';
import type { UnsureLink } from '../links/part';
import { linksOf, lowReaches, pipeOf, rangesOf, type OptionLinks } from '../links/pipe';
import type { Verdict } from '../../site/model/verdict';
import { type Prediction, noLink } from './prediction';
import { mayStick } from './sticking';

/** Ways the device at a spot has to the network: the wire it is on, else every unit it hears, the one it chooses first. */
export function waysTo(context: PlanContext, option: Option, links: OptionLinks, spot: Spot): Access[] {
  const joined = option.units.filter((u) => links.paths.has(u.id));
  const wired = option.wiredSpots.find((w) => w.spotId === spot.id);
  const wiredUnit = wired && joined.find((u) => u.id === wired.unitId);
  if (wiredUnit) return [leadAccess(context, wiredUnit, wired.dataRunId)];
  return joined
    .flatMap((u) => accessThrough(context, links.air, u, spot) ?? [])
    .sort((a, b) => b.choiceDbm - a.choiceDbm);
}

/** What a pipe gives, with its range and whether that meets a need. */
function judgedPipe(pipe: readonly UnsureLink[], need: Need) {
  const chain = chainOf(pipe.map((link) => link.part));
  const ranges = rangesOf(pipe);
  const verdict = predictedVerdict(
    chain,
    { downMbps: ranges.down[0], upMbps: ranges.up[0], latencyMs: chain.latencyMs },
    need,
  );
  return { chain, ranges, verdict };
}

/** The verdict of a pipe alone, as `judgedPipe` gives it, or by a low end of another share: what only that decides is asked last. */
export function pipeVerdict(pipe: readonly UnsureLink[], need: Need, share?: number): Verdict {
  const chain = chainOf(pipe.map((link) => link.part));
  if (!meets(chain, need)) return hasNoSignal(chain) ? 'noSignal' : 'tooSlow';
  return lowReaches(pipe, need, share) ? 'works' : 'tight';
}

/** Predicts one spot of an option: the unit and band its device would use, the chain to it, range and verdict. */
function predictSpot(context: PlanContext, option: Option, links: OptionLinks, spot: Spot): Prediction {
  const need = needOf(spot.activities, context.site.activityLimits);
  const ways = waysTo(context, option, links, spot);
  const access = ways[0];
  if (!access) {
    const kind = option.units.length === 0 ? 'noUnits' : links.paths.size === 0 ? 'notJoined' : 'noBand';
    return noLink(spot, need, { kind });
  }
  const unsure = pipeOf(context, links, access, spot);
  const pipe = unsure.map((link) => link.part);
  const { chain, ranges, verdict } = judgedPipe(unsure, need);
  const by = decide(chain, need);
  const narrowest = by === 'up' ? chain.narrowestUp : chain.narrowestDown;
  const sticky = ways.filter((a) => a !== access && mayStick(context, access, a));
  const stuckWay = sticky.sort((a, b) => a.levelDbm - b.levelDbm)[0];
  const stuckChain = stuckWay && chainOf(pipeOf(context, links, stuckWay, spot).map((link) => link.part));
  const slowest = pipe.reduce((worst, part, i) => (part.latencyMs > pipe[worst]!.latencyMs ? i : worst), 0);
  const held = by === 'latency' ? slowest : narrowest;
  return {
    spotId: spot.id,
    number: spot.number,
    name: spot.name,
    need,
    band: access.end?.band ?? null,
    unitId: access.unit.id,
    rssiDbm: access.end ? access.levelDbm : null,
    sigmaDb: access.sigmaDb(),
    phyMbps: access.phyMbps(),
    downMbps: chain.downMbps,
    upMbps: chain.upMbps,
    downRangeMbps: ranges.down,
    upRangeMbps: ranges.up,
    latencyMs: chain.latencyMs,
    decidedBy: by,
    alone: verdict,
    verdict,
    evening: null,
    pipe,
    narrowest: held,
    wouldGiveMbps: by === 'up' ? chain.nextUpMbps : chain.nextDownMbps,
    second: by === 'up' ? chain.secondUp : chain.secondDown,
    stuck:
      stuckWay && stuckChain
        ? { unitId: stuckWay.unit.id, downMbps: stuckChain.downMbps, upMbps: stuckChain.upMbps }
        : null,
    problem: access.downMbps === 0 ? { kind: 'tooWeak', levelDbm: access.levelDbm } : null,
    runs: 0,
  };
}

/** What every spot of a site would get alone over links that are known, in the order of their numbers, whatever was read there. */
export function reckonSpots(context: PlanContext, option: Option, links: OptionLinks): Prediction[] {
  return [...context.site.spots]
    .sort((a, b) => a.number - b.number)
    .map((spot) => predictSpot(context, option, links, spot));
}

/** What the networks that were read are reckoned to give under what is believed now, each worked out once. */
const reckonedThen = ownedBy(
  (_: PlanContext['beliefs']) => new WeakMap<NetworkRead, Map<string, Prediction>>(),
);

function thenOf(context: PlanContext, network: NetworkRead): ReadonlyMap<string, Prediction> {
  const known = reckonedThen(context.beliefs);
  let then = known.get(network);
  if (!then) {
    const own = { ...context, ownKit: network.kit };
    const list = reckonSpots(own, network.option, linksOf(own, network.option));
    known.set(network, (then = new Map(list.map((p) => [p.spotId, p]))));
  }
  return then;
}

/** Predictions with what was read in the place of what was reckoned, wherever the way that was read is the way that is planned. */
export function withRead(context: PlanContext, reckoned: readonly Prediction[]): Prediction[] {
  if (context.read.length === 0) return [...reckoned];
  const devices = new Map(context.site.spots.map((s) => [s.id, s.client]));
  return reckoned.map((p) => {
    const device = p.pipe.some((part) => part.kind === 'lead') ? 'wired' : devices.get(p.spotId);
    for (const network of context.read) {
      const read = network.spots.get(p.spotId)?.find((r) => r.device === device);
      const then = read && thenOf(context, network).get(p.spotId);
      const ruled = then && ruledByRead(p, then, read);
      if (ruled) return ruled;
    }
    return p;
  });
}

/** Predicts every spot of a site under an option, alone and at the busy hour, in the order of their numbers. */
export function predictOption(context: PlanContext, option: Option): Prediction[] {
  const alone = withRead(context, reckonSpots(context, option, linksOf(context, option)));
  return atBusyHour(context, option, alone).predictions;
}
