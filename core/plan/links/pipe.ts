import { CLIENT_TYPES } from '../../radio/link/clients';
import type { Spot } from '../../site/model/schema';
import { DRAW_COUNT, normalDraws } from '../../stats/normalDraws';
import { feedPath } from '../option/graph';
import type { Option, Unit } from '../option/schema';
import type { Access } from './access';
import { airKey, airShare } from './airtime';
import { kitOf, type PlanContext } from '../network/context';
import { hopOf, portGoodputMbps, type Hop } from './hop';
import { sureLink, type DrawnRates, type Part, type UnsureLink } from './part';
import { radioEnd } from '../network/radios';

export interface OptionLinks {
  hops: ReadonlyMap<string, Hop>;
  /** Units that reach the line, with the way there. */
  paths: ReadonlyMap<string, Unit[]>;
  /** Free airtime of each access radio, by `airKey`. */
  air: ReadonlyMap<string, number>;
  /** Links up to each unit, made when they are first asked for. */
  before: Map<string, readonly UnsureLink[]>;
}

/** Computes every feed of an option once; shared by all its spots. */
export function linksOf(context: PlanContext, option: Option): OptionLinks {
  const hops = new Map<string, Hop>();
  const paths = new Map<string, Unit[]>();
  const air = new Map<string, number>();
  for (const unit of option.units) {
    const path = feedPath(option, unit.id);
    if (path.ok) paths.set(unit.id, path.units);
    const hop = hopOf(context, option, unit);
    if (hop) hops.set(unit.id, hop);
    const kit = kitOf(context, unit);
    for (const radio of kit.radios)
      if (radio.role === 'access')
        air.set(airKey(unit.id, radio.band), airShare(context, option, unit, radioEnd(unit, kit, radio)));
  }
  return { hops, paths, air, before: new Map() };
}

const SURE = { mediumId: null, measured: false, unitId: null, parentId: null } as const;

/** Links from the line through every hop to a unit, in that order. */
export function linksBefore(context: PlanContext, links: OptionLinks, unit: Unit): readonly UnsureLink[] {
  let before = links.before.get(unit.id);
  if (!before) links.before.set(unit.id, (before = findLinksBefore(context, links, unit)));
  return before;
}

function findLinksBefore(context: PlanContext, links: OptionLinks, unit: Unit): UnsureLink[] {
  const { line } = context;
  const path = links.paths.get(unit.id) ?? [];
  const gateway = path[0] ?? unit;
  const port = portGoodputMbps(kitOf(context, gateway));
  const head: Part[] = [
    {
      ...SURE,
      kind: 'line',
      downMbps: line.downMbps,
      upMbps: line.upMbps,
      latencyMs: line.idleMs + line.riseMs,
      measured: line.measured,
      why: { kind: 'line', measured: line.measured },
    },
    {
      ...SURE,
      kind: 'port',
      downMbps: port,
      upMbps: port,
      latencyMs: 0,
      unitId: gateway.id,
      why: { kind: 'port' },
    },
  ];
  return [...head.map(sureLink), ...path.slice(1).map((u) => links.hops.get(u.id)!)];
}

/** All links from the line to the device. */
export function pipeOf(
  context: PlanContext,
  links: OptionLinks,
  access: Access,
  spot: Spot,
): readonly UnsureLink[] {
  const { ceilingMbps, label } = CLIENT_TYPES[spot.client];
  const device: Part = {
    ...SURE,
    kind: 'device',
    downMbps: ceilingMbps,
    upMbps: ceilingMbps,
    latencyMs: 0,
    why: { kind: 'device', name: spot.deviceName || label },
  };
  return [...linksBefore(context, links, access.unit), access.link(), sureLink(device)];
}

