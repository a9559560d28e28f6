import type { z } from 'zod';
import type { standardId, widthMhz } from '../../site/model/radioTerms';
import type { Band } from './bands';
import { BAND_INDEX, MAX_WIDTH_MHZ } from './bands';

export type Standard = z.infer<typeof standardId>;
export type WidthMhz = z.infer<typeof widthMhz>;
const WIDTHS: readonly WidthMhz[] = [20, 40, 80, 160, 320];

/** Highest MCS of each standard (IEEE 802.11; n counted per stream). */
export const MAX_MCS: Record<Standard, number> = { n: 7, ac: 9, ax: 11, be: 13 };

/** Data subcarriers N_SD by width (IEEE 802.11 VHT and HE/EHT numerology). */
const SUBCARRIERS_HT: Partial<Record<WidthMhz, number>> = { 20: 52, 40: 108, 80: 234, 160: 468 };
const SUBCARRIERS_HE: Record<WidthMhz, number> = { 20: 234, 40: 468, 80: 980, 160: 1960, 320: 3920 };

/** Bits per subcarrier times coding rate for MCS 0…13. */
const BITS_BY_MCS = [1 / 2, 1, 3 / 2, 2, 3, 4, 9 / 2, 5, 6, 20 / 3, 15 / 2, 25 / 3, 9, 10];

/** SNR needed per stream for MCS 0…13, dB (from the standard's minimum sensitivities, NF 10 dB, 5 dB allowance). */
export const NEEDED_SNR_DB = [4, 7, 9, 12, 16, 20, 21, 22, 27, 29, 32, 34, 37, 40];

/** TCP goodput of one client on a quiet channel as a share of the link rate (estimate). */
export const TCP_SHARE: Record<Standard, number> = { n: 0.55, ac: 0.65, ax: 0.65, be: 0.65 };

const RANK: Record<Standard, number> = { n: 0, ac: 1, ax: 2, be: 3 };

/** The standard two ends agree on in a band: the newest both know; an ac device is n at 2.4 GHz; 6 GHz needs ax. */
export function commonStandard(a: Standard, b: Standard, band: Band): Standard | null {
  const newest = RANK[a] < RANK[b] ? a : b;
  if (band === '2.4' && newest === 'ac') return 'n';
  if (band === '6' && RANK[newest] < RANK.ax) return null;
  return newest;
}

/** Whether a combination of standard, width, streams and MCS exists. */
export function rateExists(standard: Standard, width: number, streams: number, mcs: number): boolean {
  if (!Number.isInteger(mcs) || mcs < 0 || mcs > MAX_MCS[standard]) return false;
  const mostStreams = standard === 'n' ? 4 : 8;
  if (!Number.isInteger(streams) || streams < 1 || streams > mostStreams) return false;
  if (standard === 'n' && width > 40) return false;
  if (width === 320 && standard !== 'be') return false;
  if (!WIDTHS.includes(width as WidthMhz)) return false;
  if (standard === 'ac') {
    if (width === 20 && mcs === 9 && (streams === 1 || streams === 2 || streams === 4)) return false;
    if (width === 80 && mcs === 6 && streams === 3) return false;
    if (width === 160 && mcs === 9 && streams === 3) return false;
  }
  return true;
}

/** Guard interval with which each standard reaches its best rate, µs. */
export const SHORTEST_GUARD_US: Record<Standard, number> = { n: 0.4, ac: 0.4, ax: 0.8, be: 0.8 };

/** Guard intervals each standard knows, µs. */
export const GUARDS_US: Record<Standard, readonly number[]> = {
  n: [0.4, 0.8],
  ac: [0.4, 0.8],
  ax: [0.8, 1.6, 3.2],
  be: [0.8, 1.6, 3.2],
};

/**
 * Link (PHY) rate in Mb/s: N_SD · bits · coding · streams / (symbol + guard). Null where the combination does not exist.
 * Source: IEEE 802.11 numerology, docs/model.md "Link rates".
 */
