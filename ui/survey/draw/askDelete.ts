import { deleteThings, type Thing } from '@/core/site/edit/things';
import { readingsAt } from '@/core/evidence/fold';
import type { JobStore } from '@/ui/job/store';
import type { Drawing } from './drawing';

/** Deletes things; where readings hang on one of them it asks first. Undo brings everything back. */
export function askDelete(store: JobStore, drawing: Drawing, things: readonly Thing[]): void {
  if (things.length === 0 || things.some((t) => t.kind === 'lineEntry')) return;
  const spots = new Set(things.filter((t) => t.kind === 'spot').map((t) => t.id));
  const readings = readingsAt(store.getState().evidence, spots);
  if (readings > 0) drawing.getState().set({ asking: { things, readings } });
  else deleteNow(store, drawing, things);
}

export function deleteNow(store: JobStore, drawing: Drawing, things: readonly Thing[]): void {
  const job = store.getState();
  job.setSite((s) => deleteThings(s, things));
  job.select(null);
  drawing.getState().set({
    asking: null,
    message: `Deleted ${things.length === 1 ? 'it' : `${things.length} things`}. Ctrl Z brings back.`,
  });
}
