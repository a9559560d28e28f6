'use client';
import { useState } from 'react';
import { serialAt } from '@/core/evidence/fold';
import { serialStepOf, wrongSerial } from '@/core/fit/serials';
import type { Step } from '@/core/fit/step';
import type { Option } from '@/core/plan/option/schema';
import { useJob } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import { Button } from '@/ui/pieces/Button';

/** Asks, before a step that joins units is ticked, for the serial that was found; another than the one on the label is refused. */
export function TickQuestion({
  step,
  option,
  onSure,
  onLeave,
}: {
  step: Step;
  option: Option;
  onSure: () => void;
  onLeave: () => void;
}) {
  const evidence = useJob((s) => s.evidence);
  const record = useRecord();
  const [found, setFound] = useState<Record<string, string>>({});
  const [wrong, setWrong] = useState<readonly string[] | null>(null);
  const noted = option.units.map((u) => ({
    id: u.id,
    letter: u.letter,
    stepKey: serialStepOf(u),
    serial: serialAt(evidence, option.id, serialStepOf(u)),
  }));
  const asked = noted.filter((n) => step.serialOf.includes(n.id));
  const isBare = asked.some((n) => n.serial === null && !found[n.id]?.trim());
  const check = async () => {
    for (const n of asked) {
      const typed = found[n.id]?.trim() ?? '';
      if (typed === '') continue;
      const why = wrongSerial(typed, n, noted);
      if (why) {
        setWrong(why);
        await record.step(option.id, n.stepKey, 'note', `Serial found: ${typed.slice(0, 80)}`);
        return;
      }
      if (n.serial === null) {
        const problem = await record.step(option.id, n.stepKey, 'serial', typed.slice(0, 80));
        if (problem) return setWrong([problem]);
      }
    }
    onSure();
  };
  return (
    <form
      className="mt-1 border-l-2 border-l-lamp pl-3 ml-7"
      aria-label="Serials found"
      onSubmit={(e) => {
        e.preventDefault();
        void check();
      }}
    >
      <p>Is the serial found the one on the label?</p>
      {asked.map((n) => (
        <label key={n.id} className="fig mt-1 flex flex-wrap items-center gap-2">
          <strong className="w-6">{n.letter}</strong>
          <span className="w-44">{n.serial === null ? 'none is noted' : `label: ${n.serial}`}</span>
          <input
            className="field fig w-44!"
            aria-label={`Serial found of ${n.letter}`}
            placeholder="found, if it is shown"
            value={found[n.id] ?? ''}
            onChange={(e) => setFound({ ...found, [n.id]: e.target.value })}
          />
        </label>
      ))}
      {wrong && (
        <ul role="alert" className="mt-1 list-disc pl-5 text-mains">
          {wrong.map((w) => (
            <li key={w}>{w}</li>
          ))}
        </ul>
      )}
      <div className="mt-1 flex flex-wrap gap-2">
        <Button type="submit" look="strong">
          {isBare ? 'Done without a serial' : 'Done: it is the one on the label'}
        </Button>
        <Button onClick={onLeave}>Not yet</Button>
      </div>
    </form>
  );
}
