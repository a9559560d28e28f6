'use client';
import { isValidElement, type ReactNode } from 'react';
import { NameField, NumberField, SelectField, TextField, Tick } from './fields';
import { LengthField } from './LengthField';

type KeysOf<T, V> = { [K in keyof T & string]: T[K] extends V ? K : never }[keyof T & string];
interface Shown {
  label: string;
  /** Takes the whole row. */
  wide?: boolean;
}

/** One field of a form: the key of what it changes under the name of its kind, and how it is asked for. */
export type Field<T> =
  | (Shown & { name: KeysOf<T, string>; most?: number })
  | (Shown & { text: KeysOf<T, string>; most: number; long?: boolean })
  | (Shown & { number: KeysOf<T, number>; unit: string; min?: number; max?: number; whole?: boolean })
  | (Shown & {
      lengthM: KeysOf<T, number | null | undefined>;
      minM?: number;
      maxM?: number;
      commit?: boolean;
      optional?: boolean;
    })
  | (Shown & { tick: KeysOf<T, boolean> })
  | {
      [K in KeysOf<T, string | null>]: Shown & {
        select: K;
        options: readonly { value: NonNullable<T[K]>; label: string }[];
        /** What no choice at all is called, where there may be none. */
        none?: string;
      };
    }[KeysOf<T, string | null>]
  /** Anything that is no field of this thing. */
  | ReactNode;

const NONE = '';

/** Fields of one thing, in the order of a table. What is typed changes the thing at once, as far as it is in range. */
export function FieldTable<T extends object>({
  of,
  set,
  table,
}: {
  of: T;
  set: (values: Partial<T>) => void;
  table: readonly Field<T>[];
}) {
  const put = (key: keyof T, value: unknown) => set({ [key]: value } as Partial<T>);
  const shown = (field: Field<T>): ReactNode => {
    if (field === null || typeof field !== 'object' || isValidElement(field)) return field as ReactNode;
    if ('name' in field) {
      const { name, label, most = 80 } = field;
      return (
        <NameField
          label={label}
          value={of[name] as string}
          most={most}
          onChange={(v) => put(name, v.slice(0, most))}
        />
      );
    }
    if ('text' in field) {
      const { text, label, most, long } = field;
      return (
        <TextField
          label={label}
          long={long}
          value={of[text] as string}
          onChange={(v) => put(text, v.slice(0, most))}
        />
      );
    }
    if ('number' in field) {
      const { number, wide: _, ...rule } = field;
      return (
        <NumberField {...rule} value={of[number] as number} onChange={(v) => v !== null && put(number, v)} />
      );
    }
    if ('lengthM' in field) {
      const { lengthM, wide: _, ...rule } = field;
      return (
        <LengthField
          {...rule}
          valueM={(of[lengthM] as number | null | undefined) ?? null}
          onChange={(m) => (m !== null || rule.optional) && put(lengthM, m)}
        />
      );
    }
    if ('tick' in field) {
      const { tick, label } = field;
      return <Tick label={label} checked={of[tick] as boolean} onChange={(v) => put(tick, v)} />;
    }
    if ('select' in field) {
      const { select, label, none } = field;
      const options = field.options as readonly { value: string; label: string }[];
      return (
        <SelectField
          label={label}
          value={(of[select] as string | null) ?? NONE}
          options={none === undefined ? options : [{ value: NONE, label: none }, ...options]}
          onChange={(v) => put(select, none !== undefined && v === NONE ? null : v)}
        />
      );
    }
    return field as ReactNode;
  };
  return table.map((field, i) =>
    field !== null && typeof field === 'object' && 'wide' in field && field.wide ? (
      <div key={i} className="col-span-2">
        {shown(field)}
      </div>
    ) : (
      <FieldSlot key={i}>{shown(field)}</FieldSlot>
    ),
  );
}

const FieldSlot = ({ children }: { children: ReactNode }) => <>{children}</>;
