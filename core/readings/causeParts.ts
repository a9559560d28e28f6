import { greatest } from 'd3-array';
import { Z90 } from '../radio/learning/beliefs';
import { CLIENT_TYPES } from '../radio/link/clients';
import { quietMbpsAt } from '../radio/link/link';
import type { FeedKind } from '../kit/model/schema';
import { kitOf } from '../plan/network/context';
import { choiceDbm } from '../plan/links/choice';
import type { OptionLinks } from '../plan/links/pipe';
import { rangeOf } from '../plan/links/part';
import { channelMedium, radioEnd } from '../plan/network/radios';
import type { ClientTypeId, Spot } from '../site/model/schema';
import { allHeard, type ReadNetwork, type ReceivedLevel } from './receivedLevel';

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

const LEAST_MBPS = 2;

/** What was read of the units of a network: the speed beside each under load, and the fastest run of a spot it serves, Mb/s. */
export interface UnitsRead {
  loaded: ReadonlyMap<string, { downMbps: number; upMbps: number }>;
  fastest: ReadonlyMap<string, number>;
}

/** The backhauls from the line to a unit: up to the last one that was read beside its unit as one, the rest each for itself. */
function backhaulsTo(links: OptionLinks, unitId: string, read: UnitsRead): CausePart[] {
  const path = (links.paths.get(unitId) ?? []).slice(1);
  const known = path.findLastIndex((u) => read.loaded.has(u.id));
  const least = (id: string) => read.fastest.get(id) ?? 0;
  const out: CausePart[] = [];
  const at = path[known];
  if (at) {
    const { downMbps, upMbps } = read.loaded.get(at.id)!;
    out.push({
      kind: 'backhaul',
      unitId: at.id,
      downMbps,
      upMbps,
      sigmaLn: READ_SIGMA_LN,
      faultChance: 0,
      leastMbps: least(at.id),
      latencyMs: path.slice(0, known + 1).reduce((sum, u) => sum + links.hops.get(u.id)!.part.latencyMs, 0),
      mediumId: null,
    });
  }
  for (const unit of path.slice(known + 1)) {
    const hop = links.hops.get(unit.id)!;
    const { part } = hop;
    const [low, high] = rangeOf(hop).downRangeMbps;
    out.push({
      kind: 'backhaul',
      unitId: unit.id,
      // A backhaul that is reckoned dead and was fitted all the same gives something.
      downMbps: Math.max(part.downMbps, LEAST_MBPS),
      upMbps: Math.max(part.upMbps, LEAST_MBPS),
      sigmaLn: low > 0 ? Math.min(1.5, Math.log(high / low) / (2 * Z90)) : 1.5,
      faultChance: part.measured ? 0.05 : BACKHAUL_FAULT[unit.feed.kind],
      leastMbps: least(unit.id),
      latencyMs: part.latencyMs,
      mediumId: part.mediumId,
    });
  }
  return out;
}

/** Every way the device of a spot may have been served by a network, with what each part of it can carry. */
export function waysToSpot(
  network: ReadNetwork,
  spot: Spot,
  device: ClientTypeId,
  line: CausePart,
  read: UnitsRead,
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
    if (!parts) byUnit.set(h.unit.id, (parts = [line, ...backhaulsTo(links, h.unit.id, read), own]));
    const kit = kitOf(context, h.unit);
    const radio = kit.radios.find((r) => r.role === 'access' && r.band === h.band)!;
    return {
      heard: h,
      behindDb: best - choiceDbm(h.band, h.levelDbm),
      mediumId: channelMedium(radioEnd(h.unit, kit, radio)),
      parts,
      faster: null,
    };
  });
  const middle = (w: CauseWay) => airMbpsAt(w.heard, w.heard.levelDbm)[0];
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

/** Mb/s both ways over the air at a level, the steps of the ladder smoothed. */
export function airMbpsAt({ link, airShare }: ReceivedLevel, levelDbm: number): [number, number] {
  let [down, up] = [0, 0];
  for (const db of [-2, 0, 2]) {
    const rates = quietMbpsAt(link, levelDbm + db - link.downDbm);
    down += (rates.downMbps * airShare) / 3;
    up += (rates.upMbps * airShare) / 3;
  }
  return [down, up];
}
