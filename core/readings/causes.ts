import { CLIENT_TYPES } from '../radio/link/clients';
import { WEAK_DBM } from '../radio/link/levels';
import type { ClientTypeId, Spot } from '../site/model/schema';
import { SILENT_MBPS, meets } from '../plan/links/judge';
import type { OptionLinks } from '../plan/links/pipe';
import type { PlanContext } from '../plan/network/context';
import type { Option } from '../plan/option/schema';
import { evidenceOf } from '../evidence/fold';
import type { EvidenceRows, Phase } from '../evidence/rows';
import type { CauseWord } from '../evidence/agreement';
import { levelOfBars } from '../site/model/bars';
import { lineFor, type LineKnown } from './causeLine';
import {
  AIR,
  LEVEL_SIGMA_DB,
  NONE,
  NOTHING_MBPS,
  drawsOf,
  suppositions,
  type Drawn,
  type Supposed,
} from './causeDraws';
import { waysToSpot, type CausePart, type CauseWay, type Fastest } from './causeParts';
import type { LineTest } from './line';
import type { PhaseResult } from './judgeRuns';
import type { SpotVerdict } from './spotVerdicts';

export type CauseKind = CauseWord;

/** One thing that may hold a spot back, with how likely it is that it is that. */
export interface Suspect {
  kind: CauseKind;
  /** The unit whose backhaul, radio or hold it is; null where it is none. */
  unitId: string | null;
  chance: number;
  /** What the spot would get with that put right, Mb/s. */
  mendedMbps: { down: number; up: number };
}

/** What one reading more would tell the suspects apart. */
export type Settling = 'lineNow' | 'besideUnit' | 'offAndOn' | 'level' | 'otherDevice';

/** Why a spot does not get what it needs, by what was read of it. */
export interface SpotCause {
  spotId: string;
  phase: Phase;
  first: Suspect;
  /** The others that are worth a thought, the likelier first. */
  others: readonly Suspect[];
  settledBy: Settling | null;
  /** What it rests on. */
  facts: {
    runs: number;
    downMbps: number;
    upMbps: number;
    latencyMs: number | null;
    levelDbm: number | null;
    lineDownMbps: number;
    lineUpMbps: number;
    lineBy: LineKnown['by'];
    /** What was read beside the unit it is about, under load, Mb/s down; null where nobody has. */
    besideMbps: number | null;
    missed: 'down' | 'up' | 'latency';
  };
}

/** How far what is read strays from what a way gives: runs and reckoning together, as a natural logarithm, and in ms (estimates). */
const SPEED_SIGMA_LN = 0.22;
const TRIP_SIGMA_MS = 14;
/** How much longer a round trip is in crowded air, ms (estimates). */
const CONGESTED_MS = [15, 40, 70, 110] as const;
/** A first cause surer than this needs no further reading; others less likely are not told. */
const SETTLED = 0.85;
const LEAST_TOLD = 0.08;
/** What a part is worth that gives less than it is known to have given, and a round trip nothing explains. */
const BROKEN_SHARE = 0.02;
const UNEXPLAINED = 0.0006;

interface Seen {
  result: PhaseResult;
  levelDbm: number | null;
  levelSigmaDb: number;
  missed: 'down' | 'up' | 'latency';
  device: ClientTypeId;
}

const logOf = (mbps: number) => Math.log(Math.max(mbps, NOTHING_MBPS));
const gauss = (x: number, sigma: number) => Math.exp(-0.5 * (x / sigma) ** 2) / sigma;

function seenOf(result: PhaseResult, verdict: SpotVerdict, spot: Spot): Seen {
  const { need } = verdict;
  const bars = result.bars && levelOfBars(result.bars);
  const over = {
    down: result.downMbps / need.downMbps,
    up: result.upMbps / need.upMbps,
    latency:
      result.latencyMs === null || result.latencyMs === 0 ? Infinity : need.latencyMs / result.latencyMs,
  };
  const missed = (['down', 'up', 'latency'] as const).reduce((a, b) => (over[b] < over[a] ? b : a));
  return {
    result,
    levelDbm: result.rssiDbm ?? bars?.dbm ?? null,
    levelSigmaDb: Math.hypot(LEVEL_SIGMA_DB, bars && result.rssiDbm === null ? bars.sigmaDb : 0),
    missed,
    device: result.device === 'wired' ? spot.client : result.device,
  };
}

/** How well a round trip fits that is so much longer than it is reckoned to be, ms. */
function fitsTrip(moreMs: number, isCrowded: boolean): number {
  if (!isCrowded) return gauss(moreMs, TRIP_SIGMA_MS) + UNEXPLAINED;
  const fits = CONGESTED_MS.reduce((sum, ms) => sum + gauss(moreMs - ms, TRIP_SIGMA_MS), 0);
  return fits / CONGESTED_MS.length + UNEXPLAINED;
}

