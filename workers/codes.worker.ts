import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import type { CodeRead } from '../core/intake/labelCodes';

/** Reads the codes on a picture off the main thread; what is read leaves this page only as somebody notes it. */
prepareZXingModule({
  overrides: { locateFile: () => new URL('zxing-wasm/reader/zxing_reader.wasm', import.meta.url).href },
});

const MOST_CODES = 20;

self.addEventListener('message', (event: MessageEvent<Blob>) => {
  void readBarcodes(event.data, { tryHarder: true, maxNumberOfSymbols: MOST_CODES }).then(
    (found) => self.postMessage(found.map(({ text, format }): CodeRead => ({ text, format }))),
    () => self.postMessage(null),
  );
});
