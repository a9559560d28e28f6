import { BANDS } from '../../radio/link/bands';
import { levelSigmaDb } from '../../radio/learn/beliefs';
import { CLIENT_TYPES } from '../../radio/link/clients';
import {
  elevationDb,
  linkAt,
  prepareClientLink,
  quietMbpsAt,
  type PreparedLink,
  type RadioEnd,
} from '../../radio/link/link';
import { factsOf, radioPath, type RadioPath } from '../../radio/path/path';
import { powerLimit } from '../../radio/link/regions';
import type { Spot } from '../../site/model/schema';
import type { Unit } from '../option/schema';
import { airKey } from './airtime';
import { kitOf, pointOf, type PlanContext } from './context';
import { portGoodputMbps } from './hop';
import { sureLink, type Part, type UnsureLink } from './part';
import { channelMedium, radioEnd } from './radios';

/** Level at or above which a client takes a higher band, dBm (estimate). */
export const BAND_CHANGE_DBM = -70;
/** Idle round trip the air adds, ms (estimate). */
const AIR_LATENCY_MS = 2;

/** A way a spot's device may be served. */
export interface Access {
  unit: Unit;
  end: RadioEnd | null;
  levelDbm: number;
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
  if (spot.place.storeyId !== null) return true;
  return !powerLimit(context.brief, end.band, end.channel, end.widthMhz ?? 20).indoorsOnly;
}

function airLink(
  context: PlanContext,
  unit: Unit,
  end: RadioEnd,
  prepared: PreparedLink,
  share: number,
  path: RadioPath,
  sigmaDb: number,
): UnsureLink {
  const ratesAt = (shiftDb: number) => {
    const quiet = quietMbpsAt(prepared, shiftDb);
    return { downMbps: quiet.downMbps * share, upMbps: quiet.upMbps * share };
  };
  const part: Part = {
    kind: 'air',
    ...ratesAt(0),
    latencyMs: AIR_LATENCY_MS,
    mediumId: channelMedium(end),
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
  return { part, sigmaDb, ratesAt, drawn: new Map() };
}

/** The way a client would use one unit: the highest band at −70 dBm or better, otherwise the lowest that works. */
export function accessThrough(
  context: PlanContext,
  air: ReadonlyMap<string, number>,
  unit: Unit,
  spot: Spot,
): Access | null {
  const { site, scene, beliefs, brief } = context;
  const kit = kitOf(context, unit);
  const u = pointOf(site, unit.place);
  const p = pointOf(site, spot.place);
  const elevation = elevationDb(kit.antenna, p.z - u.z, Math.hypot(p.x - u.x, p.y - u.y));
  let lowest: Access | null = null;
  let highest: Access | null = null;
  for (const band of BANDS) {
    const radio = kit.radios.find((r) => r.role === 'access' && r.band === band);
    if (!radio || !CLIENT_TYPES[spot.client].bands.includes(band)) continue;
    const end = radioEnd(unit, kit, radio);
    if (!mayUse(context, end, spot)) continue;
    const path = radioPath(scene, u, p, band, beliefs);
    const features = new Map(path.features);
    features.set(`unit:${unit.id}:${band}`, 1);
    features.set(`device:${spot.client}:${band}`, 1);
    const learnt = beliefs.shiftDb(features);
    const prepared = prepareClientLink(end, spot.client, brief, path.lossDb, elevation, learnt);
    if (!prepared) continue;
    const share = air.get(airKey(unit.id, band))!;
    const sigmaDb = () => levelSigmaDb(beliefs, features, band);
    const access: Access = {
      unit,
      end,
      levelDbm: prepared.downDbm,
      sigmaDb,
      phyMbps: () => linkAt(prepared, 0).down.rate?.phyMbps ?? 0,
      downMbps: quietMbpsAt(prepared, 0).downMbps * share,
      link: () => airLink(context, unit, end, prepared, share, path, sigmaDb()),
    };
    if (!lowest) lowest = access;
    if (access.levelDbm >= BAND_CHANGE_DBM) highest = access;
  }
  return highest ?? lowest;
}

/** A lead from a unit's port. */
export function leadAccess(context: PlanContext, unit: Unit): Access {
  const mbps = portGoodputMbps(kitOf(context, unit));
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
    sigmaDb: () => 0,
    phyMbps: () => mbps,
    downMbps: mbps,
    link: () => sureLink(part),
  };
}
