import { BANDS } from '../../radio/link/bands';
import { levelSigmaDb } from '../../radio/learn/beliefs';
import { CLIENT_TYPES } from '../../radio/link/clients';
import { clientLink, elevationDb, type RadioEnd, type RadioLink } from '../../radio/link/link';
import { pathInWords, radioPath, type RadioPath } from '../../radio/path/path';
import { powerLimit } from '../../radio/link/regions';
import type { Part } from '../../feed/chain';
import type { Spot } from '../../site/model/schema';
import { airKey } from './airtime';
import { kitOf, pointOf, type PlanContext } from './context';
import { portGoodputMbps } from './hop';
import { channelMedium, radioEnd } from './radios';
import type { Unit } from '../option/schema';
import { lengthText } from '../../site/model/lengths';

/** Level at or above which a client takes a higher band, dBm (estimate). */
export const BAND_CHANGE_DBM = -70;
/** A way a spot's device may be served. */
export interface Access {
  unit: Unit;
  end: RadioEnd | null;
  levelDbm: number;
  sigmaDb: number;
  phyMbps: number;
  at(shiftDb: number): Part;
}

function airPart(unit: Unit, end: RadioEnd, link: RadioLink, air: number, because: string): Part {
  return {
    kind: 'air',
    label: `air from ${unit.letter}, ${end.band} GHz`,
    downMbps: link.down.quietMbps * air,
    upMbps: link.up.quietMbps * air,
    latencyMs: 2,
    mediumId: channelMedium(end),
    measured: false,
    unitId: unit.id,
    because,
  };
}

/** Whether a band and channel may be planned for a place: indoor-only channels never reach into the open. */
function mayUse(context: PlanContext, end: RadioEnd, spot: Spot): boolean {
  if (spot.place.storeyId !== null) return true;
  return !powerLimit(context.brief, end.band, end.channel, end.widthMhz ?? 20).indoorsOnly;
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
    const path: RadioPath = radioPath(scene, u, p, band, beliefs);
    const features = new Map(path.features);
    features.set(`unit:${unit.id}:${band}`, 1);
    features.set(`device:${spot.client}:${band}`, 1);
    const learnt = beliefs.shiftDb(features);
    const share = air.get(airKey(unit.id, band))!;
    const linkAt = (shiftDb: number) =>
      clientLink(end, spot.client, brief, path.lossDb, elevation, learnt + shiftDb);
    const middle = linkAt(0);
    if (!middle) continue;
    const words = pathInWords(scene, path, (m) => lengthText(m, brief.lengthUnit));
    const access: Access = {
      unit,
      end,
      levelDbm: middle.down.levelDbm,
      sigmaDb: levelSigmaDb(beliefs, features, band),
      phyMbps: middle.down.rate?.phyMbps ?? 0,
      at: (shiftDb) => airPart(unit, end, linkAt(shiftDb)!, share, words),
    };
    if (!lowest) lowest = access;
    if (access.levelDbm >= BAND_CHANGE_DBM) highest = access;
  }
  return highest ?? lowest;
}

/** A lead from a unit's port. */
export function leadAccess(context: PlanContext, unit: Unit): Access {
  const mbps = portGoodputMbps(kitOf(context, unit));
  const lead: Part = {
    kind: 'lead',
    label: `lead from ${unit.letter}`,
    downMbps: mbps,
    upMbps: mbps,
    latencyMs: 0.1,
    mediumId: null,
    measured: false,
    unitId: unit.id,
    because: 'plugged in',
  };
  return { unit, end: null, levelDbm: Infinity, sigmaDb: 0, phyMbps: mbps, at: () => lead };
}
