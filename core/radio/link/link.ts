import type { ClientTypeId } from '../../site/model/schema';
import { BAND_INDEX, DEFAULT_WIDTH_MHZ, type Band } from './bands';
import { CLIENT_NOISE_FIGURE_DB, CLIENT_TYPES, UNIT_NOISE_FIGURE_DB } from './clients';
import { powerLimit, type RadioRules } from './regions';
import { TCP_SHARE, bestRate, commonStandard, type LinkRate, type RateEnds, type Standard } from './rates';

export type Antenna = 'inner' | 'rods' | 'ceiling' | 'directional';

/** Receiving gain of a unit at 2.4, 5 and 6 GHz, dBi (estimates). */
export const UNIT_GAIN_DBI = [2, 3, 3] as const;
/** Receiving gain of an outdoor point-to-point bridge, dBi. */
export const BRIDGE_GAIN_DBI = 13;

/** One radio of a unit as a link needs it. */
export interface RadioEnd {
  band: Band;
  standard: Standard;
  streams: number;
  maxWidthMhz: number;
  eirpDbm: number;
  antenna: Antenna;
  channel: number;
  /** Channel width set on this unit; null means the band's default. */
  widthMhz: number | null;
}

/**
 * Gain of an antenna towards an elevation, dB (≤ 0): inner −3·sin²(el), rods 20·log10(max(cos el, 0.35)),
 * ceiling −8·sin(el) upwards and 0 downwards (estimates). `riseM` is the target's height above the unit.
 */
export function elevationDb(antenna: Antenna, riseM: number, groundM: number): number {
  const distance = Math.hypot(riseM, groundM);
  if (distance === 0) return 0;
  const sine = riseM / distance;
  if (antenna === 'inner') return -3 * sine * sine;
  if (antenna === 'rods') return 20 * Math.log10(Math.max(groundM / distance, 0.35));
  if (antenna === 'ceiling') return sine > 0 ? -8 * sine : 0;
  return 0;
}

export interface DirectedLink {
  levelDbm: number;
  rate: LinkRate | null;
  /** TCP goodput on a quiet channel, Mb/s; 0 without a link. */
  quietMbps: number;
}

export interface RadioLink {
  down: DirectedLink;
  up: DirectedLink;
  standard: Standard;
}

function directed(levelDbm: number, ends: RateEnds): DirectedLink {
  const rate = bestRate(ends, levelDbm);
  return { levelDbm, rate, quietMbps: rate ? rate.phyMbps * TCP_SHARE[ends.standard] : 0 };
}

function usedWidth(unit: RadioEnd, otherMaxMhz: number): number {
  const own = unit.widthMhz ?? DEFAULT_WIDTH_MHZ[BAND_INDEX[unit.band]];
  return Math.min(own, unit.maxWidthMhz, otherMaxMhz);
}

/** The weaker side decides whether a link works at all. */
function bothOrNone(standard: Standard, down: DirectedLink, up: DirectedLink): RadioLink {
  if (down.rate && up.rate) return { standard, down, up };
  const off = (d: DirectedLink): DirectedLink => ({ ...d, rate: null, quietMbps: 0 });
  return { standard, down: off(down), up: off(up) };
}

/**
 * Link between a unit's radio and a client, both directions. `lossDb` is the path loss, `offsetDb` what calibration
 * adds to the received level, `elevation` the antenna's gain towards the client. Null where the two share no standard.
 */
export function clientLink(
  unit: RadioEnd,
  clientId: ClientTypeId,
  rules: RadioRules,
  lossDb: number,
  elevation: number,
  offsetDb: number,
): RadioLink | null {
  const client = CLIENT_TYPES[clientId];
  const i = BAND_INDEX[unit.band];
  if (!client.bands.includes(unit.band)) return null;
  const standard = commonStandard(unit.standard, client.standard, unit.band);
  if (!standard) return null;
  const width = usedWidth(unit, client.maxWidthMhz);
  const limit = powerLimit(rules, unit.band, unit.channel, width);
  const streams = Math.min(unit.streams, client.streams);
  const path = -lossDb + elevation - client.bodyDb + offsetDb;
  const downDbm = Math.min(unit.eirpDbm, limit.unitDbm) + path + client.gainDbi[i];
  const upDbm = Math.min(client.eirpDbm[i], limit.clientDbm) + path + UNIT_GAIN_DBI[i];
  const ends = { band: unit.band, standard, widthMhz: width, streams };
  return bothOrNone(
    standard,
    directed(downDbm, { ...ends, receiveAntennas: client.streams, noiseFigureDb: CLIENT_NOISE_FIGURE_DB }),
    directed(upDbm, { ...ends, receiveAntennas: unit.streams, noiseFigureDb: UNIT_NOISE_FIGURE_DB }),
  );
}

/** Link between two units (down is parent to child). `elevation` is the sum of both antennas' gains on the path. */
export function unitLink(
  parent: RadioEnd,
  child: RadioEnd,
  rules: RadioRules,
  lossDb: number,
  elevation: number,
  offsetDb: number,
): RadioLink | null {
  const standard = commonStandard(parent.standard, child.standard, parent.band);
  if (!standard || parent.band !== child.band) return null;
  const i = BAND_INDEX[parent.band];
  const width = usedWidth(parent, usedWidth(child, child.maxWidthMhz));
  const limit = powerLimit(rules, parent.band, parent.channel, width).unitDbm;
  const gain = (end: RadioEnd) => (end.antenna === 'directional' ? BRIDGE_GAIN_DBI : UNIT_GAIN_DBI[i]);
  const streams = Math.min(parent.streams, child.streams);
  const path = -lossDb + elevation + offsetDb;
  const ends = { band: parent.band, standard, widthMhz: width, streams, noiseFigureDb: UNIT_NOISE_FIGURE_DB };
  return bothOrNone(
    standard,
    directed(Math.min(parent.eirpDbm, limit) + path + gain(child), {
      ...ends,
      receiveAntennas: child.streams,
    }),
    directed(Math.min(child.eirpDbm, limit) + path + gain(parent), {
      ...ends,
      receiveAntennas: parent.streams,
    }),
  );
}
