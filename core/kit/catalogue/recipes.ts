import type { Joining, LightSign } from '../model/details';
import { NO_JOINING } from '../model/details';

/** Joining recipes of kinds of units (estimates; kit says its own). */
export const BY_BUTTON: Joining = {
  method: 'button',
  first: 'root',
  pressS: 2,
  windowS: 120,
  distanceM: 3,
  cableIn: false,
  batch: false,
  joinMin: 2,
};
export const BY_APP: Joining = { ...BY_BUTTON, method: 'app', pressS: 0, windowS: 600, batch: true };
export const BY_CABLE: Joining = { ...BY_BUTTON, method: 'cable', pressS: 0, windowS: 600, cableIn: true };
export const BY_PAGE: Joining = {
  ...BY_BUTTON,
  method: 'page',
  first: 'either',
  pressS: 0,
  windowS: 600,
  distanceM: 5,
  joinMin: 3,
};
export const BY_PAIR_BUTTON: Joining = { ...BY_BUTTON, first: 'either', pressS: 1, distanceM: 2 };
/** Set up by its own page on a cable; it joins nothing. */
export const NOTHING: Joining = NO_JOINING;

/** Lights of kinds of units. Red says "too far" on one and "no internet" on another. */
export const MESH_LIGHTS: LightSign[] = [
  { shows: 'white, pulsing', when: 'always', means: 'starting' },
  { shows: 'blue, blinking', when: 'setUp', means: 'joining' },
  { shows: 'blue, steady', when: 'setUp', means: 'ready' },
  { shows: 'white, fast', when: 'always', means: 'updating' },
  { shows: 'white, steady', when: 'afterwards', means: 'holds' },
  { shows: 'amber, steady', when: 'afterwards', means: 'thin' },
  { shows: 'red, steady', when: 'afterwards', means: 'noInternet' },
  { shows: 'red, blinking', when: 'always', means: 'lost' },
  { shows: 'dark', when: 'always', means: 'switchedOff' },
];
export const BAR_LIGHTS: LightSign[] = [
  { shows: 'all bars, running', when: 'always', means: 'starting' },
  { shows: 'link light, blinking', when: 'setUp', means: 'joining' },
  { shows: 'link light, slow', when: 'always', means: 'updating' },
  { shows: 'three bars or more', when: 'afterwards', means: 'holds' },
  { shows: 'one or two bars', when: 'afterwards', means: 'thin' },
  { shows: 'red, steady', when: 'afterwards', means: 'lost' },
  { shows: 'dark', when: 'always', means: 'switchedOff' },
];
export const ADAPTER_LIGHTS: LightSign[] = [
  { shows: 'power light, blinking', when: 'setUp', means: 'joining' },
  { shows: 'link light, green', when: 'afterwards', means: 'holds' },
  { shows: 'link light, amber', when: 'afterwards', means: 'thin' },
  { shows: 'link light, red', when: 'afterwards', means: 'thin' },
  { shows: 'link light, dark', when: 'afterwards', means: 'lost' },
];
