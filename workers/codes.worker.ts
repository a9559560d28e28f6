import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import type { CodeRead } from '../core/intake/labelCodes';

/** Reads the codes on a picture off the main thread; what is read leaves this page only as somebody notes it. */
prepareZXingModule({
  overrides: { locateFile: () => new URL('zxing-wasm/reader/zxing_reader.wasm', import.meta.url).href },
});

const MOST_CODES = 20;

/** The picture's points. The browser opens it: it knows more formats than the reader, turns it as it was held, and refuses what is none. */
async function pointsOf(picture: Blob): Promise<ImageData> {
  const drawn = await createImageBitmap(picture);
  const canvas = new OffscreenCanvas(drawn.width, drawn.height).getContext('2d', {
    willReadFrequently: true,
  })!;
  canvas.drawImage(drawn, 0, 0);
  drawn.close();
  return canvas.getImageData(0, 0, canvas.canvas.width, canvas.canvas.height);
}

self.addEventListener('message', (event: MessageEvent<Blob>) => {
  void pointsOf(event.data)
    .then((points) => readBarcodes(points, { tryHarder: true, maxNumberOfSymbols: MOST_CODES }))
    .then(
      (found) => self.postMessage(found.map(({ text, format }): CodeRead => ({ text, format }))),
      () => self.postMessage(null),
    );
});
