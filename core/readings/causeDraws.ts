import { normalDraws } from '../stats/normalDraws';
import type { CauseWay } from './causeParts';
import { usualRates } from './receivedLevel';

/** Spread of a level read, with the body and the device, and of what is left of a band's air beside its plan (estimates). */
export const LEVEL_SIGMA_DB = 3;
const SHARE_SIGMA_LN = 0.25;
/** How far a device's choice strays from what it goes by, dB; a way further behind than this is one it clings to (estimates). */
const CHOICE_DB = 4;
const CLINGS_DB = 4;
const CLINGS_CHANCE = 0.2;
const CONGESTED_CHANCE = 0.12;
/** What is left of a part with a fault, and of congested air. */
const LEFT = [0.01, 0.02, 0.04, 0.08, 0.15, 0.25, 0.4, 0.6, 0.8] as const;
const CONGESTED_LEFT = [0.03, 0.06, 0.12, 0.2, 0.3, 0.45, 0.65] as const;
/** Nothing comes through: what stands for it where logarithms are taken, Mb/s. */
export const NOTHING_MBPS = 0.05;
const DIMENSIONS = 10;
/** A part that gave more than this to another spot is not taken to give less, as a share of that. */
const GAVE = 0.8;
/** The air, where a part is told by its index. */
export const AIR = -2;
export const NONE = -1;

/** What is supposed: over which way, and which of its parts has a fault that leaves so much; `NONE`, or the `AIR`. */
export interface Supposed {
  way: CauseWay;
  at: number;
  left: number;
  /** Whether the device clings to this unit though another would be heard better. */
  clings: boolean;
  prior: number;
}

/** Everything that may be the matter, with what it is worth before anything is read. */
export function suppositions(ways: readonly CauseWay[], bandsSeen: readonly string[]): Supposed[] {
  const best = ways.find((w) => w.behindDb === 0);
  return ways.flatMap((way): Supposed[] => {
    if (bandsSeen.length > 0 && !bandsSeen.includes(way.heard.band)) return [];
    const natural = Math.exp(-0.5 * (way.behindDb / Math.hypot(CHOICE_DB, way.heard.sigmaDb)) ** 2);
    const isOther = best !== undefined && way.heard.unit !== best.heard.unit && way.behindDb > CLINGS_DB;
    return [...faultsOf(way, natural, false), ...(isOther ? faultsOf(way, CLINGS_CHANCE, true) : [])];
  });
}

/** A way without a fault, with each of its parts faulty, and with crowded air. */
function faultsOf(way: CauseWay, prior: number, clings: boolean): Supposed[] {
  const out: Supposed[] = [];
  let sound = 1 - CONGESTED_CHANCE;
  way.parts.forEach((part, at) => {
    sound -= part.faultChance;
    for (const left of LEFT)
      if (part.faultChance > 0)
        out.push({ way, at, left, clings, prior: (prior * part.faultChance) / LEFT.length });
  });
  for (const left of CONGESTED_LEFT)
    out.push({ way, at: AIR, left, clings, prior: (prior * CONGESTED_CHANCE) / CONGESTED_LEFT.length });
  out.push({ way, at: NONE, left: 1, clings, prior: prior * Math.max(0.1, sound) });
  return out;
}

/** What one draw of a way gives: Mb/s both ways, and which part is the narrowest in the direction that misses. */
export interface Drawn {
  down: number;
  up: number;
  narrowest: number;
  levelDbm: number;
  /** Whether a part gives less than it is known to have given. */
  broken: boolean;
}

/** A level that was read, or null where it has to be reckoned; with its spread, dB. */
export interface LevelSeen {
  levelDbm: number | null;
  levelSigmaDb: number;
}

/** The draws of a way without any fault: each figure once for all that is supposed of it. */
export function drawsOf(way: CauseWay, seen: LevelSeen, count: number | null = null) {
  const { heard, parts } = way;
  const draws = normalDraws(DIMENSIONS);
  const n = count ?? draws.length;
  const levels = new Float64Array(n);
  const air = { down: new Float64Array(n), up: new Float64Array(n) };
  const factors = parts.map(() => new Float64Array(n));
  for (let k = 0; k < n; k++) {
    // The middle of everything first, where only that is asked for.
    const z = (i: number) => (count === 1 ? 0 : draws[k]![i]!);
    const level =
      seen.levelDbm === null
        ? heard.levelDbm + heard.sigmaDb * z(0)
        : seen.levelDbm + seen.levelSigmaDb * z(0);
    const share = Math.exp(SHARE_SIGMA_LN * z(1));
    const { downMbps, upMbps } = usualRates(heard, level);
    levels[k] = level;
    air.down[k] = downMbps * share;
    air.up[k] = upMbps * share;
    parts.forEach((part, i) => {
      factors[i]![k] = Math.exp(part.sigmaLn * z(2 + (i % (DIMENSIONS - 2))));
    });
  }
  /** A draw with a fault of one part, or of the air. */
  const at = (k: number, fault: number, left: number, missedUp: boolean): Drawn => {
    const share = fault === AIR ? left : 1;
    const [airDown, airUp] = [air.down[k]! * share, air.up[k]! * share];
    let [down, up] = [airDown, airUp];
    let [low, narrowest, broken] = [missedUp ? up : down, AIR, false];
    for (let i = 0; i < parts.length; i++) {
      const part = parts[i]!;
      const by = factors[i]![k]! * (fault === i ? left : 1);
      let [d, u] = [part.downMbps * by, part.upMbps * by];
      if (d < GAVE * part.leastMbps) broken = true;
      if (part.mediumId !== null && part.mediumId === way.mediumId) {
        d = 1 / (1 / Math.max(d, NOTHING_MBPS) + 1 / Math.max(airDown, NOTHING_MBPS));
        u = 1 / (1 / Math.max(u, NOTHING_MBPS) + 1 / Math.max(airUp, NOTHING_MBPS));
      }
      if (d < down) down = d;
      if (u < up) up = u;
      const own = missedUp ? u : d;
      if (own < low) [low, narrowest] = [own, i];
    }
    return { down, up, narrowest, levelDbm: levels[k]!, broken };
  };
  return { count: n, at };
}
