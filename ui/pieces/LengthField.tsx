'use client';
import { useId, useState } from 'react';
import { lengthInput, parseLength } from '@/core/site/model/lengths';
import { useJob } from '@/ui/job/store';
import { useTypingStep } from './useTypingStep';

/**
 * A labelled length, typed as people write it (3.2, 3m20, 10' 6") and kept in metres. What is typed stays as typed; it
 * counts once it is a length in range, and says so where it is not. `commit` waits for Enter or leaving the field.
 */
export function LengthField(props: {
  label: string;
  valueM: number | null;
  onChange: (valueM: number | null) => void;
  minM?: number;
  maxM?: number;
  optional?: boolean;
  commit?: boolean;
  hideLabel?: boolean;
}) {
  const id = useId();
  const typing = useTypingStep();
  const unit = useJob((s) => s.brief.lengthUnit);
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? (props.valueM === null ? '' : lengthInput(props.valueM, unit));
  const { minM = 0, maxM = 5000 } = props;
  const read = (value: string): { problem: string | null; lengthM: number | null } => {
    if (value.trim() === '') return { problem: props.optional ? null : 'a length is needed', lengthM: null };
    // Heights below a floor are written with a minus, which no measured length has.
    const minus = minM < 0 && value.trim().startsWith('-');
    const parsed = parseLength(minus ? value.trim().slice(1) : value, unit);
    if (!parsed.ok) return { problem: parsed.message, lengthM: null };
    const lengthM = minus ? -parsed.lengthM : parsed.lengthM;
    if (lengthM < minM - 1e-9 || lengthM > maxM + 1e-9)
      return {
        problem: `between ${lengthInput(minM, unit)} and ${lengthInput(maxM, unit)}${unit === 'feet' ? '' : ' m'}`,
        lengthM: null,
      };
    return { problem: null, lengthM };
  };
  const { problem } = typed === null ? { problem: null } : read(text);
  const take = (value: string) => {
    const { problem: wrong, lengthM } = read(value);
    if (wrong === null && lengthM !== props.valueM) props.onChange(lengthM);
  };
  return (
    <div className="min-w-0">
      <label className={props.hideLabel ? 'sr-only' : 'lab'} htmlFor={id}>
        {props.label} <span className="whitespace-nowrap">({unit === 'feet' ? 'ft, in' : 'm'})</span>
      </label>
      <input
        id={id}
        className="field fig"
        value={text}
        aria-invalid={problem !== null}
        aria-describedby={problem ? `${id}-p` : undefined}
        onChange={(e) => {
          setTyped(e.target.value);
          if (!props.commit) take(e.target.value);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && props.commit) take(text);
        }}
        onFocus={typing.onFocus}
        onBlur={() => {
          typing.onBlur();
          if (typed === null || problem) return;
          if (props.commit) take(text);
          setTyped(null);
        }}
      />
      {problem && (
        <p id={`${id}-p`} className="text-[13px] text-mains">
          {problem}
        </p>
      )}
    </div>
  );
}
