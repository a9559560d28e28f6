import { z } from 'zod';
import type { Band } from './bands';

export const regionId = z.enum(['europe', 'unitedStates', 'canada']);
export type RegionId = z.infer<typeof regionId>;

export const REGION_LABEL: Record<RegionId, string> = {
  europe: 'Europe',
  unitedStates: 'United States',
  canada: 'Canada',
};

/** Sub-bands that share one rule. */
export type SubBand = '2.4' | '5150' | '5250' | '5470' | '5725' | '6';

interface PowerRule {
  /** Highest EIRP of a unit, dBm, as a function of channel width. */
  unitDbm: (widthMhz: number) => number;
  clientDbm: (widthMhz: number) => number;
  indoorsOnly: boolean;
  radarCheck: boolean;
}

const flat = (dbm: number) => () => dbm;
/** Low-power indoor at 6 GHz in North America: 5 dBm/MHz up to 30 dBm. */
const psd6 = (widthMhz: number) => Math.min(30, 5 + 10 * Math.log10(widthMhz));

const rule = (unitDbm: number, indoorsOnly = false, radarCheck = false, clientDbm = unitDbm): PowerRule => ({
  unitDbm: flat(unitDbm),
  clientDbm: flat(clientDbm),
  indoorsOnly,
  radarCheck,
});
const low6: PowerRule = {
  unitDbm: psd6,
  clientDbm: (w) => psd6(w) - 6,
  indoorsOnly: true,
  radarCheck: false,
};

/** Power limits by region and sub-band; editable in law, so every screen says "check your country's rules". */
export const POWER_RULES: Record<RegionId, Record<SubBand, PowerRule>> = {
  europe: {
    '2.4': rule(20),
    '5150': rule(23, true),
    '5250': rule(23, true, true),
    '5470': rule(30, false, true),
    '5725': rule(14),
    '6': rule(23, true),
  },
  unitedStates: {
    '2.4': rule(36),
    '5150': rule(36, false, false, 30),
    '5250': rule(30, false, true),
    '5470': rule(30, false, true),
    '5725': rule(36),
    '6': low6,
  },
  canada: {
    '2.4': rule(36),
    '5150': rule(23, true),
    '5250': rule(23, true, true),
    '5470': rule(30, false, true),
    '5725': rule(36),
    '6': low6,
  },
};

/** Centre frequency of a 20 MHz channel number, MHz. */
export function channelMhz(band: Band, channel: number): number {
  if (band === '2.4') return channel === 14 ? 2484 : 2407 + 5 * channel;
  return band === '5' ? 5000 + 5 * channel : 5950 + 5 * channel;
}

/** The sub-band a channel lies in. */
export function subBandOf(band: Band, channel: number): SubBand {
  if (band !== '5') return band;
  const mhz = channelMhz('5', channel);
  if (mhz < 5250) return '5150';
  if (mhz < 5350) return '5250';
  if (mhz < 5725) return '5470';
  return '5725';
}

/** Highest EIRP allowed to a unit on a channel, dBm, and whether it may be used in the open. */
export function powerLimit(
  region: RegionId,
  band: Band,
  channel: number,
  width: number,
): { unitDbm: number; clientDbm: number; indoorsOnly: boolean; radarCheck: boolean } {
  const r = POWER_RULES[region][subBandOf(band, channel)];
  return {
    unitDbm: r.unitDbm(width),
    clientDbm: r.clientDbm(width),
    indoorsOnly: r.indoorsOnly,
    radarCheck: r.radarCheck,
  };
}

/** Silence after start on a radar-checked channel, s; 600 s on 5600–5650 MHz in Europe. */
export function radarWaitS(region: RegionId, channel: number): number {
  const mhz = channelMhz('5', channel);
  if (!powerLimit(region, '5', channel, 20).radarCheck) return 0;
  return region === 'europe' && mhz >= 5600 && mhz <= 5650 ? 600 : 60;
}
