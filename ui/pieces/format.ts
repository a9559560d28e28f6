export { speedText } from '@/core/site/model/speedText';

/** A speed as somebody read it: to a tenth, never rounded to another number. */
export const readText = (mbps: number): string => String(Math.round(mbps * 10) / 10);

// Made once: a formatter costs more to make than a hundred rows to format.
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long' });
const DATE = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

/** The time of day where the reader is: 14:05. */
export const clockText = (iso: string): string => CLOCK.format(new Date(iso));

/** A day without its year: 25 November. */
export const dayText = (iso: string): string => DAY.format(new Date(iso));

/** A day with its year: 25 November 2026. */
export const dateText = (iso: string): string => DATE.format(new Date(iso));
