import type { Proof } from './suggest';

/** What proves a plan, or what is open: one sentence for every screen and the command line. */
export function proofWords({
  isProven,
  isWhole,
  isAsSure,
  gap,
  places,
}: Pick<Proof, 'isProven' | 'isWhole' | 'isAsSure' | 'gap' | 'places'>): string {
  if (!isAsSure) return 'No plan that was tried is as sure as asked; this is the surest of the best.';
  if (isProven)
    return `Proven: nothing cheaper works as well, alone and at the busy hour, from ${places} places.`;
  if (!isWhole) return 'Best found: the plot has more places than are looked at.';
  return gap >= 1
    ? 'Best found: another plan might bring more spots to work.'
    : `Best found: another plan might cost up to ${Math.ceil(100 * gap)} % less.`;
}
