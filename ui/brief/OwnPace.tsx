'use client';
import { WORK_GROUP_WORDS, WORK_GROUPS, withoutPace } from '@/core/brief/paces';
import { percentText } from '@/core/stats/percent';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';

/** The pace of the firm, where this job was begun with one: each kind of work can go back to the usual minutes. */
export function OwnPace() {
  const paces = useJob((s) => s.brief.paces);
  const setBrief = useJob((s) => s.setBrief);
  const own = WORK_GROUPS.filter((g) => paces[g] !== undefined);
  if (own.length === 0) return null;
  return (
    <section className="panel p-4" aria-labelledby="b-pace">
      <h2 id="b-pace" className="head2">
        Our own pace
      </h2>
      <p className="text-[13px] text-ink-2">
        Minutes as our jobs took them, in the price and on the run sheet.
      </p>
      <ul className="mt-1 divide-y divide-rule">
        {own.map((g) => (
          <li key={g} className="flex items-center justify-between gap-2 py-1">
            <span>
              {WORK_GROUP_WORDS[g]} <span className="fig">{percentText(paces[g]!)}</span> of the usual minutes
            </span>
            <Button
              aria-label={`Usual minutes for ${WORK_GROUP_WORDS[g]}`}
              onClick={() => setBrief((b) => ({ ...b, paces: withoutPace(b.paces, g) }))}
            >
              Usual minutes
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
