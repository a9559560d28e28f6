/** A length of time for reading: "45 min", "3 h 39". */
export function minutesText(minutes: number): string {
  const whole = Math.round(minutes);
  return whole < 60 ? `${whole} min` : `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`;
}

/** Hours of work for reading, to the minute, so that parts of them add up. */
export const hoursText = (hours: number): string => minutesText(60 * hours);
