import type { z } from 'zod';
import { BAND_IDS, type bandId } from '../../site/model/radioTerms';

export type Band = z.infer<typeof bandId>;
export const BANDS: readonly Band[] = BAND_IDS;

/** Position of a band in every per-band triple. */
export const BAND_INDEX: Record<Band, 0 | 1 | 2> = { '2.4': 0, '5': 1, '6': 2 };

/** A value at 2.4, 5 and 6 GHz. */
export type PerBand = readonly [number, number, number];

/** Frequency at which losses of a band are computed, MHz: channel 6, the middle of 5 GHz, the lower 6 GHz. */
export const BAND_MHZ: PerBand = [2437, 5500, 6200];

/** Channel width used unless something else is set, MHz. */
export const DEFAULT_WIDTH_MHZ: PerBand = [20, 80, 160];

/** Widest channel a band allows, MHz. */
export const MAX_WIDTH_MHZ: PerBand = [40, 160, 320];

/** Shadowing before calibration, dB (estimate). */
export const SHADOWING_DB: PerBand = [3.2, 3.8, 4];

/** Shadowing is alike at two places closer than this, m (estimate). */
export const SHADOWING_LENGTH_M = 2.5;

/** Free airtime where nobody has counted the neighbours (estimate). */
export const FREE_AIRTIME: PerBand = [0.6, 0.85, 0.95];
/** Free airtime at 2.4 GHz with more than ten networks heard (estimate). */
export const CROWDED_AIRTIME_24 = 0.4;

/**
 * Share of the airtime that is free on a band. `networksHeard24` is the number of neighbours' networks at 2.4 GHz.
 * Source: docs/model.md "Airtime" (estimate).
 */
export function freeAirtime(band: Band, networksHeard24: number): number {
  if (band === '2.4' && networksHeard24 > 10) return CROWDED_AIRTIME_24;
  return FREE_AIRTIME[BAND_INDEX[band]];
}
