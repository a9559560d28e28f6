'use client';
import { evidenceOf } from '@/core/evidence/fold';
import type { Phase } from '@/core/evidence/rows';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import { activitiesLabel } from '@/core/site/model/needs';
import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import type { PhaseResult } from '@/core/readings/judgeRuns';
import { useJob } from '@/ui/job/store';
import { Track } from '@/ui/ledger/Track';
import { clockText, dayText, speedText } from '@/ui/pieces/format';
import { VERDICT_WORDS } from '@/core/site/model/verdict';

const phaseText = (p: PhaseResult | null) =>
  p && p.downMbps === 0 && p.upMbps === 0
    ? 'no connection'
    : p
      ? `${speedText(p.downMbps)} ↓ ${speedText(p.upMbps)} ↑, ${p.latencyMs === null ? 'round trip not measured' : `${p.latencyMs.toFixed(0)} ms`}`
      : 'not read';

function resultText(v: SpotVerdict): string {
  if (v.gone) return 'dead spot gone';
  if (v.worse) return `worse than before: ${VERDICT_WORDS[v.after!.verdict]}`;
  if (v.wasDead)
    return v.after
      ? `not proven: ${v.missing.join('; ') || VERDICT_WORDS[v.after.verdict]}`
      : 'dead spot, not read after';
  return v.after
    ? VERDICT_WORDS[v.after.verdict]
    : v.before
      ? `${VERDICT_WORDS[v.before.verdict]} before`
      : 'not read';
}

/** With which device the runs of a phase were taken, and when the last of them. */
function TakenWith({ phase, at }: { phase: PhaseResult | null; at: string | undefined }) {
  if (!phase) return null;
  const device = phase.device === 'wired' ? 'by cable' : CLIENT_TYPES[phase.device].label;
  return (
    <span className="block text-[12px] text-ink-2">
      {device}
      {at ? `, ${dayText(at)} ${clockText(at)}` : ''}
    </span>
  );
}

export function SpotTable({ verdicts }: { verdicts: readonly SpotVerdict[] }) {
  const spots = useJob((s) => s.site.spots);
  const evidence = useJob((s) => s.evidence);
  const readAt = (spotId: string, phase: Phase): string | undefined => {
    const e = evidenceOf(evidence);
    return e.bySpot.get(spotId)?.findLast((r) => e.states.get(r.stateId)?.phase === phase)?.at;
  };
  return (
    <table className="fig on-paper mt-2 w-full text-left text-[13.5px]">
      <thead className="text-[12.5px] text-ink-2">
        <tr>
          <th className="font-normal">No</th>
          <th className="font-normal">Where, what for</th>
          <th className="w-36 font-normal">Mb/s</th>
          <th className="font-normal">Before</th>
          <th className="font-normal">After</th>
          <th className="font-normal">Result</th>
        </tr>
      </thead>
      <tbody>
        {verdicts.map((v) => {
          const spot = spots.find((s) => s.id === v.spotId)!;
          const up = v.decidedBy === 'up';
          const pick = (p: PhaseResult | null) => (p ? (up ? p.upMbps : p.downMbps) : null);
          return (
            <tr key={v.spotId} className="break-inside-avoid border-t border-rule">
              <td className="py-1 pr-2">{v.number}</td>
              <td className="pr-2">
                <span className="font-semibold">{v.name}</span>
                <span className="block text-[12.5px] text-ink-2">
                  {activitiesLabel(spot.activities)}; needs {speedText(v.need.downMbps)} ↓{' '}
                  {speedText(v.need.upMbps)} ↑ Mb/s, at most {v.need.latencyMs} ms
                </span>
              </td>
              <td className="pr-2">
                <Track
                  marks={{
                    need: up ? v.need.upMbps : v.need.downMbps,
                    before: pick(v.before),
                    after: pick(v.after),
                  }}
                  label={`${up ? 'up' : 'down'}: before ${phaseText(v.before)}, after ${phaseText(v.after)}`}
                />
              </td>
              <td className="pr-2">
                {phaseText(v.before)}
                <TakenWith phase={v.before} at={readAt(v.spotId, 'before')} />
              </td>
              <td className="pr-2">
                {phaseText(v.after)}
                <TakenWith phase={v.after} at={readAt(v.spotId, 'after')} />
              </td>
              <td className={v.gone ? 'font-semibold text-good' : ''}>{resultText(v)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
