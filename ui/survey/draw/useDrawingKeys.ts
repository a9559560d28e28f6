'use client';
import { useEffect } from 'react';
import { middleOf } from '@/core/site/geometry/rooms';
import type { Point, Site } from '@/core/site/model/schema';
import { copyThings, moveThings, type Thing } from '@/core/site/edit/things';
import { isTyping } from '@/ui/keys/isTyping';
import { useJobStore, type JobStore } from '@/ui/job/store';
import { thingsSelected } from '@/ui/job/selection';
import { newId } from '@/ui/job/newId';
import { ARROWS } from '@/ui/sheet/Marks';
import { askDelete } from './askDelete';
import { useDrawingStore, type Drawing } from './drawing';
import { openStoreys } from './hand';
import type { putIn } from './putIn';
import { thingsOnSheet } from './thingsOnSheet';
import { TOOLS, toolOfKey } from './tools';

/** Steps of the cross-hair and of what is nudged, m. */
const STEP_M = 0.1;
const FAR_M = 1;
/** How far copies are put from what they copy, m. */
const COPY_M = 0.5;

function middleOfStorey(site: Site, storeyId: string | null): Point {
  const outline = site.buildings.flatMap((b) => b.storeys).find((s) => s.id === storeyId)?.outline;
  if (!outline) return { xM: 0, yM: 0 };
  const { xM, yM } = middleOf(outline);
  return { xM: Math.round(xM * 10) / 10, yM: Math.round(yM * 10) / 10 };
}

/** Keys with Ctrl: everything, copy, put in again. */
function commandKey(key: string, store: JobStore, drawing: Drawing): boolean {
  const job = store.getState();
  const pen = drawing.getState();
  if (key === 'a')
    job.selectAll(thingsOnSheet(job.site, openStoreys(job.site, job.storeyId), pen.pass).map((t) => t.thing));
  else if (key === 'c') pen.set({ copied: thingsSelected(job), message: 'Copied. Ctrl V puts it in again.' });
  else if (key === 'v' && pen.copied.length > 0) {
    let copies: Thing[] = [];
    job.setSite((s) => {
      const made = copyThings(s, pen.copied, COPY_M, COPY_M, newId);
      copies = made.copies;
      return made.site;
    });
    pen.set({ copied: copies });
    job.selectAll(copies);
  } else return false;
  return true;
}

/** Steps through what is on the sheet, so that everything can be chosen by key. */
function stepSelection(by: 1 | -1, store: JobStore, drawing: Drawing): void {
  const job = store.getState();
  const all = thingsOnSheet(job.site, openStoreys(job.site, job.storeyId), drawing.getState().pass);
  if (all.length === 0) return;
  const at = all.findIndex((t) => t.thing.kind === job.selected?.kind && t.thing.id === job.selected.id);
  const { thing, xM, yM } = all[(at + by + all.length) % all.length]!;
  job.select(thing);
  job.set({ lookAt: { xM, yM } });
}

function escape(store: JobStore, drawing: Drawing, put: ReturnType<typeof putIn>): void {
  const pen = drawing.getState();
  if (pen.tool === 'duct' && pen.chain.length > 1) return put.endDuct();
  if (pen.from) return pen.set({ from: null, chain: [], message: '' });
  if (pen.tool !== 'select') return pen.take('select');
  store.getState().select(null);
}

/** Keys of the survey: tools, cross-hair, nudging, deleting, copying, stepping from thing to thing. */
export function useDrawingKeys(put: ReturnType<typeof putIn>, openBuilding: () => void): void {
  const store = useJobStore();
  const drawing = useDrawingStore();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event)) {
        // Out of a field, so that the next key is a tool again.
        if (event.key === 'Escape') (event.target as HTMLElement).blur();
        return;
      }
      if (event.altKey) return;
      const pen = drawing.getState();
      const job = store.getState();
      if (event.ctrlKey || event.metaKey) {
        if (commandKey(event.key.toLowerCase(), store, drawing)) event.preventDefault();
        return;
      }
      const done = () => event.preventDefault();
      const arrow = ARROWS[event.key];
      const { shape } = TOOLS[pen.tool];
      if (event.key === 'Escape') return escape(store, drawing, put);
      if (pen.from && shape !== 'point' && /^[\d.,'"]$/.test(event.key)) {
        done();
        return pen.set({ typed: event.key });
      }
      if (event.key === 'b' || event.key === 'B') {
        done();
        return openBuilding();
      }
      if (event.key === '.' || event.key === ',') {
        done();
        return stepSelection(event.key === '.' ? 1 : -1, store, drawing);
      }
      const tool = toolOfKey(event.key);
      if (tool) {
        done();
        pen.take(tool);
        // A mark that has the focus would take the arrows; while drawing they move the cross-hair.
        if (document.activeElement instanceof SVGElement) document.activeElement.blur();
        return;
      }
      if (event.key === 'Delete' || event.key === 'Backspace') {
        done();
        return askDelete(store, drawing, thingsSelected(job));
      }
      if (arrow && pen.tool !== 'select') {
        done();
        const step = event.shiftKey ? FAR_M : STEP_M;
        const start = pen.cross ?? pen.from ?? middleOfStorey(job.site, job.storeyId);
        const round = (m: number) => Math.round(m * 1e4) / 1e4;
        return pen.set({
          caught: 'free',
          cross: { xM: round(start.xM + arrow[0] * step), yM: round(start.yM + arrow[1] * step) },
        });
      }
      const things = thingsSelected(job);
      if (arrow && things.length > 0) {
        done();
        const step = event.shiftKey ? FAR_M : STEP_M;
        return job.setSite((s) => moveThings(s, things, arrow[0] * step, arrow[1] * step));
      }
      if (event.key === 'Enter' && pen.tool !== 'select') {
        const at = pen.cross ?? middleOfStorey(job.site, job.storeyId);
        done();
        put.press(at);
      }
    };
    // Before the keys of the whole job, which would take a digit for a stop.
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, [store, drawing, put, openBuilding]);
}
