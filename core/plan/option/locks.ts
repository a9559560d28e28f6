import type { Option } from './schema';

/** Whether a unit stays where it is and as it is fed. */
export const isLocked = (option: Option, unitId: string): boolean => option.locks?.includes(unitId) ?? false;

/** An option with a unit locked or free. */
export function withLock(option: Option, unitId: string, on: boolean): Option {
  const others = (option.locks ?? []).filter((l) => l !== unitId);
  return { ...option, locks: on ? [...others, unitId] : others };
}
