/** The day it is where this machine stands, 2026-11-25. */
export const localDay = (now: Date): string =>
  new Date(now.getTime() - 60_000 * now.getTimezoneOffset()).toISOString().slice(0, 10);
