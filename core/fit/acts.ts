import type { Light } from '../kit/model/details';

/** Where a unit gets its power from: its own supply, an injector, or the unit its data cable comes from. */
export type PowerFrom = { by: 'own' } | { by: 'injector' } | { by: 'unit'; unitId: string };

/** What hangs on the other end of a lead. */
export type LeadTo =
  | { at: 'modem' }
  | { at: 'injector' }
  | { at: 'adapter' }
  | { at: 'outlet' }
  | { at: 'unit'; unitId: string };

/** What is set on a page or in an app of a unit. */
export type Setting = 'network' | 'accessPoint' | 'router' | 'bridge' | 'uplink' | 'bridgeEnds';

/** What an act does to the kit; `look` does nothing to it: something is read, asked, written down or tested. */
export type Doing =
  | { verb: 'look' }
  | { verb: 'modem'; power: 'off' | 'on' }
  | { verb: 'takeOut' }
  | { verb: 'power'; unitId: string; from: PowerFrom }
  | { verb: 'unplug'; unitId: string }
  | { verb: 'lead'; unitId: string; port: 'wan' | 'lan'; to: LeadTo }
  | { verb: 'unlead'; unitId: string }
  | { verb: 'await'; unitId: string; light: Light }
  | { verb: 'set'; unitId: string; what: Setting }
  | { verb: 'search'; rootId: string; pressS: number }
  | { verb: 'press'; unitId: string; pressS: number }
  /** What a search finds by itself, compared with its label. */
  | { verb: 'found'; units: readonly string[] }
  | { verb: 'pair'; units: readonly string[] }
  | { verb: 'adapters'; units: readonly string[] }
  | { verb: 'carry'; unitId: string }
  | { verb: 'mount'; unitId: string };

/** One thing the hands do, as it is told to a person and as a machine can carry it out. */
export type Act = Doing & { words: string };

/** Something that changes no kit. */
export const look = (words: string): Act => ({ verb: 'look', words });
