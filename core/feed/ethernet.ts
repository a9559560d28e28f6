import { levelOf } from '../site/model/levels';
import type { DataRun, Place, Site } from '../site/model/schema';

/** TCP goodput of Ethernet as a share of its rate: 1448 payload of 1538 bytes on the wire (1500 MTU, timestamps). */
export const ETHERNET_TCP_SHARE = 0.9415;
/** Longest copper channel, m: 90 fixed and 10 of leads. */
export const COPPER_LIMIT_M = 100;
/** Of it fixed at most, m: what is left is for leads. */
export const FIXED_COPPER_M = 90;
/** Slack on top of a route, and the drop at each end, m. */
const SLACK = 1.1;
const DROP_M = 1.5;

export type CableCategory = 'cat5e' | 'cat6' | 'cat6a';

/** TCP goodput of an Ethernet link rate, Mb/s. */
export function ethernetGoodputMbps(rateMbps: number): number {
  return rateMbps * ETHERNET_TCP_SHARE;
}

/**
 * Fastest link rate a copper run carries, Mb/s; 0 past 100 m. Cat 5e 2.5 Gb/s; Cat 6 5 Gb/s, 10 Gb/s to 37 m (the
 * length that holds in a bundle); Cat 6A 10 Gb/s. Source: IEEE 802.3, docs/model.md "Ethernet".
 */
export function copperRateMbps(category: CableCategory, lengthM: number): number {
  if (lengthM > COPPER_LIMIT_M) return 0;
  if (category === 'cat5e') return 2500;
  if (category === 'cat6') return lengthM <= 37 ? 10_000 : 5000;
  return 10_000;
}

/** Wire for a route, m: a drop at each end and 10 % slack. */
export const withSlackM = (routeM: number): number => (routeM + 2 * DROP_M) * SLACK;

/** Wire between two places where no route is known, m: by right angles, with rises, drops and slack. */
export function wireLengthM(site: Site, a: Place, b: Place): number {
  const route = Math.abs(a.xM - b.xM) + Math.abs(a.yM - b.yM) + Math.abs(levelOf(site, a) - levelOf(site, b));
  return withSlackM(route);
}

/** What a run that is in the house carries, Mb/s: what was negotiated on it, else what its kind does. */
export function runRateMbps(run: DataRun): number {
  const carries =
    run.category === 'fibre' ? 1000 : Math.min(copperRateMbps(run.category, run.lengthM), 10_000);
  return run.negotiatedMbps ?? carries;
}
