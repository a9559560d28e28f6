import type { KitItem } from '../../kit/model/schema';
import { settingKey } from '../../plan/network/radios';
import type { Unit } from '../../plan/option/schema';

/**
 * Channels that a bound counts on: none that may be planned is stronger or reaches farther, and those that carry backhauls, and access beside
 * a backhaul radio of its own, apart, as a plan may have them. Source: docs/model.md "Search".
 */
const OPEN_5 = 100;
const BACKHAUL_5 = 116;
const BESIDE_5 = 132;

/** A unit with its radios on channels of which none is stronger or reaches farther, for what it could give at best. */
export function onFreeRadios(unit: Unit, kit: KitItem): Unit {
  const hasOwn = kit.radios.some((r) => r.role === 'backhaul');
  const radios: Unit['radios'] = { ...unit.radios };
  for (const radio of kit.radios) {
    const key = settingKey(radio);
    if (unit.byHand?.includes(key) || radio.band !== '5') continue;
    const channel =
      radio.role === 'backhaul' ? BACKHAUL_5 : hasOwn && unit.feed.kind !== 'line' ? BESIDE_5 : OPEN_5;
    radios[key] = { channel, widthMhz: (radio.maxWidthMhz >= 80 ? 80 : radio.maxWidthMhz) as 20 | 40 | 80 };
  }
  return { ...unit, radios };
}
