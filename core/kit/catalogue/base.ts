import { PLAIN_DETAILS } from '../model/details';
import type { KitItem, KitRadio } from '../model/schema';

/** A radio of an item. */
export const radio = (
  band: KitRadio['band'],
  standard: KitRadio['standard'],
  streams: number,
  maxWidthMhz: KitRadio['maxWidthMhz'],
  eirpDbm: number,
  role: KitRadio['role'] = 'access',
): KitRadio => ({ band, standard, streams, maxWidthMhz, eirpDbm, role });

/** Values an item has unless it says otherwise. */
export const base = {
  ...PLAIN_DETAILS,
  antenna: 'inner',
  family: null,
  poe: null,
  poeSource: null,
  outdoor: false,
  powerlineBoxMbps: null,
  moca: null,
  portMbps: 1000,
} satisfies Partial<KitItem>;
