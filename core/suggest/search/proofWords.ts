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
  if (isProven) return `Proven: nothing cheaper serves as much from ${places} places.`;
  if (!isWhole) return 'Not proven: the plot has more places than are looked at, or more second hops.';
  return `Not proven: a plan might cost ${Math.round(100 * gap)} % less.`;
}