/** The end to end rate of a chain from numbers alone: groups share a medium, −1 shares with nothing. */
function endToEnd(rates: Float64Array, groupOf: Int32Array, inverse: Float64Array): number {
  inverse.fill(0);
  let mbps = Infinity;
  for (let i = 0; i < rates.length; i++) {
    const group = groupOf[i]!;
    if (group < 0) mbps = Math.min(mbps, rates[i]!);
    else inverse[group]! += 1 / rates[i]!;
  }
  for (let g = 0; g < inverse.length; g++) mbps = Math.min(mbps, 1 / inverse[g]!);
  return mbps;
}

/** Index of a share of the draws in their order. */
const indexOf = (share: number): number => Math.max(0, Math.round(share * (DRAW_COUNT - 1)));

/** Goes through the draws of what is unsure in a pipe, down and up of each, until it is told to stop. */
function eachDraw(
  pipe: readonly UnsureLink[],
  take: (downMbps: number, upMbps: number, k: number) => boolean,
) {
  const media = [...new Set(pipe.map((l) => l.part.mediumId).filter((m) => m !== null))];
  const groupOf = Int32Array.from(pipe, (l) => (l.part.mediumId ? media.indexOf(l.part.mediumId) : -1));
  const inverse = new Float64Array(media.length);
  const down = Float64Array.from(pipe, (l) => l.part.downMbps);
  const up = Float64Array.from(pipe, (l) => l.part.upMbps);
  const unsure = pipe.flatMap((link, i) => (link.sigmaDb > 0 || link.sigmaLn > 0 ? [{ link, i }] : []));
  const drawn = unsure.map(({ link }, n) => drawnRates(link, 2 * n));
  for (let k = 0; k < DRAW_COUNT; k++) {
    for (let n = 0; n < unsure.length; n++) {
      down[unsure[n]!.i] = drawn[n]!.down[k]!;
      up[unsure[n]!.i] = drawn[n]!.up[k]!;
    }
    if (!take(endToEnd(down, groupOf, inverse), endToEnd(up, groupOf, inverse), k)) return;
  }
}

/** 10th and 90th percentile of down and up over what is unsure, by draws. */
export function rangesOf(pipe: readonly UnsureLink[]): { down: [number, number]; up: [number, number] } {
  const downs = new Float64Array(DRAW_COUNT);
  const ups = new Float64Array(DRAW_COUNT);
  eachDraw(pipe, (downMbps, upMbps, k) => {
    downs[k] = downMbps;
    ups[k] = upMbps;
    return true;
  });
  const range = (values: Float64Array): [number, number] => {
    values.sort();
    return [values[indexOf(0.1)]!, values[indexOf(0.9)]!];
  };
  return { down: range(downs), up: range(ups) };
}

/**
 * Whether down and up reach what is asked in all but a share of the draws, a tenth as `rangesOf` has its low end: the same, without
 * putting the draws in order.
 */
export function lowReaches(
  pipe: readonly UnsureLink[],
  need: Pick<Part, 'downMbps' | 'upMbps'>,
  share = 0.1,
): boolean {
  const most = indexOf(share);
  let [downShort, upShort] = [0, 0];
  eachDraw(pipe, (downMbps, upMbps) => {
    if (downMbps < need.downMbps) downShort++;
    if (upMbps < need.upMbps) upShort++;
    return downShort <= most && upShort <= most;
  });
  return downShort <= most && upShort <= most;
}

/** What a link gives over the draws of two dimensions, its level and its speed; they are the same in every chain. */
function drawnRates(link: UnsureLink, dimension: number): DrawnRates {
  let rates = link.drawn.get(dimension);
  if (!rates) {
    rates = { down: new Float64Array(DRAW_COUNT), up: new Float64Array(DRAW_COUNT) };
    const draws = normalDraws(dimension + 2);
    for (let k = 0; k < DRAW_COUNT; k++) {
      const { downMbps, upMbps } = link.ratesAt(link.sigmaDb * draws[k]![dimension]!);
      const factor = Math.exp(link.sigmaLn * draws[k]![dimension + 1]!);
      rates.down[k] = Math.min(link.mostMbps, downMbps * factor);
      rates.up[k] = Math.min(link.mostMbps, upMbps * factor);
    }
    link.drawn.set(dimension, rates);
  }
  return rates;
}
