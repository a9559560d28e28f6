'use client';
import { useId, useRef, useState, type ReactNode } from 'react';
import { useTypingStep } from './useTypingStep';

/** A labelled text field that reports each change. */
export function TextField(props: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  long?: boolean;
  hideLabel?: boolean;
  placeholder?: string;
}) {
  const id = useId();
  const typing = useTypingStep();
  const shared = {
    ...typing,
    id,
    className: 'field',
    value: props.value,
    placeholder: props.placeholder,
    onChange: (e: { target: { value: string } }) => props.onChange(e.target.value),
  };
  return (
    <div className="min-w-0">
      <label className={props.hideLabel ? 'sr-only' : 'lab'} htmlFor={id}>
        {props.label}
      </label>
      {props.long ? <textarea rows={2} {...shared} /> : <input type="text" {...shared} />}
    </div>
  );
}

/** A labelled name. It may be empty while it is typed, and counts again once something stands in it. */
export function NameField(props: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  hideLabel?: boolean;
  /** Most characters. */
  most?: number;
}) {
  const id = useId();
  const typing = useTypingStep();
  const [typed, setTyped] = useState<string | null>(null);
  const empty = typed !== null && typed.trim() === '';
  return (
    <div className="min-w-0">
      <label className={props.hideLabel ? 'sr-only' : 'lab'} htmlFor={id}>
        {props.label}
      </label>
      <input
        id={id}
        type="text"
        className="field"
        value={typed ?? props.value}
        maxLength={props.most ?? 80}
        aria-invalid={empty}
        aria-describedby={empty ? `${id}-p` : undefined}
        onFocus={typing.onFocus}
        onChange={(e) => {
          setTyped(e.target.value);
          if (e.target.value.trim() !== '') props.onChange(e.target.value);
        }}
        onBlur={() => {
          setTyped(null);
          typing.onBlur();
        }}
      />
      {empty && (
        <p id={`${id}-p`} className="text-[13px] text-mains">
          It stays {props.value} until a name is typed.
        </p>
      )}
    </div>
  );
}

/** The number somebody typed, with a point or a comma; null for nothing. */
const numberIn = (text: string): number | null =>
  text.trim() === '' ? null : Number(text.trim().replace(',', '.'));

interface NumberRule {
  unit: string;
  min?: number;
  max?: number;
  optional?: boolean;
  whole?: boolean;
}

/** What is wrong with a typed number, in words; null where nothing is. */
function numberProblem(
  text: string,
  { unit, min = 0, max = 1e6, optional, whole }: NumberRule,
): string | null {
  const number = numberIn(text);
  if (number === null) return optional ? null : 'a number is needed';
  if (!Number.isFinite(number)) return 'not a number';
  if (number < min || number > max) return `between ${min} and ${max} ${unit}`;
  return whole && !Number.isInteger(number) ? 'a whole number' : null;
}

/**
 * A labelled number with its unit. What is typed stays as typed; it counts once it is a number in range, and says so
 * where it is not. Empty is null where that is allowed.
 */
export function NumberField(props: {
  label: string;
  unit: string;
  value: number | null;
  onChange: (value: number | null) => void;
  min?: number;
  max?: number;
  optional?: boolean;
  /** Whole numbers only. */
  whole?: boolean;
  /** Digits shown when the value comes from elsewhere. */
  digits?: number;
}) {
  const id = useId();
  const typing = useTypingStep();
  const shown = props.value === null ? '' : String(Number(props.value.toFixed(props.digits ?? 2)));
  const [typed, setTyped] = useState<string | null>(null);
  const [inside, setInside] = useState(false);
  const wrong = (of: string) => numberProblem(of, props);
  // What was typed stays as typed, a comma and what is wrong too, until the value is another one.
  const stands = typed !== null && (inside || wrong(typed) !== null || numberIn(typed) === props.value);
  const text = stands ? typed : shown;
  const problem = wrong(text);
  return (
    <div className="min-w-0">
      <label className="lab" htmlFor={id}>
        {props.label} <span className="whitespace-nowrap">({props.unit})</span>
      </label>
      <input
        id={id}
        className="field fig"
        inputMode="decimal"
        value={text}
        aria-invalid={problem !== null}
        aria-describedby={problem ? `${id}-p` : undefined}
        onChange={(e) => {
          const next = e.target.value;
          setTyped(next);
          if (wrong(next) === null) props.onChange(numberIn(next));
        }}
        onFocus={() => {
          setInside(true);
          typing.onFocus();
        }}
        onBlur={() => {
          setInside(false);
          typing.onBlur();
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

export function SelectField<T extends string>(props: {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
  hideLabel?: boolean;
}) {
  const id = useId();
  const byKey = useRef(false);
  return (
    <div className="min-w-0">
      <label className={props.hideLabel ? 'sr-only' : 'lab'} htmlFor={id}>
        {props.label}
      </label>
      <select
        id={id}
        className="field"
        value={props.value}
        onKeyDown={() => (byKey.current = true)}
        onPointerDown={() => (byKey.current = false)}
        onChange={(e) => {
          props.onChange(e.target.value as T);
          // After a choice by hand the keys of the job work again; by key one goes on choosing.
          if (!byKey.current) e.target.blur();
        }}
      >
        {props.options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </div>
  );
}

/** A labelled day, 2026-11-25; empty is null. */
export function DateField(props: {
  label: string;
  value: string | null;
  onChange: (day: string | null) => void;
}) {
  const id = useId();
  return (
    <div className="min-w-0">
      <label className="lab" htmlFor={id}>
        {props.label}
      </label>
      <input
        id={id}
        type="date"
        className="field fig"
        value={props.value ?? ''}
        max="2199-12-31"
        onChange={(e) => props.onChange(e.target.value === '' ? null : e.target.value)}
      />
    </div>
  );
}

export function Tick(props: { label: ReactNode; checked: boolean; onChange: (checked: boolean) => void }) {
  return (
    <label className="flex min-h-7 cursor-pointer items-center gap-2">
      <input
        type="checkbox"
        className="h-4 w-4 accent-[var(--fibre)]"
        checked={props.checked}
        onChange={(e) => props.onChange(e.target.checked)}
      />
      <span>{props.label}</span>
    </label>
  );
}
