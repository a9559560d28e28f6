import type { Evidence } from './schema';

/** The serial noted last at a step, or null. */
export function serialAt(e: Pick<Evidence, 'stepEvents'>, optionId: string, stepKey: string): string | null {
  const noted = e.stepEvents.filter(
    (x) => x.optionId === optionId && x.stepKey === stepKey && x.kind === 'serial',
  );
  return noted[noted.length - 1]?.text ?? null;
}
