'use client';
import Link from 'next/link';
import { useMemo } from 'react';
import type { Option } from '@/core/plan/option/schema';
import { useAsk } from '@/ui/job/useAsk';
import { useJob } from '@/ui/job/store';
import { Working } from '@/ui/pieces/Working';

/** Whether the plan works because of doors, windows, walls and circuits nobody has looked at. */
export function Guesses({ option }: { option: Option }) {
  const jobId = useJob((s) => s.id);
  const spots = useJob((s) => s.site.spots);
  const question = useMemo(() => ({ kind: 'guesses' as const, option }), [option]);
  const found = useAsk<'guesses'>(question);
  if (!found) return <Working />;
  const { byOpenings, byWalls, overCircuits } = found;
  const count = (n: number, one: string, many: string) => `${n} guessed ${n === 1 ? one : many}`;
  const openings = count(found.openings, 'door or window', 'doors and windows');
  const walls = count(found.walls, 'wall', 'walls');
  const works = (ids: readonly string[]) =>
    `${spots
      .filter((s) => ids.includes(s.id))
      .map((s) => `${s.number} ${s.name}`)
      .join(', ')} ${ids.length === 1 ? 'works' : 'work'} only if`;
  const lines = [
    ...(byOpenings.length > 0 ? [`${works(byOpenings)} the ${openings} are where they are drawn.`] : []),
    ...(byWalls.length > 0 ? [`${works(byWalls)} the ${walls} take less than twice what is thought.`] : []),
    ...(overCircuits.length > 0
      ? [`Powerline to ${overCircuits.join(', ')} runs over circuits that are guessed.`]
      : []),
  ];
  if (lines.length === 0) {
    const without = [
      ...(found.openings > 0 ? [`without the ${openings}`] : []),
      ...(found.walls > 0 ? [`with the ${walls} taking twice as much`] : []),
    ];
    return (
      <p>Nothing{without.length > 0 ? `: what works here works ${without.join(' and ')} as well` : ''}.</p>
    );
  }
  return (
    <>
      <ul className="text-amber">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <p>
        <Link className="link" href={`/jobs/${jobId}/survey`}>
          Look at them in Survey
        </Link>{' '}
        before this is offered.
      </p>
    </>
  );
}
