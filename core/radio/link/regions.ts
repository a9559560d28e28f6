import type { z } from 'zod';
import type { regionId, subBand } from '../../site/model/radioTerms';
import type { Band } from './bands';
import { channelSpan, touches } from './channelBlocks';

export type RegionId = z.infer<typeof regionId>;

export const REGION_LABEL: Record<RegionId, string> = {
  europe: 'Europe',
  unitedStates: 'United States',
  canada: 'Canada',
};

export type SubBand = z.infer<typeof subBand>;

export const SUB_BAND_LABEL: Record<SubBand, string> = {
  '2.4': '2.4 GHz',
  '5150': '5150–5250 MHz',
  '5250': '5250–5350 MHz',
  '5470': '5470–5725 MHz',
  '5725': '5725–5850 MHz',
  '6': '6 GHz',
};

/** The radio rules of a job: its region, and limits it has set itself by sub-band, dBm EIRP of a unit. */
export interface RadioRules {
  region: RegionId;
  ownLimitsDbm: Readonly<Partial<Record<SubBand, number>>>;
}

/** Rules of a region as tabled, without any limit of the job's own. */
export const tabledRules = (region: RegionId): RadioRules => ({ region, ownLimitsDbm: {} });

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
const POWER_RULES: Record<RegionId, Record<SubBand, PowerRule>> = {
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
    '5250': rule(30, false, true),
    '5470': rule(30, false, true),
    '5725': rule(36),
    '6': low6,
  },
};

/** Edges of the sub-bands of 5 GHz, MHz. */
const SUB_BANDS_5: readonly { sub: SubBand; mhz: readonly [number, number] }[] = [
  { sub: '5150', mhz: [5150, 5250] },
  { sub: '5250', mhz: [5250, 5350] },
  { sub: '5470', mhz: [5350, 5725] },
  { sub: '5725', mhz: [5725, 6000] },
];

/** The sub-bands a block reaches into; the rules of all of them hold for it. */
export function subBandsOf(band: Band, channel: number, width: number): SubBand[] {
  if (band !== '5') return [band];
  const span = channelSpan('5', channel, width);
  return SUB_BANDS_5.filter(({ mhz }) => touches(mhz, span)).map(({ sub }) => sub);
}

/** Highest EIRP allowed to a unit and a client on a channel, dBm, and whether it may be used in the open. */
export function powerLimit(
  { region, ownLimitsDbm }: RadioRules,
  band: Band,
  channel: number,
  width: number,
): { unitDbm: number; clientDbm: number; indoorsOnly: boolean; radarCheck: boolean } {
  const limits = subBandsOf(band, channel, width).map((sub) => {
    const r = POWER_RULES[region][sub];
    const unitDbm = ownLimitsDbm[sub] ?? r.unitDbm(width);
    // A limit of the job's own moves the client's by as much.
    return { ...r, unitDbm, clientDbm: unitDbm - (r.unitDbm(width) - r.clientDbm(width)) };
  });
  return {
    unitDbm: Math.min(...limits.map((l) => l.unitDbm)),
    clientDbm: Math.min(...limits.map((l) => l.clientDbm)),
    indoorsOnly: limits.some((l) => l.indoorsOnly),
    radarCheck: limits.some((l) => l.radarCheck),
  };
}

/** The tabled limit of a sub-band at the default width, dBm. */
export function tabledLimitDbm(region: RegionId, sub: SubBand): number {
  return POWER_RULES[region][sub].unitDbm(sub === '6' ? 160 : sub === '2.4' ? 20 : 80);
}

/** Frequencies no unit may use in a region at all, MHz. */
export function forbiddenMhz(region: RegionId, band: Band): readonly (readonly [number, number])[] {
  if (band === '6') return region === 'europe' ? [[6425, Infinity]] : [];
  if (band === '5')
    return region === 'canada'
      ? [
          [5600, 5650],
          [5895, Infinity],
        ]
      : [[5895, Infinity]];
  return [];
}

/** Where Europe asks for ten minutes of listening, MHz. */
const LONG_WAIT_MHZ = [5600, 5650] as const;

/** Silence after start of a block that is checked for radar, s; 600 s where it reaches into 5600–5650 MHz in Europe. */
export function radarWaitS(rules: RadioRules, channel: number, width: number): number {
  if (!powerLimit(rules, '5', channel, width).radarCheck) return 0;
  return rules.region === 'europe' && touches(LONG_WAIT_MHZ, channelSpan('5', channel, width)) ? 600 : 60;
}
