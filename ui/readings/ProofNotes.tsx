'use client';
import { PROVES_NOTHING_WORDS } from '@/core/evidence/proves';
import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import { lengthText } from '@/core/site/model/lengths';
import { useJob } from '@/ui/job/store';

/**
 * What is to be known of a spot's readings: which do not count here and why, read where the spot stood before or at a time that proves
 * nothing, and which count though they are hard to believe.
 */
export function ProofNotes({ verdict: v }: { verdict: SpotVerdict | undefined }) {
  const unit = useJob((s) => s.brief.lengthUnit);
  if (!v || (!v.elsewhere && v.unproving.length === 0 && v.doubted.length === 0)) return null;
  const { elsewhere } = v;
  return (
    <div className="mt-1 border-l-4 border-l-amber pl-2" role="note">
      {elsewhere && (
        <p>
          {elsewhere.runs} {elsewhere.runs === 1 ? 'run was' : 'runs were'} read{' '}
          {elsewhere.offM === null ? 'on another storey' : `${lengthText(elsewhere.offM, unit)} from here`},
          where the spot stood then
          {elsewhere.gone ? ': the dead spot there is gone' : ''}. They count there and not here; put the spot
          back, or read it here.
        </p>
      )}
      {v.unproving.map((why) => (
        <p key={why}>Some runs prove nothing: {PROVES_NOTHING_WORDS[why]}.</p>
      ))}
      {v.doubted.map((words) => (
        <p key={words}>The verdict rests on a run that was asked about and said to be right: {words}</p>
      ))}
    </div>
  );
}
