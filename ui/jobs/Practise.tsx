'use client';
import { useState } from 'react';
import type { PracticeHouseRef } from '@/core/site/model/schema';
import { Button } from '@/ui/pieces/Button';
import { SelectField } from '@/ui/pieces/fields';

type Difficulty = PracticeHouseRef['difficulty'];
const freshSeed = () => 1 + Math.floor(Math.random() * 999_999);

/** Begins a job in a made-up house whose truth is hidden: to learn on, and to try the application without a ladder. */
export function Practise({
  busy,
  onBegin,
}: {
  busy: boolean;
  onBegin: (name: string, practice: { seed: number; difficulty: Difficulty }) => void;
}) {
  const [difficulty, setDifficulty] = useState<Difficulty>('usual');
  return (
    <form
      className="panel mt-3 flex flex-wrap items-center gap-x-4 gap-y-2 px-4 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        const seed = freshSeed();
        onBegin(`Practice house ${seed}`, { seed, difficulty });
      }}
    >
      <p className="min-w-60 flex-1">
        <strong className="fig font-semibold">No house at hand?</strong> Practise in a made-up one: it is
        drawn, its truth is hidden, its meter answers at any spot.
      </p>
      <div className="w-60">
        <SelectField<Difficulty>
          hideLabel
          label="How hard"
          value={difficulty}
          options={[
            { value: 'easy', label: 'an easy one' },
            { value: 'usual', label: 'a usual one' },
            { value: 'hard', label: 'a hard one' },
            { value: 'old', label: 'an old one, badly surveyed' },
          ]}
          onChange={setDifficulty}
        />
      </div>
      <Button type="submit" disabled={busy}>
        Practise
      </Button>
    </form>
  );
}
