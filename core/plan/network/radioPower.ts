import type { KitItem, KitRadio } from '../../kit/model/schema';
import { powerOfRadio, settingKey } from './radios';
import type { Unit } from '../option/schema';

/** Set-up pages know power in steps of about this, dB, and none goes lower than this, dBm EIRP (estimates). */
export const POWER_STEP_DB = 3;
export const LEAST_POWER_DBM = 8;
/** Steps a radio is turned down by at most: to a sixteenth of its power. */
export const MOST_POWER_STEPS = 4;

/** A unit whose radios for devices send with so much less than now; one on an automatic channel stays as it is. */
export function loweredUnit(unit: Unit, kit: KitItem, dB: number): Unit {
  const radios = { ...unit.radios };
  for (const radio of kit.radios) {
    const key = settingKey(radio);
    const set = radios[key];
    if (radio.role !== 'access' || !set) continue;
    const powerDbm = Math.max(LEAST_POWER_DBM, powerOfRadio(unit, radio) - dB);
    if (powerDbm < powerOfRadio(unit, radio)) radios[key] = { ...set, powerDbm };
  }
  return { ...unit, radios };
}

/** Radios of a unit that are turned down below what they could send with. */
export const turnedDown = (
  unit: Unit,
  kit: KitItem,
): { radio: KitRadio; powerDbm: number; lessDb: number }[] =>
  kit.radios.flatMap((radio) => {
    const powerDbm = powerOfRadio(unit, radio);
    return powerDbm < radio.eirpDbm ? [{ radio, powerDbm, lessDb: radio.eirpDbm - powerDbm }] : [];
  });
