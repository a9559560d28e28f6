import { BANDS, BAND_INDEX, type Band } from '../radio/link/bands';
import { CLIENT_TYPES } from '../radio/link/clients';
import type { Observation } from '../radio/learn/calibration';
import { elevationDb, prepareClientLink, quietMbpsAt, type PreparedLink } from '../radio/link/link';
import { radioPath } from '../radio/path/path';
import { airKey } from '../plan/evaluate/airtime';
import { kitOf, pointOf, type PlanContext } from '../plan/evaluate/context';
import { BAND_CHANGE_DBM } from '../plan/evaluate/access';
import { linksOf, type OptionLinks } from '../plan/evaluate/pipe';
import { radioEnd } from '../plan/evaluate/radios';
import { evidenceOf } from '../evidence/fold';
import { thawed } from '../evidence/network';
import { spotIdOf, type EvidenceRows, type Reading } from '../evidence/rows';
import type { Option, Unit } from '../plan/option/schema';
import type { Spot } from '../site/model/schema';
import { median } from '../stats/median';

/** Spread of one reading of a level, of a level told from a speed, and of the limit of "no connection", dB (estimates). */
const LEVEL_NOISE_DB = 2;
const SPEED_NOISE_DB = 6;
const LOST_NOISE_DB = 3;
/** A speed from this share of its ceiling on says only "at least". */
const CEILING_SHARE = 0.85;

/** Most observations a job learns from; of more the newest count. Learning from so many takes a second or two. */
export const MOST_OBSERVATIONS = 1600;

export interface Observed {
  list: Observation[];
  /** Groups of readings, the oldest, that are left out because there are more than a job learns from. */
  leftOut: number;
}

/** A frozen network with what every reading in it asks for. */
interface ReadNetwork {
  context: PlanContext;
  option: Option;
  links: OptionLinks;
}

/** The way one device hears one unit in a band. */
interface Heard {
  unit: Unit;
  band: Band;
  /** The link at a path loss of 0 and no shift, with the antenna's gain towards the spot. */
  link: PreparedLink;
  /** Airtime that is free to it, 0 to 1. */
  airShare: number;
}

function heardFrom(
  { context, links }: ReadNetwork,
  unit: Unit,
  spot: Spot,
  band: Band,
  device: Spot['client'],
): Heard | null {
  const kit = kitOf(context, unit);
  const radio = kit.radios.find((r) => r.role === 'access' && r.band === band);
  if (!radio || !CLIENT_TYPES[device].bands.includes(band)) return null;
  const u = pointOf(context.site, unit.place);
  const p = pointOf(context.site, spot.place);
  const tilt = elevationDb(kit.antenna, p.z - u.z, Math.hypot(p.x - u.x, p.y - u.y));
  const link = prepareClientLink(radioEnd(unit, kit, radio), device, context.brief, 0, tilt, 0);
  return link && { unit, band, link, airShare: links.air.get(airKey(unit.id, band))! };
}

/** Which unit served a reading: the strongest predicted of the frozen network in the band seen, else the likeliest band. */
function servedBy(read: ReadNetwork, spot: Spot, reading: Reading): Heard | null {
  const { context, option, links } = read;
  const fixed = reading.band === 'free' ? reading.bandSeen : reading.band;
  const device = reading.device === 'wired' ? spot.client : reading.device;
  let best: { heard: Heard; levelDbm: number } | null = null;
  for (const unit of option.units) {
    if (!links.paths.has(unit.id)) continue;
    for (const band of BANDS) {
      if (fixed && band !== fixed) continue;
      const heard = heardFrom(read, unit, spot, band, device);
      if (!heard) continue;
      const path = radioPath(
        context.scene,
        pointOf(context.site, unit.place),
        pointOf(context.site, spot.place),
        band,
        context.beliefs,
      );
      const levelDbm = heard.link.downDbm - path.lossDb;
      // Without a band noted the device is taken to be where it would go: the highest band that is strong enough.
      const counts =
        fixed || band === '2.4' || levelDbm >= BAND_CHANGE_DBM
          ? levelDbm + (fixed ? 0 : 20 * BAND_INDEX[band])
          : -Infinity;
      if (!best || counts > best.levelDbm) best = { heard, levelDbm: counts };
    }
  }
  return best?.heard ?? null;
}

