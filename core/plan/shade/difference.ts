import { outlineAt, type Outline } from './outlines';
import type { ShadeGrid } from './shade';

/** Where one network gives a place more than another, and where less. */
export interface ShadeDifference {
  lighter: Outline;
  darker: Outline;
}

/** Halfway between a cell that is changed and one that is not. */
const HALF = 0.5;

/**
 * Where a network is lighter or darker than the one at hand, by a step of shade at least: the same cells of the same sheet.
 *
 * @throws RangeError where the two grids are not of one sheet
 */
export function shadeDifference(now: ShadeGrid, then: ShadeGrid): ShadeDifference {
  if (now.verdicts.length !== then.verdicts.length || now.columns !== then.columns)
    throw new RangeError('two grids of one sheet are compared, these are of two');
  // Steps count down from light to no signal.
  const where = (isChanged: (before: number, after: number) => boolean) =>
    outlineAt(
      then,
      then.verdicts.map((after, i) => Number(isChanged(now.verdicts[i]!, after))),
      HALF,
    );
  return { lighter: where((b, a) => a < b), darker: where((b, a) => a > b) };
}
