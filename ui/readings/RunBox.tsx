'use client';
import { useId } from 'react';
import { EVIDENCE } from '@/core/evidence/rows';
import { type ReadingValues } from '@/ui/job/useRecord';

/** What each value of a run is called on the form. */
export const FIELD = {
  downMbps: 'Down',
  upMbps: 'Up',
  loadedMs: 'Under load',
  idleMs: 'Idle',
  rssiDbm: 'Signal',
  note: 'Note',
} as const;
export type FieldId = keyof typeof FIELD;

/** What is wrong with what was typed, and in which field where it is one. */
export interface Wrong {
  words: string;
  field: FieldId | null;
}

export function Box({
  label,
  unit,
  value,
  wrong,
  onChange,
  first,
}: {
  label: string;
  unit: string;
  value: string;
  /** Whether this is the field that is complained about. */
  wrong: boolean;
  onChange: (v: string) => void;
  first?: React.Ref<HTMLInputElement>;
}) {
  const id = useId();
  return (
    <div>
      <label className="lab" htmlFor={id}>
        {label} ({unit})
      </label>
      <input
        ref={first}
        id={id}
        className="field fig"
        inputMode="decimal"
        aria-invalid={wrong}
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
    </div>
  );
}

/** The first thing wrong with typed values, by the limits that hold everywhere. */
export function problemOf(values: ReadingValues): Wrong | null {
  const parsed = EVIDENCE.reading.safeParse({
    ...values,
    kind: 'reading',
    id: 'x',
    stateId: 'x',
    at: new Date(0).toISOString(),
    by: '',
  });
  if (parsed.success) return null;
  const issue = parsed.error.issues[0]!;
  const key = String(issue.path[0] ?? '');
  const field = key in FIELD ? (key as FieldId) : null;
  return {
    field,
    words: `${field ? FIELD[field] : 'This run'}: ${issue.message}. Correct it and record again.`,
  };
}
