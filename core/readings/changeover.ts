import { linksOf } from '../plan/links/pipe';
import { withTrials } from './trials';
import { evidenceOf } from '../evidence/fold';
import { thawed } from '../evidence/frozenNetwork';
import type { EvidenceRows, Phase, Reading, StateRow } from '../evidence/rows';
import type { PlanContext } from '../plan/network/context';
import type { ClientTypeId, Place } from '../site/model/schema';
import { allHeard, usualMbps, type ReadNetwork, type ReceivedLevel } from './receivedLevel';
import { judgeTrace, type TraceJudged } from './walkTrace';

/** Whether a device changed over on a walk from one unit to another, and how sure that is. */
export type Changeover = 'changed' | 'sticks' | 'open';

/** A walk between two units: what its round trips say, and which unit the device was on at its end. */
export interface WalkJudged extends TraceJudged {
  readingId: string;
  at: string;
  phase: Phase;
  fromUnitId: string;
  toUnitId: string;
  /** Chance that it was still on another unit than the one it stood beside; null where that unit is not in the network. */
  sticksChance: number | null;
  changeover: Changeover;
  /** Whether it was walked in the network as it stands. */
  stands: boolean;
  /** What was read beside the unit it ended at. */
  end: { levelDbm: number | null; downMbps: number | null; bandSeen: Reading['bandSeen'] };
}

/** Newest walks that are judged: every pair of a dozen units both ways. */
const MOST_WALKS = 60;
/** Chance of sticking before anything was seen, and from which on it is said, or denied (estimates). */
const PRIOR = 0.3;
const SAID = 0.8;
const DENIED = 0.2;
/** One walk makes nobody surer than this (estimate). */
const SUREST = 0.97;
/** How likely a step or a gap is seen on the way where a device changes over, and where it does not (estimates). */
const SEEN_IF_CHANGED = 0.8;
const SEEN_IF_STUCK = 0.15;
/** Scatter of a level and of a speed read right beside a unit, dB and as a natural logarithm; weight of what fits neither (estimates). */
const LEVEL_DB = 6;
const SPEED_LN = 0.35;
const STRAY = 0.01;
/** How far off a device is that is held beside a unit, m. */
const BESIDE_M = 0.7;
/** No device chooses a unit heard at less than this, dBm. */
const LOST_DBM = -92;

const gauss = (x: number, sigma: number) => Math.exp(-0.5 * (x / sigma) ** 2);

/** How well what was read at the end fits one unit and band, and what that would give. */
function fits(network: ReadNetwork, heard: ReceivedLevel, { end }: Pick<WalkJudged, 'end'>): number {
  const { links } = network;
  let weight = 1;
  if (end.levelDbm !== null) {
    // Right beside a unit no device shows more than about −25 dBm, whatever is reckoned.
    const reckonedDbm = Math.min(-25, heard.levelDbm);
    weight *= gauss(end.levelDbm - reckonedDbm, Math.hypot(LEVEL_DB, heard.sigmaDb)) + STRAY;
  }
  if (end.downMbps !== null) {
    const hops = (links.paths.get(heard.unit.id) ?? [])
      .slice(1)
      .map((u) => links.hops.get(u.id)!.part.downMbps);
    const mbps = Math.max(0.1, Math.min(usualMbps(heard, heard.levelDbm), ...hops));
    weight *= gauss(Math.log(Math.max(0.1, end.downMbps) / mbps), SPEED_LN) + STRAY;
  }
  return weight;
}

/** Chance that a device standing beside a unit is on another one, by level, speed and what was seen on the way. */
function sticksChance(
  network: ReadNetwork,
  walk: Omit<WalkJudged, 'sticksChance' | 'changeover'>,
  device: ClientTypeId,
): number | null {
  const to = network.option.units.find((u) => u.id === walk.toUnitId);
  if (!to) return null;
  const beside: Place = { ...to.place, xM: to.place.xM + BESIDE_M };
  const ways = allHeard(network, { place: beside }, device).filter(
    (w) => w.levelDbm > LOST_DBM && (walk.end.bandSeen === null || w.band === walk.end.bandSeen),
  );
  const best = (of: readonly ReceivedLevel[]) => Math.max(0, ...of.map((w) => fits(network, w, walk)));
  const own = best(ways.filter((w) => w.unit.id === to.id));
  const other = best(ways.filter((w) => w.unit.id !== to.id));
  if (own + other === 0) return null;
  const seen = walk.steps.length > 0 || walk.gaps.length > 0;
  const [ifChanged, ifStuck] = seen
    ? [SEEN_IF_CHANGED, SEEN_IF_STUCK]
    : [1 - SEEN_IF_CHANGED, 1 - SEEN_IF_STUCK];
  const stuck = PRIOR * other * ifStuck;
  const chance = stuck / (stuck + (1 - PRIOR) * own * ifChanged);
  return Math.min(SUREST, Math.max(1 - SUREST, chance));
}

/** The walk of a reading by itself; null where it is none. */
function walkOf(
  r: Reading,
  phase: Phase,
  stands: boolean,
): Omit<WalkJudged, 'sticksChance' | 'changeover'> | null {
  if (r.subject.kind !== 'walk' || !r.walk) return null;
  return {
    readingId: r.id,
    at: r.at,
    phase,
    stands,
    fromUnitId: r.subject.fromUnitId,
    toUnitId: r.subject.toUnitId,
    end: { levelDbm: r.rssiDbm, downMbps: r.downMbps, bandSeen: r.bandSeen },
    ...judgeTrace(r.walk),
  };
}

/** The newest walks from unit to unit of a phase, each judged in the network it was made in; the newest first. */
export function walksOf(
  context: PlanContext,
  rows: EvidenceRows,
  phase: Phase,
  isNow: (state: StateRow) => boolean,
): WalkJudged[] {
  const e = evidenceOf(rows);
  const networks = new Map<string, ReadNetwork>();
  const networkOf = (state: StateRow): ReadNetwork => {
    const known = networks.get(state.id);
    if (known) return known;
    const { option: then, kit } = thawed(context.site, state);
    const [option, own] = [withTrials(then, rows), { ...context, ownKit: kit }];
    const made: ReadNetwork = { context: own, option, links: linksOf(own, option) };
    networks.set(state.id, made);
    return made;
  };
  return e.walks
    .filter((r) => e.states.get(r.stateId)?.phase === phase)
    .slice(-MOST_WALKS)
    .reverse()
    .flatMap((r) => {
      const state = e.states.get(r.stateId)!;
      const walk = walkOf(r, phase, isNow(state));
      if (!walk) return [];
      const device = r.device === 'wired' ? 'phone' : r.device;
      const chance = r.connected ? sticksChance(networkOf(state), walk, device) : null;
      const changeover: Changeover =
        chance === null ? 'open' : chance >= SAID ? 'sticks' : chance <= DENIED ? 'changed' : 'open';
      return [{ ...walk, sticksChance: chance, changeover }];
    });
}
