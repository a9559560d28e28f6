'use client';
import { useMemo } from 'react';
import type { Option } from '@/core/plan/option/schema';
import type { Stuck } from '@/core/suggest/questions/leastPower';
import { useAsk } from '@/ui/job/useAsk';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { Working } from '@/ui/pieces/Working';

const spotsOf = (list: readonly Stuck[]) => list.map((s) => `${s.number} ${s.name}`).join(', ');

/** Where a device may stay on a unit that is no good to it, and the least power that makes it let go. */
export function WhereItSticks({ option }: { option: Option }) {
  const setOption = useJob((s) => s.setOption);
  const question = useMemo(() => ({ kind: 'leastPower' as const, option }), [option]);
  const found = useAsk<'leastPower'>(question);
  if (!found) return <Working />;
  const letter = (id: string) => option.units.find((u) => u.id === id)?.letter ?? '';
  const units = [...new Set(found.now.map((s) => s.unitId))];
  if (units.length === 0) return <p>Nowhere: where a device may stay on another unit, that one will do.</p>;
  return (
    <>
      <ul>
        {units.map((id) => (
          <li key={id}>
            A device that comes from {letter(id)} may stay on it at{' '}
            {spotsOf(found.now.filter((s) => s.unitId === id))}, and gets too little there.
          </li>
        ))}
      </ul>
      {found.untried > 0 && (
        <p className="text-ink-2">
          Less power was tried at the units most stick to; {found.untried} more were left.
        </p>
      )}
      {found.lowered.length === 0 ? (
        <p className="mt-1 text-ink-2">
          Less power frees none of them without a loss elsewhere. Wi-Fi off and on at the device does; units
          that hand over under one name, or another place, mend it.
        </p>
      ) : (
        <>
          <p className="mt-1">
            Every spot works as before with{' '}
            {found.lowered.map((l) => `${l.letter} ${l.band} GHz at ${Math.round(l.toDbm)} dBm`).join(', ')}:{' '}
            {found.then.length === 0
              ? 'devices let go everywhere.'
              : `${found.now.length - found.then.length} of ${found.now.length} let go; still not at ${spotsOf(found.then)}.`}
          </p>
          <Button
            className="mt-1"
            onClick={() => setOption((o) => ({ ...found.option, id: o.id, name: o.name }))}
          >
            Set it, with its step in Fit
          </Button>
        </>
      )}
    </>
  );
}
