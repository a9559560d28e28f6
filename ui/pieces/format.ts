/** Speeds as they stand in ledgers: one digit after the point below ten. */
export function speedText(mbps: number): string {
  return mbps < 9.95 ? mbps.toFixed(1) : Math.round(mbps).toString();
}

/** A speed as somebody read it: to a tenth, never rounded to another number. */
export const readText = (mbps: number): string => String(Math.round(mbps * 10) / 10);

export function clockText(iso: string): string {
  return new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
}

export function dayText(iso: string): string {
  return new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' });
}

/** A day with its year: 25 November 2026. */
export function dateText(iso: string): string {
  return new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
}

export function minutesText(minutes: number): string {
  const whole = Math.round(minutes);
  return whole < 60 ? `${whole} min` : `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`;
}
