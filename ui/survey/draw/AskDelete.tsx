'use client';
import { AlertDialog } from 'radix-ui';
import { useJobStore } from '@/ui/job/store';
import { deleteNow } from './askDelete';
import { useDrawing, useDrawingStore } from './drawing';

/** Asks before something with evidence is deleted. */
export function AskDelete() {
  const store = useJobStore();
  const drawing = useDrawingStore();
  const asking = useDrawing((s) => s.asking);
  return (
    <AlertDialog.Root
      open={asking !== null}
      onOpenChange={(open) => !open && drawing.getState().set({ asking: null })}
    >
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-10 bg-black/40" />
        <AlertDialog.Content className="panel fixed top-1/2 left-1/2 z-20 w-[min(94vw,440px)] -translate-x-1/2 -translate-y-1/2 p-4">
          <AlertDialog.Title className="head2">
            {asking?.readings} {asking?.readings === 1 ? 'reading was' : 'readings were'} taken here
          </AlertDialog.Title>
          <AlertDialog.Description className="mt-1">
            Readings are kept whatever happens to their spot. Undo brings the spot back with them.
          </AlertDialog.Description>
          <div className="mt-3 flex gap-2">
            <AlertDialog.Action
              className="btn btn-strong"
              onClick={() => asking && deleteNow(store, drawing, asking.things)}
            >
              Delete
            </AlertDialog.Action>
            <AlertDialog.Cancel className="btn">Keep</AlertDialog.Cancel>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
