'use client';
import { packedByStep } from '@/core/fit/hand';
import type { Step } from '@/core/fit/step';

/** The van by step: what each step is the first to want, so that what is wanted last goes in first. */
export function Packing({ steps }: { steps: readonly Step[] }) {
  const packed = packedByStep(steps);
  if (packed.length === 0) return null;
  return (
    <details className="mt-3">
      <summary className="cursor-pointer">The van by step: what is wanted last goes in first</summary>
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
