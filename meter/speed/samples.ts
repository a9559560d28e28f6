import { median } from '../../core/stats/median';

/** Length of one sample of a transfer, ms. */
export const SAMPLE_MS = 250;
/** Samples that are always taken for the ramp, and the most a ramp may take. */
const RAMP_LEAST = 2;
const RAMP_MOST = 12;
/** A ramp is over at the first sample that comes to this share of what the transfer settles at. */
const RAMP_SHARE = 0.85;
/** Fewest samples after the ramp for a firm answer, and the most a direction takes altogether. */
export const SAMPLES_LEAST = 8;
export const SAMPLES_MOST = 24;
/** The middle is known well enough once 90 % of what it may be lies within this share of it. */
const WIDTH_ENOUGH = 0.1;

/** What the samples of one direction say. Speeds in Mb/s. */
export interface Judged {
  /** Leading samples left out: the connections were still speeding up. */
  rampSamples: number;
  mbps: number | null;
  /** Ranks between which the true median lies nine times in ten. */
  lowMbps: number | null;
  highMbps: number | null;
  /** Distance between the quartiles of the samples. */
  spreadMbps: number | null;
  /** Whether more samples would tell little more. */
  enough: boolean;
}

const sorted = (list: readonly number[]) => [...list].sort((a, b) => a - b);

/**
 * Ranks (from 0) of sorted samples between which the median lies with at least the wanted chance, by the binomial
 * distribution of how many lie below it; the outermost where there are too few.
 */
export function medianRanks(n: number, chance = 0.9): [number, number] {
  let below = 0;
  let term = 0.5 ** n;
  let low = 0;
  for (let k = 0; k < n >> 1; k++) {
    below += term;
    if (2 * below > 1 - chance) break;
    low = k;
    term *= (n - k) / (k + 1);
  }
  return [low, n - 1 - low];
}

/** How many leading samples are ramp: those before the first that comes near what the second half settles at. */
function rampOf(mbps: readonly number[]): number {
  const settled = median(mbps.slice(mbps.length >> 1)) ?? 0;
  const first = mbps.findIndex((v, i) => i >= RAMP_LEAST && v >= RAMP_SHARE * settled);
  return Math.min(first < 0 ? mbps.length : first, RAMP_MOST);
}

/** Judges the speeds of the samples of one direction, oldest first. */
export function judgeSamples(mbps: readonly number[]): Judged {
  const rampSamples = rampOf(mbps);
  const kept = sorted(mbps.slice(rampSamples));
  const middle = median(kept);
  if (middle === null)
    return { rampSamples, mbps: null, lowMbps: null, highMbps: null, spreadMbps: null, enough: false };
  const [low, high] = medianRanks(kept.length);
  const [lowMbps, highMbps] = [kept[low]!, kept[high]!];
  const quartile = (share: number) => kept[Math.round(share * (kept.length - 1))]!;
  return {
    rampSamples,
    mbps: middle,
    lowMbps,
    highMbps,
    spreadMbps: quartile(0.75) - quartile(0.25),
    enough: kept.length >= SAMPLES_LEAST && highMbps - lowMbps <= WIDTH_ENOUGH * middle,
  };
}

/** Whether a direction is measured: sure enough, or out of time. */
export const isThrough = (mbps: readonly number[]): boolean =>
  mbps.length >= SAMPLES_MOST || judgeSamples(mbps).enough;

/** Round trips: their median, and how much one differs from the next (mean, as RFC 3550 counts jitter), ms. */
export function judgeTrips(ms: readonly number[]): { tripMs: number | null; jitterMs: number | null } {
  const steps = ms.slice(1).map((v, i) => Math.abs(v - ms[i]!));
  return {
    tripMs: median(ms),
    jitterMs: steps.length === 0 ? null : steps.reduce((a, b) => a + b, 0) / steps.length,
  };
}
