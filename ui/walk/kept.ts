import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { WalkView } from '@/server/walk/view';

/** What waits on the phone: one thing recorded, with what it hung on when it was taken. */
export interface KeptRow {
  id: string;
  jobId: string;
  at: string;
  phase: WalkView['phase'];
  basis: WalkView['basis'];
  row: Record<string, unknown>;
  /** A photo that is not on the laptop yet; its row gets the id it has there. */
  photo?: Blob;
  /** Not sent yet, refused with words, or sent and waiting for the next look at the job. */
  state: 'waiting' | 'refused' | 'sent';
  words: string;
}

/** How a phone comes in to a job: a token, and by which address where that is not the page's own. */
export interface KeptDoor {
  jobId: string;
  token: string;
  base: string;
  usedAt: string;
}

interface Shape extends DBSchema {
  rows: { key: string; value: KeptRow };
  doors: { key: string; value: KeptDoor };
  views: { key: string; value: { jobId: string; view: WalkView } };
}

let opened: Promise<IDBPDatabase<Shape>> | null = null;
const db = () =>
  (opened ??= openDB<Shape>('nestle-walk', 1, {
    upgrade(d) {
      d.createObjectStore('rows', { keyPath: 'id' });
      d.createObjectStore('doors', { keyPath: 'jobId' });
      d.createObjectStore('views', { keyPath: 'jobId' });
    },
  }));

/** Everything the phone keeps lies in its own database, so that a reload or an empty battery loses nothing. */
export const kept = {
  rows: async () => (await (await db()).getAll('rows')).sort((a, b) => a.at.localeCompare(b.at)),
  putRow: async (row: KeptRow) => void (await (await db()).put('rows', row)),
  dropRow: async (id: string) => (await db()).delete('rows', id),
  doors: async () => (await (await db()).getAll('doors')).sort((a, b) => b.usedAt.localeCompare(a.usedAt)),
  putDoor: async (door: KeptDoor) => void (await (await db()).put('doors', door)),
  view: async (jobId: string) => (await (await db()).get('views', jobId))?.view ?? null,
  putView: async (jobId: string, view: WalkView) => void (await (await db()).put('views', { jobId, view })),
};