/** Where most of a round trip goes that is too long by itself: on the line, as its tests by cable say, or in the air. */
type TripBy = 'line' | 'air';

/** Which suspect a draw points to; `byTrip` where the speeds are enough and the round trip alone is not. */
function suspectOf(
  s: Supposed,
  device: ClientTypeId,
  d: Drawn,
  byTrip: TripBy | null,
): [CauseKind, string | null] {
  const { heard, parts } = s.way;
  const part: CausePart | undefined = parts[d.narrowest];
  if (byTrip) return s.at === AIR || byTrip === 'air' ? ['congestion', heard.unit.id] : ['line', null];
  if (s.clings && part?.kind !== 'line' && part?.kind !== 'device') return ['sticking', heard.unit.id];
  if (part) return [part.kind, part.unitId];
  if (s.at === AIR) return ['congestion', heard.unit.id];
  if (d.levelDbm < WEAK_DBM) return ['signal', heard.unit.id];
  // A level that is good and still too slow: a slow band, by habit or because no faster one reaches, else what the device makes of it.
  if (s.way.faster) return ['band', heard.unit.id];
  const { bands } = CLIENT_TYPES[device];
  return bands.indexOf(heard.band) < bands.length - 1 ? ['signal', heard.unit.id] : ['device', null];
}

function settling(
  first: Suspect,
  others: readonly Suspect[],
  line: LineKnown,
  seen: Seen,
  besideMbps: (unitId: string | null) => number | null,
): Settling | null {
  if (first.kind === 'line' && line.by !== 'test') return 'lineNow';
  if (first.chance >= SETTLED) return null;
  const all = [first, ...others];
  const has = (kind: CauseKind) => all.some((s) => s.kind === kind);
  if (has('line') && line.by !== 'test') return 'lineNow';
  if (all.some((s) => s.kind === 'backhaul' && besideMbps(s.unitId) === null)) return 'besideUnit';
  if (has('sticking')) return 'offAndOn';
  if (seen.levelDbm === null) return 'level';
  if (has('device')) return 'otherDevice';
  return others.length > 0 ? 'besideUnit' : null;
}

/** Chance that a unit nothing comes through to has lost its way rather than its signal, where nobody read it (estimate). */
const LOST_WAY = 0.2;

/** What no connection may be due to, the likelier first. */
function silentSuspects(best: CauseWay, seen: Seen): [Suspect, Suspect[]] {
  const { down, up } = drawsOf(best, seen, 1).at(0, NONE, 1, seen.missed === 'up');
  const mendedMbps = { down, up };
  const unitId = best.heard.unit.id;
  const hop = best.parts.findLast((p) => p.kind === 'backhaul');
  const lost = !hop ? 0 : hop.faultChance === 0 ? Number(hop.downMbps < SILENT_MBPS) : LOST_WAY;
  const signal: Suspect = { kind: 'signal', unitId, chance: 1 - lost, mendedMbps };
  if (!hop || lost === 0) return [signal, []];
  const way: Suspect = { kind: 'backhaul', unitId: hop.unitId, chance: lost, mendedMbps };
  return lost > 0.5 ? [way, []] : [signal, [way]];
}

/** The fastest run of the spots each unit serves in a phase, Mb/s. */
export function fastestBy(rows: EvidenceRows, phase: Phase, servedBy: ReadonlyMap<string, string>): Fastest {
  const e = evidenceOf(rows);
  const fastest = new Map<string, number>();
  for (const r of e.valid) {
    const unitId = r.subject.kind === 'spot' ? servedBy.get(r.subject.spotId) : undefined;
    if (unitId && e.states.get(r.stateId)?.phase === phase)
      fastest.set(unitId, Math.max(fastest.get(unitId) ?? 0, r.downMbps ?? 0));
  }
  return fastest;
}

/** What all spots of a phase are asked against. */
export interface CauseGround {
  context: PlanContext;
  /** The network that was read in this phase. */
  option: Option;
  rows: EvidenceRows;
  phase: Phase;
  line: LineTest;
  links: OptionLinks;
  fastest: Fastest;
}

/**
 * Why a spot does not get what it needs: what the parts of its way can carry, as read or reckoned, each perhaps with a fault, is held
 * against the speed, round trip and level that were read; Bayes' rule says which part it most likely is (docs/papers.md, "Causes").
 * Null where it was not read, works, or was read by cable.
 */
