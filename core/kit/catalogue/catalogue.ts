import type { KitItem } from '../model/schema';
import { UNITS } from './units';
import { WIRES } from './wires';

/**
 * The generic, brand-free catalogue. Prices, times and radiated powers are estimates that a job may overwrite with its
 * own items. How to add one: CONTRIBUTING.md "A kit item".
 */
export const CATALOGUE: readonly KitItem[] = [...UNITS, ...WIRES];

const byId = new Map(CATALOGUE.map((k) => [k.id, k]));

/** An item of the catalogue or of the job's own list; undefined when neither has it. */
export function kitById(kitId: string, own: readonly KitItem[] = []): KitItem | undefined {
  return own.find((k) => k.id === kitId) ?? byId.get(kitId);
}
