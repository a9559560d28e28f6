import type { Band } from '../../radio/link/bands';

/** While a higher band is at least this strong a device prefers it, dBm, by so many dB of level (estimates). */
export const GOOD_DBM = -70;
export const PREFERENCE_DB = 12;

/** What a device goes by when it chooses between units and bands: the level, and its preference while it is good, dBm. */
export const choiceDbm = (band: Band, levelDbm: number): number =>
  levelDbm + (band !== '2.4' && levelDbm >= GOOD_DBM ? PREFERENCE_DB : 0);

/** The strongest a band can have been without being chosen, where something with the choice value `chosenDbm` was, dBm. */
export function unchosenBelowDbm(band: Band, chosenDbm: number): number {
  if (band === '2.4') return chosenDbm;
  return Math.max(chosenDbm - PREFERENCE_DB, Math.min(chosenDbm, GOOD_DBM));
}
