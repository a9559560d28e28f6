'use client';
import { useMemo } from 'react';
import { lineIsOfAnotherHour } from '@/core/readings/lineHour';
import { RUNS_WANTED } from '@/core/readings/enough';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';

const hourOf = (iso: string) => new Date(iso).getHours();
/** Below this share of what is paid for, the line is worth a word. */
const LINE_SHARE = 0.9;
const percentText = (share: number) => `${Math.round(100 * share)} %`;

/** What is still unread, what the line lacks, and which spot tells most if it is read next. */
export function LeftToRead() {
  const spots = useJob((s) => s.site.spots);
  const line = useJob((s) => s.brief.line);
  const evidence = useJob((s) => s.evidence);
  const select = useJob((s) => s.select);
  const showStorey = useJob((s) => s.showStorey);
  const { derived } = useDerived();
  const options = useJob((s) => s.plan.options);
  const verdicts = derived?.verdicts;
  const left = useMemo(() => {
    const runs = new Map((verdicts ?? []).map((v) => [v.spotId, v.before?.runs ?? 0]));
    return spots.filter((s) => (runs.get(s.id) ?? 0) < RUNS_WANTED);
  }, [spots, verdicts]);
  const hours = useMemo(() => lineIsOfAnotherHour(evidence, 'before', hourOf), [evidence]);
  if (!derived || spots.length === 0) return null;
  const test = derived.lines.before;
  const share = test.downMbps !== null && line.downMbps > 0 ? test.downMbps / line.downMbps : null;
  const { next } = derived;
  const option = options.find((o) => o.id === next?.networkId);
  const atHand = option ? `“${option.name}”` : 'today’s network';
  const nextOf = next?.kind === 'read' ? spots.find((s) => s.id === next.spotId) : undefined;
  const helped = next?.kind === 'read' ? spots.find((s) => s.id === next.helps.spotId) : undefined;
  const dead = derived.headline.dead;
  return (
    <section aria-label="What is left to read">
      <p>
        <strong className="font-semibold">
          {left.length === 0
            ? `All ${spots.length} spots are read${dead > 0 ? `, ${dead} dead` : ''}.`
            : `${left.length} of ${spots.length} spots lack readings: `}
        </strong>
        {left.length > 0 &&
          `${left
            .slice(0, 6)
            .map((s) => `${s.number} ${s.name}`)
            .join(', ')}${left.length > 6 ? ` and ${left.length - 6} more` : ''}.`}
      </p>
      {share !== null && share < LINE_SHARE && (
        <p className="mt-1 text-amber">
          The line gives {(100 * share).toFixed(0)} % of what is paid for: no placing of units mends that, the
          provider does.
        </p>
      )}
      {hours && (
        <p className="mt-1 text-amber">
          The line was tested about {hours.lineHour}:00, spots were read about {hours.spotHour}:00. Lines
          differ by the hour: test it by cable again now.
        </p>
      )}
      {next?.kind === 'read' && nextOf && helped && (
        <p className="mt-1">
          Read{' '}
          <button
            type="button"
            className="link"
            onClick={() => {
              select({ kind: 'spot', id: nextOf.id });
              if (nextOf.place.storeyId) showStorey(nextOf.place.storeyId);
            }}
          >
            {nextOf.number} {nextOf.name}
          </button>{' '}
          next: it settles most of {atHand}. The risk that{' '}
          {helped === nextOf ? 'it' : `${helped.number} ${helped.name}`} is told wrong falls from{' '}
          {percentText(next.helps.nowRisk)} to {percentText(next.helps.thenRisk)}.
        </p>
      )}
      {next?.kind === 'enough' && left.length > 0 && (
        <p className="mt-1">
          Enough is read to choose: two more readings would hardly change what is told of {atHand}. What is
          not read before cannot be proven gone afterwards.
        </p>
      )}
    </section>
  );
}
