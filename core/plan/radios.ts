import { BAND_INDEX, DEFAULT_WIDTH_MHZ, type Band } from '../radio/bands';
import type { RadioEnd } from '../radio/link';
import type { KitItem, KitRadio } from '../kit/schema';
import type { RadioSetting, Unit } from './schema';

/** Channels used while nobody has chosen any: outdoors and own backhaul radios take one allowed in the open. */
export const DEFAULT_CHANNEL: Record<Band, number> = { '2.4': 1, '5': 36, '6': 37 };
export const OPEN_CHANNEL_5 = 100;

/** A radio of a placed unit with its settings, ready for a link. */
export function radioEnd(unit: Unit, kit: KitItem, radio: KitRadio): RadioEnd {
  const setting: RadioSetting | undefined =
    radio.role === 'backhaul' ? unit.radios.backhaul : unit.radios[radio.band];
  const inTheOpen = radio.band === '5' && (kit.outdoor || radio.role === 'backhaul');
  return {
    band: radio.band,
    standard: radio.standard,
    streams: radio.streams,
    maxWidthMhz: radio.maxWidthMhz,
    eirpDbm: radio.eirpDbm,
    antenna: kit.antenna,
    channel: setting?.channel ?? (inTheOpen ? OPEN_CHANNEL_5 : DEFAULT_CHANNEL[radio.band]),
    widthMhz:
      setting?.widthMhz ??
      (radio.role === 'backhaul' ? radio.maxWidthMhz : DEFAULT_WIDTH_MHZ[BAND_INDEX[radio.band]]),
  };
}

/** Name of the medium a radio uses: all on one channel of a band share its airtime. */
export function channelMedium(end: Pick<RadioEnd, 'band' | 'channel'>): string {
  return `radio:${end.band}:${end.channel}`;
}
