import { z } from 'zod';

/** In which order people of a country write day and month. */
export type DateOrder = 'dayFirst' | 'monthFirst';

const two = (n: number): string => String(n).padStart(2, '0');

/** Hours and minutes as people write them: 14:05, 14.05, 2:05 pm, 9 am; midnight where there is nothing; null is none. */
function clockIn(text: string): string | null {
  if (text === '') return '00:00:00';
  const m = /^(?:at |um )?(\d{1,2})(?:[:.](\d{2}))?(?:[:.](\d{2}))?\s*(am|pm|uhr|h)?$/i.exec(text);
  if (!m || (m[2] === undefined && m[4] === undefined)) return null;
  const half = m[4]?.toLowerCase();
  let hour = Number(m[1]);
  if (half === 'am' || half === 'pm') {
    if (hour < 1 || hour > 12) return null;
    hour = (hour % 12) + (half === 'pm' ? 12 : 0);
  }
  const [minute, second] = [Number(m[2] ?? 0), Number(m[3] ?? 0)];
  if (hour > 23 || minute > 59 || second > 59) return null;
  return `${two(hour)}:${two(minute)}:${two(second)}`;
}

/** A day that is in the calendar, as 2026-11-28. */
const day = z.iso.date();

/**
 * A day, with or without a time, as people write it: 28/11/2026, 28.11., 11/28 by the order of their country. With dots the day comes
 * first everywhere. Without a year it is the last such day that is not after `now` (ISO). Gives local time as 2026-11-28T14:05:00,
 * null where it is no such text.
 */
export function writtenTime(text: string, order: DateOrder, now: string): string | null {
  const m = /^(\d{1,2})([./-])(\d{1,2})(?:\2(\d{4}|\d{2})?)?(?:[,\s]+(.+))?$/.exec(text.trim());
  if (!m) return null;
  const [first, second] = [Number(m[1]), Number(m[3])];
  const isDayFirst = m[2] === '.' || order === 'dayFirst';
  const [dayOf, month] = isDayFirst ? [first, second] : [second, first];
  const clock = clockIn((m[5] ?? '').trim());
  if (clock === null) return null;
  const today = now.slice(0, 10);
  const given = m[4] === undefined ? null : Number(m[4]) + (m[4].length === 2 ? 2000 : 0);
  const thisYear = Number(today.slice(0, 4));
  const of = (year: number) => `${year}-${two(month)}-${two(dayOf)}`;
  const year = given ?? (of(thisYear) > today ? thisYear - 1 : thisYear);
  return day.safeParse(of(year)).success ? `${of(year)}T${clock}` : null;
}
