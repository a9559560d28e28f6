'use client';
import { Download } from 'lucide-react';
import { partsCsv } from '@/core/plan/cost/partsCsv';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { saveText } from '@/ui/pieces/saveText';

/** Saves the parts of each option for whoever orders them. */
export function PartsList() {
  const currency = useJob((s) => s.brief.currency);
  const options = useJob((s) => s.plan.options);
  const { derived } = useDerived();
  const known = options.flatMap((o, i) => {
    const evaluation = derived?.options[o.id];
    return evaluation ? [{ id: o.id, name: `${i + 1} · ${o.name}`, parts: evaluation.parts }] : [];
  });
  if (known.length === 0) return null;
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2" role="group" aria-label="Parts as CSV">
      {known.map(({ id, name, parts }) => (
        <Button
          key={id}
          aria-label={`Save the parts of ${name} as CSV`}
          onClick={() => saveText(`parts of ${name}.csv`, 'text/csv', partsCsv(parts, currency))}
        >
          <Download size={15} aria-hidden="true" /> Parts of {name}
        </Button>
      ))}
    </div>
  );
}
