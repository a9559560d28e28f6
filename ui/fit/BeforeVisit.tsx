'use client';
import { CalendarDays, ClipboardCopy } from 'lucide-react';
import { useState } from 'react';
import { visitCalendar } from '@/core/fit/calendar';
import { preVisitMessage, questionsByPhone } from '@/core/fit/preVisit';
import type { DayStep } from '@/core/fit/progress';
import type { Option } from '@/core/plan/option/schema';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { dateText } from '@/ui/pieces/format';
import { saveText } from '@/ui/pieces/saveText';

/** Before the visit: what the customer is to have ready, three questions by telephone, and the day for the calendar. */
export function BeforeVisit({ day, option }: { day: readonly DayStep[]; option: Option }) {
  const jobId = useJob((s) => s.id);
  const name = useJob((s) => s.name);
  const brief = useJob((s) => s.brief);
  const site = useJob((s) => s.site);
  const ownKit = useJob((s) => s.plan.ownKit);
  const [said, setSaid] = useState('');
  const facts = { brief, site, option, ownKit, sheet: day };
  const lines = preVisitMessage(facts, brief.visitDate ? dateText(brief.visitDate) : '');
  const questions = questionsByPhone(facts);
  const copy = () =>
    void navigator.clipboard
      .writeText(lines.map((l) => `- ${l}`).join('\n'))
      .then(() => setSaid('Copied.'))
      .catch(() => setSaid('This browser does not let it be copied: select the text and copy it by hand.'));
  return (
    <details className="panel p-4">
      <summary className="head2 cursor-pointer">Before the visit</summary>
      <h3 className="lab mt-2">What the customer has ready</h3>
      <ul className="list-disc pl-5">
        {lines.map((l) => (
          <li key={l}>{l}</li>
        ))}
      </ul>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        <Button onClick={copy}>
          <ClipboardCopy size={15} aria-hidden="true" /> Copy the message
        </Button>
        <span role="status">{said}</span>
      </div>
      <h3 className="lab mt-3">Three questions by telephone</h3>
      <ol className="list-decimal pl-5">
        {questions.map((q) => (
          <li key={q}>{q}</li>
        ))}
      </ol>
      <h3 className="lab mt-3">In the calendar</h3>
      {brief.visitDate ? (
        <Button
          onClick={() =>
            saveText(
              'visit.ics',
              'text/calendar',
              visitCalendar(
                {
                  id: jobId,
                  name,
                  address: brief.address,
                  date: brief.visitDate!,
                  hours: brief.hours,
                  madeMs: Date.now(),
                },
                day,
              ),
            )
          }
        >
          <CalendarDays size={15} aria-hidden="true" /> Visit and its steps (iCalendar)
        </Button>
      ) : (
        <p className="text-ink-2">The brief has no day for the visit yet.</p>
      )}
    </details>
  );
}
