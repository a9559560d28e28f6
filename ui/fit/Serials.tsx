'use client';
import { serialAt } from '@/core/evidence/fold';
import type { Option } from '@/core/plan/option/schema';
import { kitById } from '@/core/kit/catalogue/catalogue';
import { useJob } from '@/ui/job/store';
import { SerialField } from './SerialField';
import { SerialPhoto } from './SerialPhoto';
import { serialStepOf } from '@/core/fit/serials';

/** A serial for each unit, beside its name: typed from the boxes before anything hangs on a wall. */
export function Serials({ option }: { option: Option }) {
  const ownKit = useJob((s) => s.plan.ownKit);
  const evidence = useJob((s) => s.evidence);
  const units = [...option.units]
    .filter((u) => kitById(u.kitId, ownKit)?.kind !== 'switch')
    .sort((a, b) => a.letter.localeCompare(b.letter));
  const noted = units.filter((u) => serialAt(evidence, option.id, serialStepOf(u)) !== null).length;
  return (
    <details className="panel p-4">
      <summary className="head2 cursor-pointer">
        Serials: {noted} of {units.length} noted
      </summary>
      <ul className="mt-1 divide-y divide-rule">
        {units.map((u) => (
          <li key={u.id} className="py-1" data-serial-of={u.letter}>
            <span className="fig font-semibold">
              {u.letter} {u.name}
            </span>
            <SerialField optionId={option.id} stepKey={serialStepOf(u)} label={`Serial of ${u.letter}`} />
          </li>
        ))}
      </ul>
      <SerialPhoto optionId={option.id} units={units} />
    </details>
  );
}
