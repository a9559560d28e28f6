'use client';
import { useId, useState } from 'react';
import { serialAt } from '@/core/evidence/fold';
import { useJob } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';

/** Notes the serial of the unit of a step; a later note stands beside the earlier, the newest counts. */
export function SerialField({
  optionId,
  stepKey,
  label = 'Serial',
}: {
  optionId: string;
  stepKey: string;
  label?: string;
}) {
  const id = useId();
  const record = useRecord();
  const noted = useJob((s) => serialAt(s.evidence, optionId, stepKey));
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  return (
    <form
      className="mt-2 flex items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        const text = typed.trim();
        if (text === '') return setProblem('Type the serial from the label.');
        if (busy) return;
        setBusy(true);
        void record.step(optionId, stepKey, 'serial', text.slice(0, 80)).then((p) => {
          setBusy(false);
          setProblem(p);
          if (!p) setTyped('');
        });
      }}
    >
      <div>
        <label className="lab" htmlFor={id}>
          {label} {noted && <strong className="text-ink">noted: {noted}</strong>}
        </label>
        <input id={id} className="field fig w-52!" value={typed} onChange={(e) => setTyped(e.target.value)} />
      </div>
      <Button type="submit" disabled={busy}>
        Note serial
      </Button>
      <Problem words={problem} />
    </form>
  );
}
