import { BANDS, freeAirtime, type Band } from '../radio/bands';
import { Z90, levelSigmaDb } from '../radio/beliefs';
import { CLIENT_TYPES } from '../radio/clients';
import { clientLink, elevationDb, type RadioEnd, type RadioLink } from '../radio/link';
import { pathInWords, radioPath, type RadioPath } from '../radio/path';
import { powerLimit } from '../radio/regions';
import { chainOf, type ChainResult, type Part } from '../feed/chain';
import { needOf, type Need } from '../site/needs';
import type { Spot } from '../site/schema';
import { feedPath } from './graph';
import { hopOf, portGoodputMbps, type Hop } from './hop';
import { kitOf, lengthText, pointOf, type PlanContext } from './context';
import { decide, predictedVerdict, type DecidedBy, type Verdict } from './judge';
import { channelMedium, radioEnd } from './radios';
import type { Option, Unit } from './schema';
import { normalDraws } from './draws';

/** Level at or above which a client takes a higher band, dBm (estimate). */
export const BAND_CHANGE_DBM = -70;
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
  /** What it would give without that part, Mb/s. */
  wouldGiveMbps: number;
  pipe: Part[];
  narrowest: number;
  /** The unit a device that does not let go may stay on, and what it gets there. */
  stuck: { unitId: string; downMbps: number; upMbps: number } | null;
  /** Why there is no link, where there is none. */
  problem: string | null;
}

/** A way a spot's device may be served. */
interface Access {
  unit: Unit;
  end: RadioEnd | null;
  levelDbm: number;
  sigmaDb: number;
  phyMbps: number;
  at(shiftDb: number): Part;
}

export interface OptionLinks {
  hops: ReadonlyMap<string, Hop>;
  /** Units that reach the line, with the way there. */
  paths: ReadonlyMap<string, Unit[]>;
}

/** Computes every feed of an option once; shared by all its spots. */
export function linksOf(context: PlanContext, option: Option): OptionLinks {
  const hops = new Map<string, Hop>();
  const paths = new Map<string, Unit[]>();
  for (const unit of option.units) {
    const path = feedPath(option, unit.id);
    if (path.ok) paths.set(unit.id, path.units);
    const hop = hopOf(context, option, unit);
    if (hop) hops.set(unit.id, hop);
  }
  return { hops, paths };
}

function airPart(unit: Unit, end: RadioEnd, link: RadioLink, air: number, because: string): Part {
  return {
    kind: 'air',
    label: `air from ${unit.letter}, ${end.band} GHz`,
    downMbps: link.down.quietMbps * air,
    upMbps: link.up.quietMbps * air,
    latencyMs: 2,
    mediumId: channelMedium(end),
    measured: false,
    unitId: unit.id,
    because,
  };
}

/** Whether a band and channel may be planned for a place: indoor-only channels never reach into the open. */
function mayUse(context: PlanContext, end: RadioEnd, spot: Spot): boolean {
  if (spot.place.storeyId !== null) return true;
  return !powerLimit(context.brief.region, end.band, end.channel, end.widthMhz ?? 20).indoorsOnly;
}

/** The way a client would use one unit: the highest band at −70 dBm or better, otherwise the lowest that works. */
function accessThrough(context: PlanContext, unit: Unit, spot: Spot): Access | null {
  const { site, scene, beliefs, brief } = context;
  const kit = kitOf(context, unit);
  const u = pointOf(site, unit.place);
  const p = pointOf(site, spot.place);
  const elevation = elevationDb(kit.antenna, p.z - u.z, Math.hypot(p.x - u.x, p.y - u.y));
  const heard24 = site.neighbours.filter((n) => n.band === '2.4').length;
  let lowest: Access | null = null;
  let highest: Access | null = null;
  for (const band of BANDS) {
    const radio = kit.radios.find((r) => r.role === 'access' && r.band === band);
    if (!radio || !CLIENT_TYPES[spot.client].bands.includes(band)) continue;
    const end = radioEnd(unit, kit, radio);
    if (!mayUse(context, end, spot)) continue;
    const path: RadioPath = radioPath(scene, u, p, band, beliefs);
    const features = new Map(path.features);
    features.set(`unit:${unit.id}:${band}`, 1);
    features.set(`device:${spot.client}:${band}`, 1);
    const learnt = beliefs.shiftDb(features);
    const air = freeAirtime(band, heard24);
    const linkAt = (shiftDb: number) =>
      clientLink(end, spot.client, brief.region, path.lossDb, elevation, learnt + shiftDb);
    const middle = linkAt(0);
    if (!middle) continue;
    const words = pathInWords(scene, path, (m) => lengthText(brief, m));
    const access: Access = {
      unit,
      end,
      levelDbm: middle.down.levelDbm,
      sigmaDb: levelSigmaDb(beliefs, features, band),
      phyMbps: middle.down.rate?.phyMbps ?? 0,
      at: (shiftDb) => airPart(unit, end, linkAt(shiftDb)!, air, words),
    };
    if (!lowest) lowest = access;
    if (access.levelDbm >= BAND_CHANGE_DBM) highest = access;
  }
  return highest ?? lowest;
}

