import Link from 'next/link';
import type { JobSummary } from '@/server/jobs/jobs';

const DAYS = 7;
const DAY_MS = 86_400_000;
const NAME = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  timeZone: 'UTC',
});

/** The week of visits from a day on: each day with the houses that are visited; nothing where there are none. */
export function Week({ jobs, today }: { jobs: readonly JobSummary[]; today: string }) {
  const from = Date.parse(`${today}T00:00:00Z`);
  const days = Array.from({ length: DAYS }, (_, i) => new Date(from + i * DAY_MS).toISOString().slice(0, 10));
  const byDay = new Map(days.map((d) => [d, jobs.filter((j) => !j.archived && j.visitDate === d)]));
  if ([...byDay.values()].every((list) => list.length === 0)) return null;
  return (
    <section className="panel mt-4 px-4 py-3" aria-labelledby="week">
      <h2 id="week" className="head2">
        Visits this week
      </h2>
      <ol className="mt-1 grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-7">
        {days.map((day) => (
          <li key={day} className="min-w-0 border-t border-rule pt-1">
            <span className="fig block text-[13px] text-ink-2">
              {NAME.format(new Date(`${day}T00:00:00Z`))}
            </span>
            {byDay.get(day)!.map((j) => (
              <Link
                key={j.id}
                className="block truncate underline underline-offset-2"
                href={`/jobs/${j.id}/fit`}
              >
                {j.name}
              </Link>
            ))}
          </li>
        ))}
      </ol>
    </section>
  );
}
