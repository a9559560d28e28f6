'use client';
import { Dialog } from 'radix-ui';
import { useParams, useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { useJobStore } from '@/ui/job/store';
import { STOPS } from '@/core/job/stops';

const KEYS: readonly [string, string][] = [
  ['1 to 7', 'go to a stop'],
  ['[ and ]', 'storey down, storey up'],
  ['N', 'next unfinished spot'],
  ['R', 'take a reading (Before, After)'],
  ['U', 'add a unit (Plan)'],
  ['B, R, W', 'building, room, wall (Survey)'],
  ['D, I, G, T', 'door, window, opening, stairs (Survey)'],
  ['N, P', 'name a room, paint walls (Survey)'],
  ['K, M, H, Y', 'obstacle, disturber, hedge, tree (Survey)'],
  ['O, E, V', 'line and router, socket, panel (Survey)'],
  ['C, X, L', 'coax outlet, splitter, cable (Survey)'],
  ['J, U, S', 'data run, duct, spot (Survey)'],
  ['Z, Q, A', 'scale, straighten, align a picture (Survey)'],
  ['Digits', 'type a length while drawing; an arrow sets it that way'],
  [', and .', 'step from thing to thing (Survey)'],
  ['Ctrl A, C, V', 'choose all, copy, put in again (Survey)'],
  ['Arrows', 'nudge what is selected by 10 cm; with Shift by 1 m'],
  ['Delete', 'delete what is selected'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['Escape', 'let go, close'],
  ['?', 'this list'],
];

/** Whether a key press belongs to a field being typed in or an open dialog. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  return !!target?.closest('input, textarea, select, [contenteditable], [role=dialog], [role=menu]');
}

/** Keys that work everywhere in a job, and the list that shows them. */
export function Shortcuts() {
  const [open, setOpen] = useState(false);
  const router = useRouter();
  const { jobId } = useParams<{ jobId: string }>();
  const store = useJobStore();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      // What is being drawn takes its keys first: a digit there is a length, not a stop.
      if (isTyping(event) || event.defaultPrevented) return;
      const command = event.ctrlKey || event.metaKey;
      if (command && event.key.toLowerCase() === 'z') {
        event.preventDefault();
        const { undo, redo } = store.temporal.getState();
        if (event.shiftKey) redo();
        else undo();
        return;
      }
      if (command || event.altKey) return;
      const stop = /^[1-7]$/.test(event.key) ? STOPS[Number(event.key) - 1] : undefined;
      if (stop) router.push(`/jobs/${jobId}/${stop.id}`);
      else if (event.key === '?') setOpen(true);
      else if (event.key === '[' || event.key === ']') {
        const { site, storeyId, showStorey } = store.getState();
        const all = site.buildings.flatMap((b) =>
          [...b.storeys].sort((p, q) => p.floorLevelM - q.floorLevelM),
        );
        const at = all.findIndex((s) => s.id === storeyId);
        const next = all[at + (event.key === ']' ? 1 : -1)];
        if (next) showStorey(next.id);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [router, jobId, store]);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/40" />
        <Dialog.Content className="panel fixed top-1/2 left-1/2 w-[min(92vw,440px)] -translate-x-1/2 -translate-y-1/2 p-4">
          <Dialog.Title className="head2">Keys</Dialog.Title>
          <Dialog.Description className="sr-only">Keyboard shortcuts of a job</Dialog.Description>
          <dl className="mt-2 grid grid-cols-[150px_1fr] gap-y-1">
            {KEYS.map(([key, what]) => (
              <div key={key} className="contents">
                <dt className="fig font-semibold">{key}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close className="btn mt-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
