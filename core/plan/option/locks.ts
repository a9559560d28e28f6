import { parentIdOf } from './feeds';
import type { Option, Unit } from './schema';

/** Whether a unit stays where it is and as it is fed. */
export const isLocked = (option: Option, unitId: string): boolean => option.locks?.includes(unitId) ?? false;

/** An option with a unit locked or free. */
export function withLock(option: Option, unitId: string, on: boolean): Option {
  const others = (option.locks ?? []).filter((l) => l !== unitId);
  return { ...option, locks: on ? [...others, unitId] : others };
}

/** Units of an option that stay: those that are locked, and what they hang on, since a unit that stays as it is fed keeps that too. */
export function lockedUnits(option: Option): Unit[] {
  const kept = new Set<string>();
  const keep = (unitId: string | null): void => {
    const unit = option.units.find((u) => u.id === unitId);
    if (!unit || kept.has(unit.id)) return;
    kept.add(unit.id);
    keep(parentIdOf(unit.feed));
  };
  for (const id of option.locks ?? []) keep(id);
  return option.units.filter((u) => kept.has(u.id));
}
