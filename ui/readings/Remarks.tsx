'use client';
import { evidenceOf } from '@/core/evidence/fold';
import { useJob } from '@/ui/job/store';
import { clockText } from '@/ui/pieces/format';

/** Notes taken at a spot, such as on the walk. */
export function Remarks({ spotId }: { spotId: string }) {
  const evidence = useJob((s) => s.evidence);
  const own = evidenceOf(evidence).remarks.filter((r) => r.spotId === spotId);
  if (own.length === 0) return null;
  return (
    <ul className="mt-1" aria-label="Notes taken here">
      {own.map((r) => (
        <li key={r.id}>
          <span className="fig text-ink-2">
            {clockText(r.at)}
            {r.by && ` ${r.by}`}:
          </span>{' '}
          {r.text}
        </li>
      ))}
    </ul>
  );
}
