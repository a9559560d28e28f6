import type { ClientTypeId } from '../../site/model/schema';
import { BAND_INDEX, DEFAULT_WIDTH_MHZ, type Band } from './bands';
import { CLIENT_NOISE_FIGURE_DB, CLIENT_TYPES, UNIT_NOISE_FIGURE_DB } from './clients';
import { powerLimit, type RadioRules } from './regions';
import { TCP_SHARE, commonStandard, rateLadder, stepOf, type LinkRate, type Standard } from './rates';

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

/** How the socket of a plug-in unit is turned: on its side, or upside down. */
export type Turn = 'side' | 'down';

/**
 * Gain of an antenna towards an elevation, dB (≤ 0): inner −3·sin²(el), rods 20·log10(max(cos el, 0.35)),
 * ceiling −8·sin(el) upwards and 0 downwards (estimates). `riseM` is the target's height above the unit; a unit in a
 * socket that is turned has its pattern turned with it.
 */
export function elevationDb(antenna: Antenna, riseM: number, groundM: number, turned?: Turn): number {
  const distance = Math.hypot(riseM, groundM);
  if (distance === 0) return 0;
  const sine = turned === 'down' ? -riseM / distance : riseM / distance;
  if (turned === 'side') {
    // Its axis lies flat, nobody knows which way: the mean over all ways it may point, ½·cos²(el).
    const across = (1 - sine * sine) / 2;
    if (antenna === 'inner') return -3 * across;
    if (antenna === 'rods') return 20 * Math.log10(Math.max(Math.sqrt(1 - across), 0.35));
    return antenna === 'ceiling' ? -4 * Math.sqrt(across) : 0;
  }
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

/**
 * A link with everything worked out but the level's shift: received levels at no shift, and the rates each end can take.
 * Asking it at another shift is a walk down two ladders.
 */
export interface PreparedLink {
  standard: Standard;
  downDbm: number;
  upDbm: number;
  downLadder: ReturnType<typeof rateLadder>;
  upLadder: ReturnType<typeof rateLadder>;
}

/** Mb/s of TCP both ways at a shift of the level, dB; none where one side does not hold. */
export function quietMbpsAt(link: PreparedLink, shiftDb: number): { downMbps: number; upMbps: number } {
  const down = stepOf(link.downLadder, link.downDbm + shiftDb);
  const up = stepOf(link.upLadder, link.upDbm + shiftDb);
  if (!down || !up) return { downMbps: 0, upMbps: 0 };
  const share = TCP_SHARE[link.standard];
  return { downMbps: down.phyMbps * share, upMbps: up.phyMbps * share };
}

/** A prepared link at a shift of its level, dB. The weaker side decides whether it works at all. */
export function linkAt(link: PreparedLink, shiftDb: number): RadioLink {
  const { standard } = link;
  const share = TCP_SHARE[standard];
  const down = stepOf(link.downLadder, link.downDbm + shiftDb);
  const up = stepOf(link.upLadder, link.upDbm + shiftDb);
  const holds = down !== null && up !== null;
  const side = (levelDbm: number, rate: LinkRate | null): DirectedLink => ({
    levelDbm,
    rate: holds ? rate : null,
    quietMbps: holds && rate ? rate.phyMbps * share : 0,
  });
  return { standard, down: side(link.downDbm + shiftDb, down), up: side(link.upDbm + shiftDb, up) };
}

function usedWidth(unit: RadioEnd, otherMaxMhz: number): number {
  const own = unit.widthMhz ?? DEFAULT_WIDTH_MHZ[BAND_INDEX[unit.band]];
  return Math.min(own, unit.maxWidthMhz, otherMaxMhz);
}

/**
 * Link between a unit's radio and a client, both directions. `lossDb` is the path loss, `offsetDb` what calibration
 * adds to the received level, `elevation` the antenna's gain towards the client. Null where the two share no standard.
 */
export function prepareClientLink(
  unit: RadioEnd,
  clientId: ClientTypeId,
  rules: RadioRules,
  lossDb: number,
  elevation: number,
  offsetDb: number,
): PreparedLink | null {
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
  return {
    standard,
    downDbm,
    upDbm,
    downLadder: rateLadder({
      ...ends,
      receiveAntennas: client.streams,
      noiseFigureDb: CLIENT_NOISE_FIGURE_DB,
    }),
    upLadder: rateLadder({ ...ends, receiveAntennas: unit.streams, noiseFigureDb: UNIT_NOISE_FIGURE_DB }),
  };
}

/** Link between two units (down is parent to child). `elevation` is the sum of both antennas' gains on the path. */
export function prepareUnitLink(
  parent: RadioEnd,
  child: RadioEnd,
  rules: RadioRules,
  lossDb: number,
  elevation: number,
  offsetDb: number,
): PreparedLink | null {
  const standard = commonStandard(parent.standard, child.standard, parent.band);
  if (!standard || parent.band !== child.band) return null;
  const i = BAND_INDEX[parent.band];
  const width = usedWidth(parent, usedWidth(child, child.maxWidthMhz));
  const limit = powerLimit(rules, parent.band, parent.channel, width).unitDbm;
  const gain = (end: RadioEnd) => (end.antenna === 'directional' ? BRIDGE_GAIN_DBI : UNIT_GAIN_DBI[i]);
  const streams = Math.min(parent.streams, child.streams);
  const path = -lossDb + elevation + offsetDb;
  const ends = { band: parent.band, standard, widthMhz: width, streams, noiseFigureDb: UNIT_NOISE_FIGURE_DB };
  return {
    standard,
    downDbm: Math.min(parent.eirpDbm, limit) + path + gain(child),
    upDbm: Math.min(child.eirpDbm, limit) + path + gain(parent),
    downLadder: rateLadder({ ...ends, receiveAntennas: child.streams }),
    upLadder: rateLadder({ ...ends, receiveAntennas: parent.streams }),
  };
}

/** A client's link at its level as it stands. */
export function clientLink(...args: Parameters<typeof prepareClientLink>): RadioLink | null {
  const link = prepareClientLink(...args);
  return link && linkAt(link, 0);
}

/** The link of two units at its level as it stands. */
export function unitLink(...args: Parameters<typeof prepareUnitLink>): RadioLink | null {
  const link = prepareUnitLink(...args);
  return link && linkAt(link, 0);
}
