'use client';
import type { Spot } from '@/core/site/model/schema';
import { useJob } from '@/ui/job/store';

/** What the customer said about a spot, in their words; nothing where they said nothing. */
export function Words({ spot }: { spot: Spot }) {
  const complaints = useJob((s) => s.brief.complaints);
  const said = [...complaints.filter((c) => c.spotId === spot.id).map((c) => c.words), spot.complaint].filter(
    (w) => w.trim() !== '',
  );
  if (said.length === 0) return null;
  return <p className="mt-1 border-l-2 border-rule pl-2 text-ink-2">{said.map((w) => `“${w}”`).join(' ')}</p>;
}
