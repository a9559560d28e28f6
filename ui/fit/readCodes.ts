import type { CodeRead } from '@/core/intake/labelCodes';

/** Largest picture that is read, bytes. */
const MOST_BYTES = 30 * 1024 * 1024;
/** A picture takes a second or two; one that takes longer is given up, ms. */
const MOST_MS = 30_000;

/** The codes on a picture; null where it cannot be read as one. */
export async function readCodes(picture: Blob): Promise<CodeRead[] | null> {
  if (picture.size > MOST_BYTES) return null;
  const worker = new Worker(new URL('../../workers/codes.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await new Promise((resolve) => {
      const timer = setTimeout(() => resolve(null), MOST_MS);
      const end = (found: CodeRead[] | null) => {
        clearTimeout(timer);
        resolve(found);
      };
      worker.onmessage = (event: MessageEvent<CodeRead[] | null>) => end(event.data);
      worker.onerror = () => end(null);
      worker.postMessage(picture);
    });
  } finally {
    worker.terminate();
  }
}
