'use client';
import Link from 'next/link';
import { useMemo } from 'react';
import type { Option } from '@/core/plan/option/schema';
import { useAsk } from '@/ui/job/useAsk';
import { useJob } from '@/ui/job/store';
import { Working } from '@/ui/pieces/Working';

/** Whether the plan works because of doors and windows nobody has looked at. */
export function Guesses({ option }: { option: Option }) {
  const jobId = useJob((s) => s.id);
  const spots = useJob((s) => s.site.spots);
  const question = useMemo(() => ({ kind: 'guesses' as const, option }), [option]);
  const found = useAsk<'guesses'>(question);
  if (!found) return <Working />;
  const { openings } = found;
  const decided = spots.filter((s) => found.spotIds.includes(s.id));
  const guessed = `${openings} guessed ${openings === 1 ? 'door or window' : 'doors and windows'}`;
  if (decided.length === 0) return <p>Nothing: what works here works without the {guessed} as well.</p>;
  return (
    <p className="text-amber">
      {decided.map((s) => `${s.number} ${s.name}`).join(', ')} {decided.length === 1 ? 'works' : 'work'} only
      if the {guessed} are where they are drawn.{' '}
      <Link className="link" href={`/jobs/${jobId}/survey`}>
        Look at them in Survey
      </Link>{' '}
      before this is offered.
    </p>
  );
}
