/** Longer side a photo is looked at with, px: finer tells no more and takes longer. */
const SIDES_PX = [1200, 700];

/** Reads a code from a photo; null where there is none. No camera stream is needed, so plain http will do. */
export async function readCode(file: Blob): Promise<string | null> {
  const { default: jsQR } = await import('jsqr');
  const picture = await createImageBitmap(file).catch(() => null);
  if (!picture) return null;
  const canvas = document.createElement('canvas');
  for (const side of SIDES_PX) {
    const by = Math.min(1, side / Math.max(picture.width, picture.height));
    canvas.width = Math.round(picture.width * by);
    canvas.height = Math.round(picture.height * by);
    const pen = canvas.getContext('2d', { willReadFrequently: true });
    if (!pen) return null;
    pen.drawImage(picture, 0, 0, canvas.width, canvas.height);
    const { data, width, height } = pen.getImageData(0, 0, canvas.width, canvas.height);
    const found = jsQR(data, width, height);
    if (found) return found.data;
  }
  return null;
}