export function phyRateMbps(
  standard: Standard,
  width: number,
  streams: number,
  mcs: number,
  guardUs = SHORTEST_GUARD_US[standard],
): number | null {
  if (!rateExists(standard, width, streams, mcs)) return null;
  const old = standard === 'n' || standard === 'ac';
  const carriers = old ? SUBCARRIERS_HT[width as WidthMhz] : SUBCARRIERS_HE[width as WidthMhz];
  const bits = BITS_BY_MCS[mcs];
  if (carriers === undefined || bits === undefined) return null;
  return (carriers * bits * streams) / ((old ? 3.2 : 12.8) + guardUs);
}

/** Thermal noise over a width plus the receiver's noise figure, dBm: −174 + 10·log10(Hz) + NF. */
export function noiseDbm(width: number, noiseFigureDb: number): number {
  return -174 + 10 * Math.log10(width * 1e6) + noiseFigureDb;
}

/** SNR each stream gets from the SNR at one antenna, dB: + 10·log10((N_rx − N_ss + 1) / N_ss). */
export function streamSnrDb(antennaSnrDb: number, receiveAntennas: number, streams: number): number {
  return antennaSnrDb + 10 * Math.log10((receiveAntennas - streams + 1) / streams);
}

export interface RateEnds {
  band: Band;
  standard: Standard;
  /** Widest channel both ends use here, MHz. */
  widthMhz: number;
  /** Most streams both ends can carry. */
  streams: number;
  receiveAntennas: number;
  noiseFigureDb: number;
}

export interface LinkRate {
  phyMbps: number;
  mcs: number;
  widthMhz: number;
  streams: number;
}

interface RateStep extends LinkRate {
  /** Weakest received power that carries this rate, dBm. */
  sensitivityDbm: number;
}

const ladders = new Map<number, RateStep[]>();

/** A number for a pair of ends: this is asked for every device, unit and band. */
function keyOf(e: RateEnds): number {
  const kind = BAND_INDEX[e.band] * 4 + RANK[e.standard];
  return (((kind * 1000 + e.widthMhz) * 10 + e.streams) * 10 + e.receiveAntennas) * 100 + e.noiseFigureDb;
}

/** All rates of a pair of ends with the power each needs, best first, each better than any that needs less. */
export function rateLadder(ends: RateEnds): readonly RateStep[] {
  const key = keyOf(ends);
  const known = ladders.get(key);
  if (known) return known;
  const steps: RateStep[] = [];
  const widest = Math.min(ends.widthMhz, MAX_WIDTH_MHZ[BAND_INDEX[ends.band]]);
  for (const width of WIDTHS) {
    if (width > widest) continue;
    for (let streams = 1; streams <= ends.streams; streams++) {
      for (let mcs = 0; mcs <= MAX_MCS[ends.standard]; mcs++) {
        const phyMbps = phyRateMbps(ends.standard, width, streams, mcs);
        if (phyMbps === null) continue;
        const sensitivityDbm =
          (NEEDED_SNR_DB[mcs] ?? Infinity) -
          streamSnrDb(0, ends.receiveAntennas, streams) +
          noiseDbm(width, ends.noiseFigureDb);
        steps.push({ phyMbps, mcs, widthMhz: width, streams, sensitivityDbm });
      }
    }
  }
  steps.sort((a, b) => b.phyMbps - a.phyMbps || a.sensitivityDbm - b.sensitivityDbm);
  const useful: RateStep[] = [];
  let easiest = Infinity;
  for (const step of steps) {
    if (step.sensitivityDbm < easiest) {
      useful.push(step);
      easiest = step.sensitivityDbm;
    }
  }
  ladders.set(key, useful);
  return useful;
}

/** The best rate over width × MCS × streams that a received power carries; null when not even the slowest holds. */
export function bestRate(ends: RateEnds, receivedDbm: number): LinkRate | null {
  return stepOf(rateLadder(ends), receivedDbm);
}

/** The best step of a ladder that a received power carries; null when not even the slowest holds. */
export function stepOf(ladder: readonly RateStep[], receivedDbm: number): LinkRate | null {
  // Best first, each step easier than the one before: halve the ladder instead of climbing down.
  let low = 0;
  let high = ladder.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (receivedDbm >= ladder[middle]!.sensitivityDbm) high = middle;
    else low = middle + 1;
  }
  return ladder[low] ?? null;
}