export function causeOf(ground: CauseGround, verdict: SpotVerdict): SpotCause | null {
  const { context, option, rows, phase } = ground;
  const result = phase === 'before' ? verdict.before : verdict.after;
  const spot = context.site.spots.find((s) => s.id === verdict.spotId);
  if (!result || !spot || result.verdict === 'works' || result.device === 'wired') return null;
  const e = evidenceOf(rows);
  const newest = (e.bySpot.get(spot.id) ?? []).findLast((r) => e.states.get(r.stateId)?.phase === phase);
  if (!newest) return null;
  const line = lineFor(rows, phase, newest.at, ground.line, context.line);
  const seen = seenOf(result, verdict, spot);
  /** What was read beside a unit, Mb/s down; null where nobody has. */
  const besideMbps = (unitId: string | null): number | null => {
    const part = ground.links.hops.get(unitId ?? '')?.part;
    return part?.measured ? part.downMbps : null;
  };
  const ways = waysToSpot(
    { context, option, links: ground.links },
    spot,
    seen.device,
    line.part,
    ground.fastest,
  );
  const best = ways.find((w) => w.behindDb === 0);
  const bandsSeen = result.band !== 'free' ? [result.band] : result.bandsSeen;
  const silent = result.downMbps === 0 && result.upMbps === 0;
  const isMissedByTrip =
    result.latencyMs !== null &&
    seen.missed === 'latency' &&
    meets({ ...result, latencyMs: 0 }, verdict.need);
  const byTrip: TripBy | null = !isMissedByTrip
    ? null
    : 2 * line.part.latencyMs > result.latencyMs!
      ? 'line'
      : 'air';
  const told = (first: Suspect, others: readonly Suspect[]): SpotCause => ({
    spotId: spot.id,
    phase,
    first,
    others,
    settledBy: settling(first, others, line, seen, besideMbps),
    facts: {
      runs: result.runs,
      downMbps: result.downMbps,
      upMbps: result.upMbps,
      latencyMs: result.latencyMs,
      levelDbm: seen.levelDbm,
      lineDownMbps: line.part.downMbps,
      lineUpMbps: line.part.upMbps,
      lineBy: line.by,
      besideMbps: besideMbps(first.unitId),
      missed: seen.missed,
    },
  });
  // Without a connection there is no speed to weigh: the signal, or a unit that has lost its own way.
  if (silent && best) return told(...silentSuspects(best, seen));
  const found = new Map<string, Suspect & { weight: number; down: number; up: number }>();
  let sum = 0;
  const missedUp = seen.missed === 'up';
  const [lnDown, lnUp] = [logOf(result.downMbps), logOf(result.upMbps)];
  const drawn = new Map(ways.map((way) => [way, drawsOf(way, seen)]));
  const reckoned = new Map(ways.map((way) => [way, drawsOf(way, { ...seen, levelDbm: null })]));
  for (const s of suppositions(ways, bandsSeen)) {
    const { heard } = s.way;
    const spreadDb = Math.hypot(heard.sigmaDb, seen.levelSigmaDb);
    const byLevel = seen.levelDbm === null ? 1 / spreadDb : gauss(seen.levelDbm - heard.levelDbm, spreadDb);
    const prior = s.prior * byLevel;
    if (prior < 1e-12) continue;
    const tripFits = result.latencyMs === null ? 1 : fitsTrip(result.latencyMs - s.way.tripMs, s.at === AIR);
    const draws = drawn.get(s.way)!;
    for (let k = 0; k < draws.count; k++) {
      const d = draws.at(k, s.at, s.left, missedUp);
      const weight =
        prior *
        tripFits *
        (d.broken ? BROKEN_SHARE : 1) *
        gauss(logOf(d.down) - lnDown, SPEED_SIGMA_LN) *
        gauss(logOf(d.up) - lnUp, SPEED_SIGMA_LN);
      if (weight === 0) continue;
      sum += weight;
      const [kind, unitId] = suspectOf(s, seen.device, d, byTrip);
      const key = `${kind} ${unitId}`;
      let own = found.get(key);
      if (!own)
        found.set(
          key,
          (own = { kind, unitId, chance: 0, mendedMbps: { down: 0, up: 0 }, weight: 0, down: 0, up: 0 }),
        );
      // Put right it is as it was reckoned; a device that lets go is on the unit it hears best, or on the band that is faster.
      const other = kind === 'sticking' ? best : kind === 'band' ? s.way.faster : null;
      const mended = other ? reckoned.get(other)!.at(k, NONE, 1, missedUp) : draws.at(k, s.at, 1, missedUp);
      own.weight += weight;
      own.down += weight * logOf(mended.down);
      own.up += weight * logOf(mended.up);
    }
  }
  const suspects = [...found.values()]
    .map(({ kind, unitId, weight, down, up }): Suspect => ({
      kind,
      unitId,
      chance: weight / sum,
      mendedMbps: { down: Math.exp(down / weight), up: Math.exp(up / weight) },
    }))
    .sort((a, b) => b.chance - a.chance);
  const [first, ...rest] = suspects;
  if (!first) return null;
  const others = rest.filter((s) => s.chance >= LEAST_TOLD);
  return told(first, others);
}
