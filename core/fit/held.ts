import { kitById } from '../kit/catalogue/catalogue';
import type { KitItem } from '../kit/model/schema';
import { parentIdOf } from '../plan/option/feeds';
import type { Option } from '../plan/option/schema';

/** What holding at a place means for a unit: by what, and how long it takes to settle. */
export interface HeldAt {
  unitId: string;
  kitId: string;
  letter: string;
  /** Letter of the unit it is fed by. */
  uplink: string;
  isWireless: boolean;
  settleMin: number;
}

/** What a step that puts a unit in its place waits to hold; null for every other step. */
export function heldOf(
  step: { key: string; unitId: string | null; waitMin: number },
  option: Option,
  ownKit: readonly KitItem[],
): HeldAt | null {
  const unit = option.units.find((u) => u.id === step.unitId);
  if (!unit || step.key !== `place:${unit.id}` || kitById(unit.kitId, ownKit)?.kind === 'switch') return null;
  const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
  return {
    unitId: unit.id,
    kitId: unit.kitId,
    letter: unit.letter,
    uplink: parent?.letter ?? 'its uplink',
    isWireless: unit.feed.kind === 'wireless' || unit.feed.kind === 'bridge',
    settleMin: step.waitMin,
  };
}
