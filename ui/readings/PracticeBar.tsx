'use client';
import { useState } from 'react';
import type { Phase } from '@/core/evidence/rows';
import type { PracticeLight } from '@/meter/practice/terms';
import type { PracticeHouseRef } from '@/core/site/model/schema';
import type { Option } from '@/core/plan/option/schema';
import { get, problemText } from '@/ui/job/requests';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';

const LIGHT: Record<PracticeLight, string> = {
  holds: 'holds',
  thin: 'thin: one step nearer to its parent',
  lost: 'lost: it finds no parent',
  noInternet: 'no internet: look at its parent',
};

const HOW_HARD: Record<PracticeHouseRef['difficulty'], string> = {
  easy: 'easy',
  usual: 'usual',
  hard: 'hard',
  old: 'an old house, badly surveyed',
};

type Lights = readonly { unitId: string; light: PracticeLight }[];

/** Says that this is a practice house, and looks at the lights of its units. */
export function PracticeBar({ phase, option }: { phase: Phase; option: Option }) {
  const practice = useJob((s) => s.site.practice);
  const jobId = useJob((s) => s.id);
  const [lights, setLights] = useState<Lights | null>(null);
  const [problem, setProblem] = useState('');
  if (!practice) return null;
  async function look() {
    const answer = await get<Lights>(`/api/jobs/${jobId}/practice?phase=${phase}`);
    setProblem(answer.ok ? '' : problemText(answer.problems));
    if (answer.ok) setLights(answer.value);
  }
  const nameOf = (id: string) => {
    const unit = option.units.find((u) => u.id === id);
    return unit ? `${unit.letter} ${unit.name}` : id;
  };
  return (
    <>
      <Button onClick={() => void look()}>Look at the lights</Button>
      <span className="text-[13px] text-ink-2">practice, {HOW_HARD[practice.difficulty]}</span>
      {problem && <p className="w-full text-mains">{problem}</p>}
      {lights && (
        <ul className="w-full text-[13px]" aria-label="Lights">
          {lights.length === 0 && <li>No units stand there yet.</li>}
          {lights.map((l) => (
            <li key={l.unitId}>
              {nameOf(l.unitId)}: {LIGHT[l.light]}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
