import { levelOf } from '../site/model/levels';
import type { Outlet, Place, Site } from '../site/model/schema';
import { ETHERNET_TCP_SHARE } from './ethernet';

/**
 * Factors of usable powerline speed (estimates, docs/model.md "Powerline"). The number on the box adds up both directions and
 * all overhead; pairs in houses move 15 to 25 % of it.
 */
export const POWERLINE = {
  boxShare: 0.18,
  perBoundary: 0.8,
  acrossLegs: 0.5,
  oldWiring: 0.6,
  subPanel: 0.5,
  protection: 0.7,
  strip: 0.25,
  decayM: 60,
  capMbps: 450,
} as const;

export interface PowerlineRun {
  boxMbps: number;
  portMbps: number;
  wireM: number;
  /** Breakers passed: 0 on one circuit, 2 between circuits of a panel, 3 with a sub-panel. */
  boundaries: number;
  acrossLegs: boolean;
  oldWiring: boolean;
  subPanels: number;
  protectedCircuit: boolean;
  strips: number;
}

export interface PowerlineResult {
  mbps: number;
  factors: { label: string; factor: number }[];
}

/** Usable TCP of a powerline pair, Mb/s, and the factors it is the product of. */
export function powerlineMbps(run: PowerlineRun): PowerlineResult {
  const factors: PowerlineResult['factors'] = [
    { label: 'of the number on the box', factor: POWERLINE.boxShare },
  ];
  const put = (label: string, factor: number, times = 1) => {
    if (times > 0) factors.push({ label, factor: factor ** times });
  };
  put('circuit boundaries after the first', POWERLINE.perBoundary, Math.max(0, run.boundaries - 1));
  put('across phases or legs', POWERLINE.acrossLegs, run.acrossLegs ? 1 : 0);
  put('old wiring', POWERLINE.oldWiring, run.oldWiring ? 1 : 0);
  put('through a sub-panel', POWERLINE.subPanel, run.subPanels);
  put('behind arc-fault or residual-current protection', POWERLINE.protection, run.protectedCircuit ? 1 : 0);
  put('on a surge strip', POWERLINE.strip, run.strips);
  factors.push({
    label: `${run.wireM.toFixed(0)} m of wire`,
    factor: Math.exp(-run.wireM / POWERLINE.decayM),
  });
  const product = factors.reduce((p, f) => p * f.factor, run.boxMbps);
  return { mbps: Math.min(product, POWERLINE.capMbps, run.portMbps * ETHERNET_TCP_SHARE), factors };
}

export type PowerlinePath = { ok: true; run: PowerlineRun; wiringId: string } | { ok: false; reason: string };

function wireM(site: Site, a: Place, b: Place): number {
  return Math.abs(a.xM - b.xM) + Math.abs(a.yM - b.yM) + Math.abs(levelOf(site, a) - levelOf(site, b));
}

/** Panels from one up to the head of the supply; a loop in the data ends the walk. */
function upwards(site: Site, panelId: string): Site['panels'] {
  const chain: Site['panels'] = [];
  for (let at: string | null = panelId; at !== null;) {
    const panel: Site['panels'][number] | undefined = site.panels.find((p) => p.id === at);
    if (!panel || chain.includes(panel)) break;
    chain.push(panel);
    at = panel.fedFromId;
  }
  return chain;
}

/** How the house wiring joins two outlets. An outlet without a circuit, or wiring that does not meet, gives a reason. */
export function powerlinePath(
  site: Site,
  near: Outlet,
  far: Outlet,
  boxMbps: number,
  portMbps: number,
): PowerlinePath {
  if (near.id === far.id) return { ok: false, reason: 'Both adapters are on the same outlet: choose two.' };
  const circuits = [near, far].map((o) => site.circuits.find((c) => c.id === o.circuitId));
  const [a, b] = circuits;
  if (!a || !b) {
    const which = a ? far : near;
    return { ok: false, reason: `The circuit of outlet "${which.name}" is not known: set it in Survey.` };
  }
  const strips = (near.strip ? 1 : 0) + (far.strip ? 1 : 0);
  const common = {
    boxMbps,
    portMbps,
    acrossLegs: a.leg !== b.leg,
    oldWiring: a.oldWiring || b.oldWiring,
    protectedCircuit: a.protection !== 'none' || b.protection !== 'none',
    strips,
  };
  const upA = upwards(site, a.panelId);
  const upB = upwards(site, b.panelId);
  const head = upA[upA.length - 1];
  const headB = upB[upB.length - 1];
  if (!head || !headB || head.id !== headB.id)
    return {
      ok: false,
      reason: `${near.name} and ${far.name} are not on one supply: powerline cannot join them.`,
    };
  if (a.id === b.id)
    return {
      ok: true,
      wiringId: head.id,
      run: { ...common, wireM: wireM(site, near.place, far.place), boundaries: 0, subPanels: 0 },
    };
  const meet = upA.find((p) => upB.includes(p))!;
  const route = [...upA.slice(0, upA.indexOf(meet) + 1), ...upB.slice(0, upB.indexOf(meet)).reverse()];
  let metres =
    wireM(site, near.place, route[0]!.place) + wireM(site, far.place, route[route.length - 1]!.place);
  for (let i = 1; i < route.length; i++) metres += wireM(site, route[i - 1]!.place, route[i]!.place);
  const subPanels = route.length - 1;
  return {
    ok: true,
    wiringId: head.id,
    run: { ...common, wireM: metres, boundaries: 2 + subPanels, subPanels },
  };
}

/** The lead of an adapter reaches so far, m (estimate). */
const LEAD_M = 6;

/** What is left of powerline's speed by the outlet of one end alone: a surge strip, its circuit and the wire to it. */
function endFactor(site: Site, outlet: Outlet, at: Place): number {
  const circuit = site.circuits.find((c) => c.id === outlet.circuitId);
  return (
    (outlet.strip ? POWERLINE.strip : 1) *
    (circuit ? 1 : 0.01) *
    (circuit?.oldWiring ? POWERLINE.oldWiring : 1) *
    (circuit && circuit.protection !== 'none' ? POWERLINE.protection : 1) *
    Math.exp(-wireM(site, outlet.place, at) / POWERLINE.decayM)
  );
}

/**
 * The outlet an adapter takes for a place: the best with a socket left within its lead; else the nearest on the storey, else the
 * nearest at all; null when none is surveyed.
 */
export function adapterOutlet(site: Site, at: Place): Outlet | null {
  const farM = (o: Outlet) => wireM(site, o.place, at) + (o.place.storeyId === at.storeyId ? 0 : 100);
  const within = site.outlets.filter((o) => o.freeSockets > 0 && farM(o) <= LEAD_M);
  if (within.length > 0)
    return within.reduce((a, b) => (endFactor(site, b, at) > endFactor(site, a, at) ? b : a));
  return site.outlets.reduce<Outlet | null>((a, b) => (a && farM(a) <= farM(b) ? a : b), null);
}
