import { BAND_INDEX, DEFAULT_WIDTH_MHZ, type Band } from '../../radio/link/bands';
import type { RadioEnd } from '../../radio/link/link';
import type { KitItem, KitRadio } from '../../kit/model/schema';
import type { RadioSetting, Unit } from '../option/schema';

/** Channels used while nobody has chosen any: outdoors and own backhaul radios take one allowed in the open. */
export const DEFAULT_CHANNEL: Record<Band, number> = { '2.4': 1, '5': 36, '6': 37 };
export const OPEN_CHANNEL_5 = 100;

/** Under which name a radio's setting is kept: an own backhaul radio apart from the band it works in. */
export const settingKey = (radio: KitRadio): keyof Unit['radios'] =>
  radio.role === 'backhaul' ? 'backhaul' : radio.band;

/** What a radio of a unit sends with, dBm EIRP: its own, or less where it was turned down. */
export const powerOfRadio = (unit: Pick<Unit, 'radios'>, radio: KitRadio): number =>
  Math.min(radio.eirpDbm, unit.radios[settingKey(radio)]?.powerDbm ?? Infinity);

/** A radio of a placed unit with its settings, ready for a link. */
export function radioEnd(unit: Unit, kit: KitItem, radio: KitRadio): RadioEnd {
  const setting: RadioSetting | undefined = unit.radios[settingKey(radio)];
  const inTheOpen = radio.band === '5' && (kit.outdoor || radio.role === 'backhaul');
  return {
    band: radio.band,
    standard: radio.standard,
    streams: radio.streams,
    maxWidthMhz: radio.maxWidthMhz,
    eirpDbm: powerOfRadio(unit, radio),
    antenna: kit.antenna,
    channel: setting?.channel ?? (inTheOpen ? OPEN_CHANNEL_5 : DEFAULT_CHANNEL[radio.band]),
    widthMhz: setting?.widthMhz ?? Math.min(radio.maxWidthMhz, DEFAULT_WIDTH_MHZ[BAND_INDEX[radio.band]]),
  };
}

/** Radios a child unit may meet its parent on: its own backhaul radios where it has any, before its shared ones. */
export function meshRadios(kit: KitItem): KitRadio[] {
  const own = kit.radios.filter((r) => r.role === 'backhaul');
  return own.length > 0 ? own : kit.radios;
}

/** The radio of a parent that a child's radio meets: one of the same role where there is one, else any of its band. */
export function partnerOf(parentKit: KitItem, childRadio: KitRadio): KitRadio | undefined {
  const same = parentKit.radios.filter((r) => r.band === childRadio.band);
  return same.find((r) => r.role === childRadio.role) ?? same[0];
}

/** Name of the medium a radio uses: all on one channel of a band share its airtime. */
export function channelMedium(end: Pick<RadioEnd, 'band' | 'channel'>): string {
  return `radio:${end.band}:${end.channel}`;
}
