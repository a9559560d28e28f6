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

/** Whether a day is in the calendar. */
const isDay = (year: number, month: number, day: number): boolean =>
  month >= 1 &&
  month <= 12 &&
  day >= 1 &&
  day <=
    [
      31,
      (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0 ? 29 : 28,
      31,
      30,
      31,
      30,
      31,
      31,
      30,
      31,
      30,
      31,
    ][month - 1]!;

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
  const [day, month] = isDayFirst ? [first, second] : [second, first];
  const clock = clockIn((m[5] ?? '').trim());
  if (clock === null) return null;
  const today = now.slice(0, 10);
  const given = m[4] === undefined ? null : Number(m[4]) + (m[4].length === 2 ? 2000 : 0);
  const thisYear = Number(today.slice(0, 4));
  const of = (year: number) => `${year}-${two(month)}-${two(day)}`;
  const year = given ?? (of(thisYear) > today ? thisYear - 1 : thisYear);
  return isDay(year, month, day) ? `${of(year)}T${clock}` : null;
}
