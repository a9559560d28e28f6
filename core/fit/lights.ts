import type { KitItem } from '../kit/model/schema';
import type { Light, LightSign } from '../kit/model/details';

/** Lights of an item as they are read while it is set up, or afterwards: the same colour may mean another thing then. */
export const lightsOf = (kit: Pick<KitItem, 'lights'>, stage: 'setUp' | 'afterwards'): LightSign[] =>
  kit.lights.filter((l) => l.when === stage || l.when === 'always');

/** What a light says, in the words of screens and paper. */
export const LIGHT_WORDS: Record<Light, string> = {
  starting: 'it is starting',
  ready: 'ready to be joined',
  joining: 'it is joining',
  updating: 'updating: leave it alone',
  holds: 'it holds',
  thin: 'thin: it holds badly',
  lost: 'lost: it does not hold',
  noInternet: 'no internet behind it',
  switchedOff: 'no power',
};
