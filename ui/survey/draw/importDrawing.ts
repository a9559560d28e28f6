import { wrap } from 'comlink';
import { DXF_LIMIT_CHARACTERS, type ReadDrawing } from '@/core/intake/dxf';
import type { DrawingWorker } from '@/workers/drawing.worker';

/** Longest a drawing may take to read, ms; a hostile one is given up on. */
const LONGEST_MS = 20_000;

/** Reads a DXF file in a worker, so that a large one does not hold up the sheet. */
export async function drawingFrom(file: File): Promise<ReadDrawing> {
  if (file.size > DXF_LIMIT_CHARACTERS)
    return {
      ok: false,
      message: `The drawing has ${Math.round(file.size / 1e6)} MB; at most ${DXF_LIMIT_CHARACTERS / 1e6} MB are read. Export only the storey you need.`,
    };
  const text = await file.text();
  const worker = new Worker(new URL('../../../workers/drawing.worker.ts', import.meta.url), {
    type: 'module',
  });
  let timer: ReturnType<typeof setTimeout> | undefined;
  const tooLong = new Promise<ReadDrawing>((resolve) => {
    timer = setTimeout(
      () =>
        resolve({
          ok: false,
          message: 'Reading the drawing took too long. Export only the walls of one storey.',
        }),
      LONGEST_MS,
    );
  });
  try {
    return await Promise.race([wrap<DrawingWorker>(worker).read(text), tooLong]);
  } finally {
    clearTimeout(timer);
    worker.terminate();
  }
}
