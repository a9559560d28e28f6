/** @jsxImportSource preact */
import { useState } from 'preact/hooks';
import type { WalkView } from '@/server/walk/view';

/** Which storey is shown: the one that is wanted until somebody steps to another. */
export function useStorey(wanted: string | null): [string | null, (id: string | null) => void] {
  const [chosen, setChosen] = useState<string | null | undefined>(undefined);
  return [chosen === undefined ? wanted : chosen, setChosen];
}

/** Steps from storey to storey, the yard among them. */
export function StoreyPicker({
  view,
  storeyId,
  onStorey,
}: {
  view: WalkView;
  storeyId: string | null;
  onStorey: (id: string | null) => void;
}) {
  const storeys = [
    ...view.storeys.map((s) => ({ id: s.id as string | null, name: s.name })),
    { id: null, name: 'Yard' },
  ];
  const at = storeys.findIndex((s) => s.id === storeyId);
  const step = (by: number) => onStorey(storeys[(at + by + storeys.length) % storeys.length]!.id);
  return (
    <div class="storey">
      <button type="button" aria-label="Storey before" onClick={() => step(-1)}>
        ‹
      </button>
      <span>{storeys[at]?.name}</span>
      <button type="button" aria-label="Next storey" onClick={() => step(1)}>
        ›
      </button>
    </div>
  );
}
