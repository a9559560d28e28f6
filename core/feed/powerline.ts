import { roomsOn } from '../site/geometry/rooms';
import { inside, levelOf } from '../site/model/levels';
import { mainsWords, type MainsWords } from '../site/model/mainsWords';
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

/** Usable TCP of a powerline pair, Mb/s, and the factors it is the product of, in the words of the mains where the job is. */
export function powerlineMbps(
  run: PowerlineRun,
  { leg, subPanel, protection }: MainsWords = mainsWords('europe'),
): PowerlineResult {
  const factors: PowerlineResult['factors'] = [
    { label: 'of the number on the box', factor: POWERLINE.boxShare },
  ];
  const put = (label: string, factor: number, times = 1) => {
    if (times > 0) factors.push({ label, factor: factor ** times });
  };
  put('circuit boundaries after the first', POWERLINE.perBoundary, Math.max(0, run.boundaries - 1));
  put(`across ${leg}s`, POWERLINE.acrossLegs, run.acrossLegs ? 1 : 0);
  put('old wiring', POWERLINE.oldWiring, run.oldWiring ? 1 : 0);
  put(`through a ${subPanel}`, POWERLINE.subPanel, run.subPanels);
  put(
    `behind ${protection.rcd} or ${protection.afci} protection`,
    POWERLINE.protection,
    run.protectedCircuit ? 1 : 0,
  );
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
export const LEAD_M = 6;

/** How far an outlet is from a place by its wire, one on another storey behind all others, m. */
const farM = (site: Site, o: Outlet, at: Place): number =>
  wireM(site, o.place, at) + (o.place.storeyId === at.storeyId ? 0 : 100);

/**
 * Outlets an adapter could take for a place: those of its room with a socket left within its lead, since a lead into the next room is a
 * hole; else the nearest; none where none is surveyed.
 */
function within(site: Site, at: Place): Outlet[] {
  const sorted = [...site.outlets].sort((a, b) => farM(site, a, at) - farM(site, b, at));
  const room = roomsOn(site, at.storeyId).find((r) => inside(r.outline, at.xM, at.yM));
  const isInRoom = ({ place: p }: Outlet) => !room || inside(room.outline, p.xM, p.yM);
  const near = sorted.filter((o) => o.freeSockets > 0 && farM(site, o, at) <= LEAD_M && isInRoom(o));
  return near.length > 0 ? near : sorted.slice(0, 1);
}

/**
 * The outlets a pair of adapters takes, near its parent and at the unit: of those within their leads the two that give the most, of
 * equals the nearest; null where none is surveyed.
 */
export function adapterOutlets(site: Site, parent: Place, unit: Place): [Outlet | null, Outlet | null] {
  const [nears, fars] = [within(site, parent), within(site, unit)];
  let best: { pair: [Outlet, Outlet]; mbps: number } | null = null;
  for (const near of nears)
    for (const far of fars) {
      const path = powerlinePath(site, near, far, 1000, 1000);
      const mbps = path.ok ? powerlineMbps(path.run).mbps : 0;
      if (path.ok && (!best || mbps > best.mbps)) best = { pair: [near, far], mbps };
    }
  return best?.pair ?? [nears[0] ?? null, fars.find((o) => o !== nears[0]) ?? fars[0] ?? null];
}
