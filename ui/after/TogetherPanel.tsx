'use client';
import type { TogetherRun } from '@/core/readings/together';
import { reckonedWords, togetherSpotWords, togetherWords } from '@/core/readings/togetherWords';
import { clockText, dateText } from '@/ui/pieces/format';

/** Runs of several phones at once: the busy hour as it is, against what each spot needs and what was reckoned. */
export function TogetherPanel({ runs }: { runs: readonly TogetherRun[] }) {
  return (
    <section className="panel shrink-0 px-3 py-2" aria-label="Several phones at once">
      <strong className="font-semibold">At the busy hour, by several phones at once</strong>
      {runs.length === 0 && (
        <p className="text-[13px] text-ink-2">
          Not run yet: two to four phones, each by a code of its own and at a spot of its own, begin at the
          same moment. On the phone: a spot, “Several phones at once”.
        </p>
      )}
      <ul>
        {runs.map((run) => (
          <li key={run.meetingId} className="border-t border-rule py-1">
            <span className={run.held && run.stands ? 'font-semibold text-good' : 'font-semibold'}>
              {togetherWords(run)}
            </span>{' '}
            <span className="text-ink-2">
              {dateText(run.at)} {clockText(run.at)}, to the laptop, without the line. {reckonedWords(run)}
            </span>
            <ul className="fig text-[13px]">
              {run.spots.map((s) => (
                <li key={s.spotId} className={s.met ? undefined : 'text-dusk'}>
                  {togetherSpotWords(s)}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </section>
  );
}
