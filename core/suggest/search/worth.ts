import type { Brief } from '../../brief/brief';
import { checksMinor } from '../../plan/compare/facts';
import type { Evaluation } from '../../plan/evaluate/evaluate';
import { PENALTY_MINOR } from './penalty';

/** An evaluated plan with what it is worth, minor units. */
interface Valued {
  valueMinor: number;
  evaluation: Evaluation;
}

/** Among plans that cost no more than this above the least, the surest is taken (estimate). */
const ABOUT = 0.03;
/** How much less than a plan is still open, as a share of its price; whole where more spots might work. */
export const gapOf = ({ valueMinor, evaluation }: Valued, boundMinor: number): number => {
  const { totalMinor } = evaluation.price;
  const openMinor = Math.max(0, valueMinor - boundMinor);
  return openMinor === 0 ? 0 : Math.min(1, openMinor / Math.max(1, totalMinor));
};

/** What a plan that costs about as much as one may be worth at most, minor units. */
export const aboutMinor = ({ valueMinor, evaluation }: Valued): number =>
  valueMinor + ABOUT * evaluation.price.totalMinor;

const NONE: ReadonlySet<string> = new Set();

/**
 * What an evaluated plan is worth, the least the best: what its spots weigh that do not work, its price, and a stated sum for each
 * thing to check. A plan that cannot work is worth nothing.
 */
export function valueOf(
  e: Evaluation,
  brief: Pick<Brief, 'checkMinor'>,
  locked: ReadonlySet<string> = NONE,
): number {
  // What is wrong with a unit that is locked is nothing the search may mend.
  if (e.notices.some((n) => n.severity === 'blocks' && !(n.unitId !== null && locked.has(n.unitId))))
    return Infinity;
  const checks = checksMinor(e, brief);
  return e.price.totalMinor + checks + e.predictions.reduce((sum, p) => sum + PENALTY_MINOR[p.verdict], 0);
}
