import { BANDS, type Band } from '../../radio/link/bands';
import { levelSigmaDb, ownSigmaDb, withEnds } from '../../radio/learning/beliefs';
import type { Features } from '../../radio/propagation/features';
import { CLIENT_TYPES } from '../../radio/link/clients';
import {
  elevationDb,
  linkAt,
  prepareClientLink,
  type PreparedLink,
  type RadioEnd,
} from '../../radio/link/link';
import { factsOf, radioPath, type RadioPath } from '../../radio/propagation/path';
import { powerLimit } from '../../radio/link/regions';
import type { Spot3 } from '../../radio/geometry/crossings';
import { isOutdoors } from '../../site/geometry/openAir';
import type { ClientTypeId, Spot } from '../../site/model/schema';
import type { Unit } from '../option/schema';
import { airOf, type Air } from './air';
import { airKey } from './airtime';
import { choiceDbm } from './choice';
import { kitOf, pointOf, type PlanContext } from '../network/context';
import { ethernetGoodputMbps, runRateMbps } from '../../feed/ethernet';
import { portGoodputMbps } from './hop';
import { sureLink, type Part, type UnsureLink } from './part';
import { radioEnd } from '../network/radios';

/** A way a spot's device may be served. */
export interface Access {
  unit: Unit;
  end: RadioEnd | null;
  levelDbm: number;
  /** What a device goes by when it chooses, dBm. */
  choiceDbm: number;
  /** Spread of that level, dB. */
  sigmaDb(): number;
  /** Link rate, Mb/s. */
  phyMbps(): number;
  /** The air or the lead as a part, with what it gives at a shift of its level; made only for ways that are used. */
  link(): UnsureLink;
  /** Mb/s down in the middle. */
  downMbps: number;
}

/** Whether a band and channel may be planned for a place: indoor-only channels never reach into the open. */
function mayUse(context: PlanContext, end: RadioEnd, spot: Spot): boolean {
  if (!isOutdoors(context.site, spot.place)) return true;
  return !powerLimit(context.brief, end.band, end.channel, end.widthMhz ?? 20).indoorsOnly;
}

function airLink(
  context: PlanContext,
  unit: Unit,
  air: Air,
  { end, path, prepared, sigmaDb, level }: Reception,
): UnsureLink {
  const ratesAt = (shiftDb: number) => air.ratesAt(prepared, shiftDb);
  const part: Part = {
    kind: 'air',
    ...ratesAt(0),
    latencyMs: air.latencyMs,
    mediumId: air.mediumId,
    measured: false,
    unitId: unit.id,
    parentId: null,
    why: {
      kind: 'air',
      bridge: false,
      band: end.band,
      levelDbm: prepared.downDbm,
      way: factsOf(context.scene, path),
    },
  };
  return {
    part,
    sigmaDb: sigmaDb(),
    sigmaLn: air.sigmaLn,
    mostMbps: Infinity,
    ratesAt,
    level: level(),
    drawn: new Map(),
  };
}

/** What a device hears of a unit in one band: its level before and after what was learnt, and how unsure that is. */
interface Reception {
  end: RadioEnd;
  path: RadioPath;
  prepared: PreparedLink;
  sigmaDb(): number;
  /** What its level leans on, and the spread of its own, dB. */
  level(): { features: Features; ownDb: number };
}

const NO_FEATURES: Features = new Map();

/** A radio of a unit and a device at a spot as they would be with no loss between them. */
interface AtNoLoss {
  end: RadioEnd;
  from: Spot3;
  at: Spot3;
  /** The link at a path loss of 0 and no shift, with the antenna's gain towards the spot. */
  link: PreparedLink;
}

/** What a unit's access radio in a band would give a device at a spot with no loss; null where the two share no band. */
export function atNoLoss(
  context: PlanContext,
  unit: Unit,
  spot: Pick<Spot, 'place'>,
  device: ClientTypeId,
  band: Band,
): AtNoLoss | null {
  const kit = kitOf(context, unit);
  const radio = kit.radios.find((r) => r.role === 'access' && r.band === band);
  if (!radio || !CLIENT_TYPES[device].bands.includes(band)) return null;
  const end = radioEnd(unit, kit, radio);
  const from = pointOf(context.site, unit.place);
  const at = pointOf(context.site, spot.place);
  const tilt = elevationDb(kit.antenna, at.z - from.z, Math.hypot(at.x - from.x, at.y - from.y), unit.turned);
  const link = prepareClientLink(end, device, context.brief, 0, tilt, 0);
  return link && { end, from, at, link };
}

