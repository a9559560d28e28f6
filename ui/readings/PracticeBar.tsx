'use client';
import { useState } from 'react';
import type { Phase } from '@/core/evidence/rows';
import type { Option } from '@/core/plan/option/schema';
import { get, problemText } from '@/ui/job/requests';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';

const DIFFICULTY = { easy: 'an easy one', usual: 'a usual one', hard: 'a hard one' } as const;
const LIGHT: Record<string, string> = {
  holds: 'holds',
  thin: 'thin: one step nearer to its parent',
  lost: 'lost: it finds no parent',
  noInternet: 'no internet: look at its parent',
};

/** Says that this is a practice house, and looks at the lights of its units. */
export function PracticeBar({ phase, option }: { phase: Phase; option: Option }) {
  const practice = useJob((s) => s.site.practice);
  const jobId = useJob((s) => s.id);
  const [lights, setLights] = useState<readonly { unitId: string; light: string }[] | null>(null);
  const [problem, setProblem] = useState('');
  if (!practice) return null;
  async function look() {
    const answer = await get<{ unitId: string; light: string }[]>(
      `/api/jobs/${jobId}/practice?phase=${phase}`,
    );
    setProblem(answer.ok ? '' : problemText(answer.problems));
    if (answer.ok) setLights(answer.value);
  }
  const nameOf = (id: string) => {
    const unit = option.units.find((u) => u.id === id);
    return unit ? `${unit.letter} ${unit.name}` : id;
  };
  return (
    <section className="panel shrink-0 px-3 py-2 text-[13px]" aria-label="Practice house">
      <div className="flex items-center justify-between gap-3">
        <p>
          <strong className="font-semibold">Practice house</strong>, {DIFFICULTY[practice.difficulty]}:
          nothing here is a real reading.
        </p>
        <Button className="shrink-0" onClick={() => void look()}>
          Look at the lights
        </Button>
      </div>
      {problem && <p className="text-mains">{problem}</p>}
      {lights && (
        <ul className="mt-1" aria-label="Lights">
          {lights.length === 0 && <li>No units stand there yet.</li>}
          {lights.map((l) => (
            <li key={l.unitId}>
              {nameOf(l.unitId)}: {LIGHT[l.light] ?? l.light}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
