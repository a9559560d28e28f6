'use client';
import { useState } from 'react';
import { packedByStep } from '@/core/fit/hand';
import type { Step } from '@/core/fit/step';
import type { Option } from '@/core/plan/option/schema';
import { SparesList } from './SparesList';

/** The van: spares by what they do, and what each step is the first to want, so that what is wanted last goes in first. */
export function Packing({ steps, option }: { steps: readonly Step[]; option: Option }) {
  const [open, setOpen] = useState(false);
  const packed = packedByStep(steps);
  if (packed.length === 0) return null;
  return (
    <details className="mt-3" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer">The van: spares, and what each step wants</summary>
      {open && <SparesList option={option} />}
      <p className="mt-2 text-ink-2">What is wanted last goes in first.</p>
      <dl className="fig mt-1 text-[13.5px]" aria-label="The van by step">
        {[...packed].reverse().map((p) => (
          <div key={p.key} className="border-t border-rule py-1">
            <dt className="text-ink-2">{p.title}</dt>
            <dd>{p.items.join(', ')}</dd>
          </div>
        ))}
      </dl>
    </details>
  );
}