/** Level at which a device would move a speed down on a quiet way, dBm; null where no level gives so much. */
function levelForSpeed({ link, airShare }: Heard, mbps: number): number | null {
  for (let level = -95; level <= -30; level += 0.5)
    if (quietMbpsAt(link, level - link.downDbm).downMbps * airShare >= mbps) return level;
  return null;
}

/** Weakest level at which a device still holds a link, dBm. */
const lostBelowDbm = (heard: Heard): number => levelForSpeed(heard, 0.1) ?? -92;

function levelOfGroup(
  context: PlanContext,
  heard: Heard,
  device: Spot['client'],
  group: readonly Reading[],
): Pick<Observation, 'measuredDbm' | 'kind' | 'noiseDb'> | null {
  const levels = group.map((r) => r.rssiDbm).filter((v) => v !== null);
  if (levels.length > 0)
    return {
      measuredDbm: median(levels)!,
      kind: 'exact',
      noiseDb: LEVEL_NOISE_DB / Math.sqrt(levels.length),
    };
  if (group.every((r) => !r.connected))
    return { measuredDbm: lostBelowDbm(heard), kind: 'atMost', noiseDb: LOST_NOISE_DB };
  const speed = median(group.filter((r) => r.connected && r.downMbps !== null).map((r) => r.downMbps!));
  if (speed === null || speed <= 0) return null;
  const measuredDbm = levelForSpeed(heard, speed);
  const ceiling = Math.min(context.line.downMbps, CLIENT_TYPES[device].ceilingMbps);
  const top = levelForSpeed(heard, speed / CEILING_SHARE) === null;
  if (measuredDbm === null) return null;
  return {
    measuredDbm,
    kind: speed >= CEILING_SHARE * ceiling || top ? 'atLeast' : 'exact',
    noiseDb: SPEED_NOISE_DB,
  };
}

/**
 * A job's readings as observations of levels: runs of one device, band and network at a spot count once, with their
 * median. Readings by cable, at spots that are gone, or that no unit could have served say nothing.
 */
export function observationsOf(context: PlanContext, rows: EvidenceRows): Observed {
  const e = evidenceOf(rows);
  const groups = new Map<string, Reading[]>();
  for (const r of e.valid) {
    const spotId = spotIdOf(r);
    if (spotId === null || r.device === 'wired') continue;
    const key = [spotId, r.stateId, r.device, r.band, r.bandSeen ?? '', r.connected].join('|');
    const group = groups.get(key);
    if (group) {
      group.push(r);
      // The newest last, by the newest reading of each.
      groups.delete(key);
      groups.set(key, group);
    } else groups.set(key, [r]);
  }
  const newest = [...groups.values()].slice(-MOST_OBSERVATIONS);
  const spots = new Map(context.site.spots.map((s) => [s.id, s]));
  const networks = new Map<string, ReadNetwork>();
  const networkOf = (stateId: string): ReadNetwork | null => {
    const known = networks.get(stateId);
    const state = e.states.get(stateId);
    if (known || !state) return known ?? null;
    const { option, kit } = thawed(context.site, state);
    const then = { ...context, ownKit: kit };
    const read = { context: then, option, links: linksOf(then, option) };
    networks.set(stateId, read);
    return read;
  };
  const out: Observation[] = [];
  for (const group of newest) {
    const first = group[0]!;
    const spot = spots.get(spotIdOf(first)!);
    const read = networkOf(first.stateId);
    if (!spot || !read || first.device === 'wired') continue;
    const { device } = first;
    const heard = servedBy(read, spot, first);
    const level = heard && levelOfGroup(context, heard, device, group);
    if (!heard || !level) continue;
    const p = pointOf(context.site, spot.place);
    const u = pointOf(context.site, heard.unit.place);
    out.push({
      ...level,
      id: first.id,
      band: heard.band,
      linkId: `${heard.unit.id}:${heard.band}`,
      ...p,
      predict: (beliefs) => {
        const path = radioPath(context.scene, u, p, heard.band, beliefs);
        const features = new Map(path.features);
        features.set(`unit:${heard.unit.id}:${heard.band}`, 1);
        features.set(`device:${device}:${heard.band}`, 1);
        return { levelDbm: heard.link.downDbm - path.lossDb, features };
      },
    });
  }
  return { list: out, leftOut: groups.size - newest.length };
}
