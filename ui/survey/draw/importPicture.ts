import { imageSize } from 'image-size';
import { PICTURE_LIMIT_BYTES } from '@/core/job/picture';

/** Largest file and picture that is opened at all. */
const FILE_LIMIT_BYTES = 120 * 1024 * 1024;
const PIXEL_LIMIT = 120e6;
/** Longest edge of what is kept, px: 3 px a centimetre over ten metres. */
const EDGE_PX = 3000;
/** Part of a file in which its size is looked for, bytes. */
const HEAD_BYTES = 1024 * 1024;
/** Longest a PDF may take to open or draw, ms. */
const LONGEST_MS = 20_000;

/** A picture made ready to be kept: drawn anew, so that nothing a camera noted beside it comes along. */
export interface ReadyPicture {
  blob: Blob;
  widthPx: number;
  heightPx: number;
}
export type MadePicture = { ok: true; picture: ReadyPicture } | { ok: false; message: string };

const refused = (message: string): { ok: false; message: string } => ({ ok: false, message });

/** Whether a file is a PDF, by what stands in it and not by its name. */
export async function isPdf(file: File): Promise<boolean> {
  return (await file.slice(0, 1024).text()).includes('%PDF-');
}

/** Encodes a canvas small enough to be kept. */
async function encoded(canvas: HTMLCanvasElement): Promise<MadePicture> {
  for (const quality of [0.86, 0.7, 0.5, 0.3]) {
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/webp', quality));
    if (!blob) return refused('This browser could not draw the picture. Try a smaller one.');
    if (blob.size <= PICTURE_LIMIT_BYTES)
      return { ok: true, picture: { blob, widthPx: canvas.width, heightPx: canvas.height } };
  }
  return refused(`The picture stays larger than ${PICTURE_LIMIT_BYTES / 1048576} MB. Take a smaller one.`);
}

function canvasOf(widthPx: number, heightPx: number): [HTMLCanvasElement, CanvasRenderingContext2D] {
  const canvas = document.createElement('canvas');
  canvas.width = widthPx;
  canvas.height = heightPx;
  const context = canvas.getContext('2d')!;
  // Floor plans with see-through ground are drawn on paper.
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, widthPx, heightPx);
  return [canvas, context];
}

/** Makes a PNG, JPEG or WebP file into a picture to keep: upright, at most 3000 px an edge, without the camera's notes. */
export async function pictureFrom(file: File): Promise<MadePicture> {
  if (file.size > FILE_LIMIT_BYTES)
    return refused(
      `The file has ${Math.round(file.size / 1048576)} MB; at most ${FILE_LIMIT_BYTES / 1048576} MB are opened.`,
    );
  let size: ReturnType<typeof imageSize>;
  try {
    size = imageSize(new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer()));
  } catch {
    return refused(
      'This is no picture that can be read, whatever its name says. Take a PNG, JPEG, WebP or PDF.',
    );
  }
  if (!['png', 'jpg', 'webp'].includes(size.type ?? ''))
    return refused(`This is a ${size.type ?? 'strange'} file. Save it as PNG, JPEG or WebP.`);
  if (size.width * size.height > PIXEL_LIMIT)
    return refused(
      `The picture has ${Math.round((size.width * size.height) / 1e6)} megapixels; at most ${PIXEL_LIMIT / 1e6} are opened. Save it smaller.`,
    );
  const shrink = Math.min(1, EDGE_PX / Math.max(size.width, size.height));
  try {
    const whole = await createImageBitmap(file, { imageOrientation: 'from-image' });
    const [canvas, context] = canvasOf(
      Math.max(1, Math.round(whole.width * shrink)),
      Math.max(1, Math.round(whole.height * shrink)),
    );
    context.imageSmoothingQuality = 'high';
    context.drawImage(whole, 0, 0, canvas.width, canvas.height);
    whole.close();
    return await encoded(canvas);
  } catch {
    return refused('The picture is broken or was cut off on its way. Get it again.');
  }
}

/** A promise that is given up on when it takes too long. */
function inTime<T>(work: Promise<T>): Promise<T> {
  return Promise.race([
    work,
    new Promise<T>((_, reject) => setTimeout(() => reject(new Error('too long')), LONGEST_MS)),
  ]);
}

/** Opens a PDF; its pages are drawn by `page`, one at a time. Scripts and forms in it are never run. */
export async function openPdf(
  file: File,
): Promise<
  { ok: true; pages: number; page: (number: number) => Promise<MadePicture> } | { ok: false; message: string }
> {
  if (file.size > FILE_LIMIT_BYTES)
    return refused(
      `The file has ${Math.round(file.size / 1048576)} MB; at most ${FILE_LIMIT_BYTES / 1048576} MB are opened.`,
    );
  const pdf = await import('pdfjs-dist');
  pdf.GlobalWorkerOptions.workerSrc = new URL(
    'pdfjs-dist/build/pdf.worker.min.mjs',
    import.meta.url,
  ).toString();
  const task = pdf.getDocument({
    data: new Uint8Array(await file.arrayBuffer()),
    isEvalSupported: false,
    // A picture in it of more pixels is left out and not unpacked.
    maxImageSize: PIXEL_LIMIT,
    enableXfa: false,
    disableAutoFetch: true,
    disableStream: true,
  });
  const broken = refused(
    'The PDF is broken, locked or takes too long. Print it to a new PDF or take a picture of it.',
  );
  try {
    const document_ = await inTime(task.promise);
    return {
      ok: true,
      pages: document_.numPages,
      page: async (number) => {
        try {
          const page = await inTime(document_.getPage(number));
          const plain = page.getViewport({ scale: 1 });
          const viewport = page.getViewport({ scale: EDGE_PX / Math.max(plain.width, plain.height) });
          const [canvas, context] = canvasOf(
            Math.max(1, Math.round(viewport.width)),
            Math.max(1, Math.round(viewport.height)),
          );
          await inTime(page.render({ canvas, canvasContext: context, viewport }).promise);
          return await encoded(canvas);
        } catch {
          return broken;
        } finally {
          void task.destroy();
        }
      },
    };
  } catch {
    void task.destroy();
    return broken;
  }
}
