import { greatest } from 'd3-array';
import { Z90 } from '../radio/learning/beliefs';
import { CLIENT_TYPES } from '../radio/link/clients';
import type { FeedKind } from '../kit/model/schema';
import { kitOf } from '../plan/network/context';
import { airOf } from '../plan/links/air';
import { choiceDbm } from '../plan/links/choice';
import type { OptionLinks } from '../plan/links/pipe';
import { rangeOf } from '../plan/links/part';
import { radioEnd } from '../plan/network/radios';
import type { ClientTypeId, Spot } from '../site/model/schema';
import { allHeard, usualMbps, type ReadNetwork, type ReceivedLevel } from './receivedLevel';

/** What one part of the way can carry, as far as it is known: its middle both ways in Mb/s, and its spread as a natural logarithm. */
export interface CausePart {
  kind: 'line' | 'backhaul' | 'device';
  /** The unit a backhaul feeds. */
  unitId: string | null;
  downMbps: number;
  upMbps: number;
  sigmaLn: number;
  /** Chance that something is wrong with it that nobody noted, 0 to 1; 0 where it was measured. */
  faultChance: number;
  /** It gave so much to another spot, or to this one, Mb/s: it cannot be less. */
  leastMbps: number;
  latencyMs: number;
  /** What it shares its airtime with; null for none. */
  mediumId: string | null;
}

/** A unit and band the device may have been on, with the way through the house to it. */
export interface CauseWay {
  heard: ReceivedLevel;
  /** How much less a device would choose it than the best, dB. */
  behindDb: number;
  mediumId: string;
  /** Loaded round trip of the whole way, ms. */
  tripMs: number;
  parts: readonly CausePart[];
  /** The way over a faster band of the same unit that the device could have taken at a level that holds; null for none. */
  faster: CauseWay | null;
}

/** Chance that a backhaul gives far less than is reckoned, by its kind (estimates: splitters, strips, shadows and bad plugs). */
const BACKHAUL_FAULT: Readonly<Record<FeedKind, number>> = {
  line: 0,
  ethernet: 0.05,
  fibre: 0.03,
  coax: 0.25,
  powerline: 0.25,
  bridge: 0.15,
  wireless: 0.2,
};
/** Spread of a run beside a unit under load, and of what a device can do at most, as natural logarithms; its chance to do far less (estimates). */
const READ_SIGMA_LN = 0.12;
const DEVICE_SIGMA_LN = 0.1;
const DEVICE_FAULT = 0.03;

/** What a backhaul gives at least that is reckoned dead and was fitted all the same, and how unsure that is (estimates). */
const LEAST_MBPS = 2;
const MOST_SIGMA_LN = 1.5;

/** The fastest run of the spots a unit serves, Mb/s, by unit: its backhaul gave that much. */
export type Fastest = ReadonlyMap<string, number>;

/** The backhauls from the line to a unit, those that were read beside their units as they were read. */
function backhaulsTo(links: OptionLinks, unitId: string, fastest: Fastest): CausePart[] {
  return (links.paths.get(unitId) ?? []).slice(1).map((unit): CausePart => {
    const hop = links.hops.get(unit.id)!;
    const { measured, downMbps, upMbps, latencyMs, mediumId } = hop.part;
    const own = {
      kind: 'backhaul',
      unitId: unit.id,
      leastMbps: fastest.get(unit.id) ?? 0,
      latencyMs,
      mediumId,
    } as const;
    if (measured) return { ...own, downMbps, upMbps, sigmaLn: READ_SIGMA_LN, faultChance: 0 };
    const [low, high] = rangeOf(hop).downRangeMbps;
    return {
      ...own,
      downMbps: Math.max(downMbps, LEAST_MBPS),
      upMbps: Math.max(upMbps, LEAST_MBPS),
      sigmaLn: low > 0 ? Math.min(MOST_SIGMA_LN, Math.log(high / low) / (2 * Z90)) : MOST_SIGMA_LN,
      faultChance: BACKHAUL_FAULT[unit.feed.kind],
    };
  });
}

/** Every way the device of a spot may have been served by a network, with what each part of it can carry. */
export function waysToSpot(
  network: ReadNetwork,
  spot: Spot,
  device: ClientTypeId,
  line: CausePart,
  fastest: Fastest,
): CauseWay[] {
  const { context, links } = network;
  const heard = allHeard(network, spot, device);
  const best = Math.max(...heard.map((h) => choiceDbm(h.band, h.levelDbm)));
  const { ceilingMbps } = CLIENT_TYPES[device];
  const own: CausePart = {
    kind: 'device',
    unitId: null,
    downMbps: ceilingMbps,
    upMbps: ceilingMbps,
    sigmaLn: DEVICE_SIGMA_LN,
    faultChance: DEVICE_FAULT,
    leastMbps: 0,
    latencyMs: 0,
    mediumId: null,
  };
  const byUnit = new Map<string, readonly CausePart[]>();
  const ways = heard.map((h): CauseWay => {
    let parts = byUnit.get(h.unit.id);
    if (!parts) byUnit.set(h.unit.id, (parts = [line, ...backhaulsTo(links, h.unit.id, fastest), own]));
    const kit = kitOf(context, h.unit);
    const radio = kit.radios.find((r) => r.role === 'access' && r.band === h.band)!;
    const { mediumId, latencyMs } = airOf(context, radioEnd(h.unit, kit, radio), h.airShare);
    return {
      heard: h,
      behindDb: best - choiceDbm(h.band, h.levelDbm),
      mediumId,
      tripMs: latencyMs + parts.reduce((ms, p) => ms + p.latencyMs, 0),
      parts,
      faster: null,
    };
  });
  const middle = (w: CauseWay) => usualMbps(w.heard, w.heard.levelDbm);
  for (const way of ways)
    way.faster =
      greatest(
        ways.filter((w) => w.heard.unit === way.heard.unit && middle(w) > FASTER * middle(way)),
        middle,
      ) ?? null;
  return ways;
}

/** Another band is faster where it moves so many times as much (estimate). */
const FASTER = 1.5;
