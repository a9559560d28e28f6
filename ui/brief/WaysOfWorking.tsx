'use client';
import { useMemo } from 'react';
import { useAsk } from '@/ui/job/useAsk';
import { shownOption, useJob } from '@/ui/job/store';
import { SelectField } from '@/ui/pieces/fields';
import { otherPrices, waysOf } from './ways';

/** How this job is done, each way with what the others would cost where that can be told of the plan as it stands. */
export function WaysOfWorking() {
  const brief = useJob((s) => s.brief);
  const option = useJob(shownOption);
  const setBrief = useJob((s) => s.setBrief);
  const question = useMemo(() => option && { kind: 'ways' as const, option, brief }, [option, brief]);
  const prices = useAsk<'ways'>(question);
  return (
    <section className="panel p-4" aria-labelledby="b-ways">
      <h2 id="b-ways" className="head2">
        How this job is done
      </h2>
      <p className="text-[13px] text-ink-2">
        Practitioners disagree; the job decides. Under each stands what the other ways would make of{' '}
        {option ? `“${option.name}”` : 'a plan, once there is one'}. Feeds, placing, kit and what becomes of
        the router change what Find in Plan suggests, priced there.
      </p>
      <div className="mt-2 grid grid-cols-2 gap-3">
        {waysOf(brief).map((way) => {
          const now = brief.policies[way.way];
          const others = otherPrices(prices, way, now, brief.currency);
          return (
            <div key={way.way} className="min-w-0">
              <SelectField
                label={way.label}
                value={now}
                options={way.choices}
                onChange={(value) =>
                  setBrief((b) => ({ ...b, policies: { ...b.policies, [way.way]: value } }))
                }
              />
              {others !== null && <p className="mt-0.5 text-[12px] text-ink-2">{others}</p>}
            </div>
          );
        })}
      </div>
    </section>
  );
}
