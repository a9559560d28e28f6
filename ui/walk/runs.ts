import type { WalkView } from '@/server/walk/view';
import type { KeptRow } from './kept';

/** A run as the phone shows it. */
export interface ShownRun {
  key: string;
  connected: boolean;
  downMbps: number | null;
  upMbps: number | null;
  /** Where it is, if not on the laptop yet. */
  state: string;
}

const STATE = { waiting: 'on the phone', refused: 'refused', sent: '' } as const;

/** Runs at a spot or unit: those the laptop knows, then those that are still here; what was struck out here is gone at once. */
export function runsAt(
  view: WalkView,
  rows: readonly KeptRow[],
  known: readonly Omit<ShownRun, 'key' | 'state'>[],
  id: string,
): ShownRun[] {
  const own = rows.filter((r) => r.jobId === view.jobId && r.phase === view.phase);
  const struck = new Set<unknown>();
  for (const { row } of own) {
    if (row.kind !== 'correction') continue;
    if (row.act === 'setAside') struck.add(row.readingId);
    else struck.delete(row.readingId);
  }
  return [
    ...known.map((r, i) => ({ ...r, key: `known-${i}`, state: '' })),
    ...own.flatMap((r) => {
      const subject = r.row.subject as { kind: string; spotId?: string; unitId?: string } | undefined;
      if (subject?.kind === 'together') return [];
      if (r.row.kind !== 'reading' || struck.has(r.id) || (subject?.spotId ?? subject?.unitId) !== id)
        return [];
      return [
        {
          key: r.id,
          connected: r.row.connected === true,
          downMbps: r.row.downMbps as number | null,
          upMbps: r.row.upMbps as number | null,
          state: STATE[r.state],
        },
      ];
    }),
  ];
}
