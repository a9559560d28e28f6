'use client';
import { evidenceOf } from '@/core/evidence/fold';
import { changeOf, changeWords } from '@/core/readings/change';
import { suspectWord } from '@/core/readings/causeWords';
import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import type { Option } from '@/core/plan/option/schema';
import type { Spot } from '@/core/site/model/schema';
import { VERDICT_WORDS } from '@/core/site/model/verdict';
import { useAccepted, useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { speedText } from '@/ui/pieces/format';
import { resultOf } from './result';

const read = (p: SpotVerdict['before']) =>
  p === null
    ? 'not read'
    : p.downMbps === 0 && p.upMbps === 0
      ? 'no connection'
      : `${speedText(p.downMbps)} ↓ ${speedText(p.upMbps)} ↑`;

/** The story of a spot in one row: complaint, before, cause, remedy, forecast, after, verdict. */
export function Story({ spot, verdict: v, option }: { spot: Spot; verdict: SpotVerdict; option: Option }) {
  const { derived } = useDerived();
  const accepted = useAccepted();
  const evidence = useJob((s) => s.evidence);
  const today = useJob((s) => s.plan.today);
  const complaints = useJob((s) => s.brief.complaints);
  const causes = derived?.causes.filter((c) => c.spotId === spot.id) ?? [];
  const first = causes.find((c) => c.phase === 'before');
  const now = causes.find((c) => c.phase === 'after');
  const remedies = evidenceOf(evidence).remedies.filter((r) => r.spotId === spot.id);
  const taken = remedies[remedies.length - 1];
  const forecast = accepted?.forecast.find((f) => f.spotId === spot.id);
  const change = changeOf(v);
  const cells: readonly (readonly [string, string])[] = [
    [
      'Complaint',
      complaints.find((c) => c.spotId === spot.id)?.words || spot.complaint.trim() || 'none noted',
    ],
    ['Before', v.before ? `${read(v.before)}, ${VERDICT_WORDS[v.before.verdict]}` : 'not read'],
    [
      'Cause',
      now
        ? suspectWord(now.first, option)
        : taken
          ? suspectWord({ kind: taken.cause, unitId: taken.unitId }, option)
          : first
            ? suspectWord(first.first, today)
            : 'none to name',
    ],
    ['Remedy', taken?.label ?? accepted?.optionName ?? 'none yet'],
    [
      'Forecast',
      taken
        ? `${speedText(taken.downMbps)} ↓ ${speedText(taken.upMbps)} ↑`
        : forecast
          ? `${speedText(forecast.downLowMbps)} to ${speedText(forecast.downHighMbps)} ↓`
          : 'none',
    ],
    ['After', read(v.after)],
    ['Verdict', resultOf(v).result],
  ];
  return (
    <>
      <dl className="fig mt-1 grid grid-cols-[repeat(auto-fit,minmax(92px,1fr))] gap-x-3 gap-y-1 border-y border-rule py-1 text-[13.5px]">
        {cells.map(([name, words]) => (
          <div key={name} className="min-w-0">
            <dt className="text-[12.5px] text-ink-2">{name}</dt>
            <dd className="break-words">{words}</dd>
          </div>
        ))}
      </dl>
      {change && change.fromMbps + change.toMbps > 0 && (
        <p className="mt-1">Changed {changeWords(change)}.</p>
      )}
      {v.after?.oneMore && (
        <p className="mt-1 text-amber">
          It meets the need only just: one run more halves the risk that this is luck.
        </p>
      )}
    </>
  );
}
