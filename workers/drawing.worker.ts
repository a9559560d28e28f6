import { expose } from 'comlink';
import { readDxf, type ReadDrawing } from '../core/intake/dxf';

const api = {
  read(text: string): ReadDrawing {
    return readDxf(text);
  },
};
export type DrawingWorker = typeof api;
expose(api);
