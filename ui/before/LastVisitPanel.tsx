'use client';
import { sinceLastVisit } from '@/core/job/revisit';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { dateText } from '@/ui/pieces/format';

/** At a later visit: what is otherwise than it was left; nothing at the first. */
export function LastVisitPanel() {
  const last = useJob((s) => s.brief.lastVisit);
  const site = useJob((s) => s.site);
  const today = useJob((s) => s.plan.today);
  const { derived } = useDerived();
  if (!last) return null;
  const changes = sinceLastVisit(last, { site, today, verdicts: derived?.verdicts ?? [] });
  return (
    <section className="panel shrink-0 px-3 py-2" aria-label="Since the last visit">
      <p>
        Seen before as “{last.name}”{last.at && `, read on ${dateText(last.at)}`}: its proof is kept there.
        {changes.length === 0 && ' Nothing is otherwise than it was left, as far as it is read and drawn.'}
      </p>
      {changes.length > 0 && (
        <ul className="list-disc pl-5">
          {changes.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
    </section>
  );
}
