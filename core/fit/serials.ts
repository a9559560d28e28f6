import type { Unit } from '../plan/option/schema';

/** The step of the run sheet the serial of a unit is kept with: that of the box on the line as labels are written down, any other as it joins. */
export const serialStepOf = (unit: Unit): string =>
  unit.feed.kind === 'line' ? 'labels' : `join:${unit.id}`;
