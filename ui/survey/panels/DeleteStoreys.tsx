'use client';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { deleteStoreys, standingOn } from '@/core/site/edit/storeys';
import { useJobStore } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { Confirm } from '@/ui/pieces/Confirm';

/** Deletes storeys and moves what hung on them; asks first where spots, wiring or planned units stand there. */
export function DeleteStoreys({
  ids,
  label,
  onDone,
}: {
  ids: ReadonlySet<string>;
  label: string;
  onDone: () => void;
}) {
  const store = useJobStore();
  const [asking, setAsking] = useState(false);
  const [on, setOn] = useState({ spots: 0, wiring: 0, units: 0 });
  const ask = () => {
    const { site, plan } = store.getState();
    const units = [plan.today, ...plan.options].flatMap((o) => o.units);
    const standing = standingOn(site, ids, units);
    setOn(standing);
    if (standing.spots + standing.wiring + standing.units > 0) setAsking(true);
    else remove();
  };
  const remove = () => {
    const job = store.getState();
    const next = deleteStoreys(job.site, ids);
    // Units on them, and all else that named them, is mended in the same act.
    job.setSite(() => next);
    job.showStorey(next.buildings[0]?.storeys[0]?.id ?? null);
    setAsking(false);
    onDone();
  };
  if (!asking)
    return (
      <Button onClick={ask}>
        <Trash2 size={15} aria-hidden="true" /> {label}
      </Button>
    );
  return (
    <Confirm yes="Delete" onYes={remove} onNo={() => setAsking(false)} className="col-span-2">
      Spots here: {on.spots}; sockets, panels and jacks: {on.wiring}; units of the plan: {on.units}. All are
      kept with their readings and count as yard; undo brings everything back.
    </Confirm>
  );
}