/** How a spot's device hears one radio of a unit; null where the two share no band. */
export function hearing(context: PlanContext, unit: Unit, spot: Spot, band: Band): Reception | null {
  const { scene, beliefs } = context;
  const ends = atNoLoss(context, unit, spot, spot.client, band);
  if (!ends || !mayUse(context, ends.end, spot)) return null;
  const { end, from: u, at: p, link } = ends;
  const path = radioPath(scene, u, p, band, beliefs.correction);
  const near = beliefs.near(u, band, p, path.features);
  const learnt = beliefs.shiftDb(withEnds(NO_FEATURES, unit.id, spot.client, band)) + near.meanDb;
  const shiftDb = learnt - path.lossDb;
  const prepared = { ...link, downDbm: link.downDbm + shiftDb, upDbm: link.upDbm + shiftDb };
  // How unsure it is is asked only of the way a device takes.
  const sigmaDb = () =>
    levelSigmaDb(beliefs, withEnds(path.features, unit.id, spot.client, band), band, near.known);
  const level = () => ({
    features: withEnds(path.features, unit.id, spot.client, band),
    ownDb: ownSigmaDb(beliefs, path.features, band, near.known),
  });
  return { end, path, prepared, sigmaDb, level };
}

/** A way over one band of a unit, with what a device goes by there. */
function accessBy(
  context: PlanContext,
  shares: ReadonlyMap<string, number>,
  unit: Unit,
  band: Band,
  heard: Reception,
): Access {
  const { end, prepared, sigmaDb } = heard;
  const air = airOf(context, end, shares.get(airKey(unit.id, band))!);
  let link: UnsureLink | null = null;
  return {
    unit,
    end,
    levelDbm: prepared.downDbm,
    choiceDbm: choiceDbm(band, prepared.downDbm),
    sigmaDb,
    phyMbps: () => linkAt(prepared, 0).down.rate?.phyMbps ?? 0,
    downMbps: air.ratesAt(prepared, 0).downMbps,
    link: () => (link ??= airLink(context, unit, air, heard)),
  };
}

/** Every way a client could use one unit, a band each; which it takes hangs on levels that are unsure. */
export function accessesOf(
  context: PlanContext,
  air: ReadonlyMap<string, number>,
  unit: Unit,
  spot: Spot,
): Access[] {
  return BANDS.flatMap((band) => {
    const heard = hearing(context, unit, spot, band);
    return heard ? [accessBy(context, air, unit, band, heard)] : [];
  });
}

/** The way a client would use one unit: the band it prefers there. */
function findAccess(
  context: PlanContext,
  air: ReadonlyMap<string, number>,
  unit: Unit,
  spot: Spot,
): Access | null {
  let best: { band: Band; heard: Reception; choice: number } | null = null;
  for (const band of BANDS) {
    const heard = hearing(context, unit, spot, band);
    if (!heard) continue;
    const choice = choiceDbm(band, heard.prepared.downDbm);
    if (!best || choice > best.choice) best = { band, heard, choice };
  }
  return best && accessBy(context, air, unit, best.band, best.heard);
}

/** What a way was worked out from: it holds as long as these are the same things. */
interface Known {
  from: readonly unknown[];
  access: Access | null;
}

/** Ways by unit and spot: while one unit is in the drag preview those of all others stay what they are. */
const waysKnown = new WeakMap<Unit, WeakMap<Spot, Known>>();

/** The way a client would use one unit, worked out anew only where something it depends on has changed. */
export function accessThrough(
  context: PlanContext,
  air: ReadonlyMap<string, number>,
  unit: Unit,
  spot: Spot,
): Access | null {
  const { scene, beliefs, brief, airQueueMs } = context;
  const kit = kitOf(context, unit);
  const shares = BANDS.map((band) => air.get(airKey(unit.id, band)));
  const from = [scene, beliefs, brief, airQueueMs, kit, ...shares];
  let bySpot = waysKnown.get(unit);
  if (!bySpot) waysKnown.set(unit, (bySpot = new WeakMap()));
  const known = bySpot.get(spot);
  if (known && from.every((thing, i) => thing === known.from[i])) return known.access;
  const access = findAccess(context, air, unit, spot);
  bySpot.set(spot, { from, access });
  return access;
}

/** A lead from a unit's port, over a run in the wall where there is one between. */
export function leadAccess(context: PlanContext, unit: Unit, dataRunId?: string | null): Access {
  const run = context.site.dataRuns.find((r) => r.id === dataRunId);
  const port = portGoodputMbps(kitOf(context, unit));
  const mbps = run ? Math.min(port, ethernetGoodputMbps(runRateMbps(run))) : port;
  const part: Part = {
    kind: 'lead',
    downMbps: mbps,
    upMbps: mbps,
    latencyMs: 0.1,
    mediumId: null,
    measured: false,
    unitId: unit.id,
    parentId: null,
    why: { kind: 'lead' },
  };
  return {
    unit,
    end: null,
    levelDbm: Infinity,
    choiceDbm: Infinity,
    sigmaDb: () => 0,
    phyMbps: () => mbps,
    downMbps: mbps,
    link: () => sureLink(part),
  };
}
