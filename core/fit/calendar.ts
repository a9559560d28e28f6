import ical from 'ical-generator';
import { clockText, type DayStep } from './progress';

const MIN_MS = 60_000;

/** A visit as it goes into a calendar. */
export interface Visit {
  id: string;
  /** Name of the job, and where it is. */
  name: string;
  address: string;
  /** Day, 2026-11-25, and hours of the customer. */
  date: string;
  hours: { from: string; to: string } | null;
  /** When the file is made, ms: the same visit at the same time is the same file. */
  madeMs: number;
}

/**
 * The visit, and with it the steps of the day, as iCalendar (RFC 5545) in the time of the place: no zone is named, it is nine
 * o’clock where the house stands. Neither keys nor serials are in it.
 */
export function visitCalendar(visit: Visit, day: readonly DayStep[]): string {
  const { id, name, address, date, hours, madeMs } = visit;
  const calendar = ical({ prodId: { company: 'nestle', product: 'fit' }, name });
  const stamp = new Date(madeMs);
  const timed = day.filter((s) => s.fromMs !== null && !s.beforeVisit);
  const at = (clock: string) => new Date(`${date}T${clock}:00`);
  const start = hours ? at(hours.from) : new Date(timed[0]?.fromMs ?? `${date}T09:00:00`);
  const end = hours
    ? at(hours.to)
    : new Date(timed[timed.length - 1]?.waitEndMs ?? start.getTime() + 240 * MIN_MS);
  calendar.createEvent({
    id: `${id}-visit`,
    stamp,
    start,
    end,
    floating: true,
    summary: `${name}: visit`,
    location: address,
    description: timed.map((s) => `${clockText(s.fromMs!)} ${s.title}`).join('\n'),
  });
  for (const s of timed)
    calendar.createEvent({
      id: `${id}-${s.key}`,
      stamp,
      start: new Date(s.fromMs!),
      end: new Date(Math.max(s.toMs!, s.fromMs! + MIN_MS)),
      floating: true,
      summary: s.title,
      location: address,
      description: [
        ...s.acts.map((a, i) => `${i + 1}. ${a.words}`),
        ...(s.waitMin > 0 && s.waitLabel ? [`Then: ${s.waitLabel} until ${clockText(s.waitEndMs!)}.`] : []),
      ].join('\n'),
    });
  return calendar.toString();
}
