import type { Brief } from '@/core/brief/brief';

export type Hours = NonNullable<Brief['hours']>;

/** What stands there when the customer is said to have hours. */
export const USUAL_HOURS: Hours = { from: '09:00', to: '17:00' };

/** Hours with one end typed anew, and whether they can be: an end comes after its beginning. Null for what is no time of day. */
export function hoursWith(
  hours: Hours | null,
  end: keyof Hours,
  value: string,
): { hours: Hours; holds: boolean } | null {
  if (!/^([01]\d|2[0-3]):[0-5]\d$/.test(value)) return null;
  const next = { ...(hours ?? USUAL_HOURS), [end]: value };
  // Times of day compare as text.
  return { hours: next, holds: next.from < next.to };
}