function leadAccess(context: PlanContext, unit: Unit): Access {
  const mbps = portGoodputMbps(kitOf(context, unit));
  const lead: Part = {
    kind: 'lead',
    label: `lead from ${unit.letter}`,
    downMbps: mbps,
    upMbps: mbps,
    latencyMs: 0.1,
    mediumId: null,
    measured: false,
    unitId: unit.id,
    because: 'plugged in',
  };
  return { unit, end: null, levelDbm: Infinity, sigmaDb: 0, phyMbps: mbps, at: () => lead };
}

const simple = (
  kind: Part['kind'],
  label: string,
  down: number,
  up: number,
  latencyMs: number,
  because: string,
): Part => ({
  kind,
  label,
  downMbps: down,
  upMbps: up,
  latencyMs,
  mediumId: null,
  measured: false,
  unitId: null,
  because,
});

/** Parts from the line through every hop to a unit; `shifts` moves the level of each hop in turn, dB. */
export function partsBefore(
  context: PlanContext,
  links: OptionLinks,
  unit: Unit,
  shifts: readonly number[],
): Part[] {
  const { line } = context;
  const path = links.paths.get(unit.id) ?? [];
  const gateway = path[0] ?? unit;
  const port = portGoodputMbps(kitOf(context, gateway));
  const parts: Part[] = [
    {
      ...simple(
        'line',
        'line',
        line.downMbps,
        line.upMbps,
        line.idleMs + line.riseMs,
        line.measured ? 'measured by cable' : 'as paid for',
      ),
      measured: line.measured,
    },
    { ...simple('port', `gateway ${gateway.letter}`, port, port, 0, 'its port'), unitId: gateway.id },
  ];
  path.slice(1).forEach((u, i) => parts.push(links.hops.get(u.id)!.at(shifts[i] ?? 0)));
  return parts;
}

/** All parts from the line to the device, with one level shift per uncertain link (hops first, the access last). */
function pipeOf(
  context: PlanContext,
  links: OptionLinks,
  access: Access,
  spot: Spot,
  shifts: readonly number[],
): Part[] {
  const parts = partsBefore(context, links, access.unit, shifts);
  const hops = (links.paths.get(access.unit.id) ?? []).length - 1;
  parts.push(access.at(shifts[hops] ?? 0));
  const ceiling = CLIENT_TYPES[spot.client].ceilingMbps;
  parts.push(
    simple(
      'device',
      spot.deviceName || CLIENT_TYPES[spot.client].label,
      ceiling,
      ceiling,
      0,
      'what the device itself can move',
    ),
  );
  return parts;
}

const percentile = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.max(0, Math.round(share * (sorted.length - 1))))]!;

/** 10th and 90th percentile of down and up over what is unsure. One unsure link is exact; more are drawn. */
function rangesOf(
  context: PlanContext,
  links: OptionLinks,
  access: Access,
  spot: Spot,
): { down: [number, number]; up: [number, number] } {
  const path = links.paths.get(access.unit.id) ?? [];
  const sigmas = [...path.slice(1).map((u) => links.hops.get(u.id)!.sigmaDb), access.sigmaDb];
  const unsure = sigmas.filter((s) => s > 0).length;
  const run = (z: readonly number[]): ChainResult =>
    chainOf(
      pipeOf(
        context,
        links,
        access,
        spot,
        sigmas.map((s, i) => s * z[i]!),
      ),
    );
  if (unsure <= 1) {
    const low = run(sigmas.map(() => -Z90));
    const high = run(sigmas.map(() => Z90));
    return { down: [low.downMbps, high.downMbps], up: [low.upMbps, high.upMbps] };
  }
  const runs = normalDraws(sigmas.length).map(run);
  const range = (values: number[]): [number, number] => {
    values.sort((a, b) => a - b);
    return [percentile(values, 0.1), percentile(values, 0.9)];
  };
  return { down: range(runs.map((r) => r.downMbps)), up: range(runs.map((r) => r.upMbps)) };
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
    .map((u) => accessThrough(context, u, spot))
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
