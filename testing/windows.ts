import { sampleReading } from '@/demo/sampleRows';
import type { EvidenceRow } from '@/core/evidence/rows';
import type { Spot } from '@/core/site/model/schema';
import type { Head } from '@/server/jobs/changes';
import type { OpenJob } from '@/server/jobs/loaded';
import { KINDS } from '../ui/job/history';
import type { Answer } from '../ui/job/requests';
import { createJobStore, type JobStore } from '../ui/job/store';
import { docsOf } from '../ui/job/documents';
import { createSync, type Sync, type SyncServer } from '../ui/job/sync';

/** What windows under test ask of a server: one in the same process, or the real one. */
export interface ServerUnderTest extends SyncServer {
  open(): Promise<OpenJob>;
  head(): Promise<Head>;
  record(rows: readonly EvidenceRow[]): Promise<Answer<{ rows: EvidenceRow[] }>>;
}

interface Window {
  store: JobStore;
  sync: Sync;
  /** What this window made, as it left it: name by id. Nobody else renames, moves or deletes it. */
  mine: Map<string, string>;
  made: number;
}

const lost = { ok: false as const, status: 0, problems: [{ path: '', message: 'no answer' }] };

/** A server over a bad line: some questions never arrive, some answers never come back. */
function overBadLine(server: ServerUnderTest, random: () => number): ServerUnderTest {
  const drop =
    <A extends unknown[], T extends { ok: boolean }>(ask: (...args: A) => Promise<T>) =>
    async (...args: A): Promise<T> => {
      if (random() < 0.12) return lost as unknown as T;
      const answer = await ask(...args);
      return random() < 0.12 ? (lost as unknown as T) : answer;
    };
  return {
    open: server.open,
    head: server.head,
    save: drop(server.save),
    read: drop(server.read),
    evidence: drop(server.evidence),
    record: drop(server.record),
  };
}

export interface Outcome {
  /** What each window made and what the server has of it in the end. */
  made: [string, string][];
  kept: [string, string][];
  /** Ids of readings whose recording was confirmed, and those the server has in the end. */
  recorded: string[];
  readings: string[];
  /** Whether all windows and the server hold the same documents. */
  alike: boolean;
  undone: number;
  asked: number;
}

/**
 * Three windows on one job, some hundred random acts over a bad line: each adds, renames and takes back things of its own,
 * all write into the same fields, and readings come in. In the end the line is good again and everybody catches up.
 */
export async function threeWindows(
  server: ServerUnderTest,
  stateId: string,
  random: () => number,
  acts: number,
): Promise<Outcome> {
  const bad = overBadLine(server, random);
  const below = (n: number) => Math.floor(random() * n);
  const opened = await server.open();
  const windows = [0, 1, 2].map((): Window => {
    const store = createJobStore(opened);
    store.getState().set({ here: 'survey' });
    return { store, sync: createSync(store, bad, opened.revisions), mine: new Map(), made: 0 };
  });
  const recorded: string[] = [];
  let undone = 0;
  let asked = 0;
  const ownOf = (w: number) => `w${w}-`;
  const remember = (w: number) => {
    const own = windows[w]!;
    own.mine = new Map(
      own.store
        .getState()
        .site.spots.filter((s) => s.id.startsWith(ownOf(w)))
        .map((s) => [s.id, s.name]),
    );
  };
  const settleAll = (own: Window) => {
    for (const kind of KINDS)
      if (own.store.getState().conflicts[kind]) {
        asked++;
        own.sync.settle(kind, random() < 0.5 ? 'mine' : 'theirs');
      }
  };
  for (let n = 0; n < acts; n++) {
    const w = below(3);
    const own = windows[w]!;
    const state = own.store.getState();
    const all = state.site.spots;
    const ids = [...own.mine.keys()];
    const what = below(10);
    if (what < 3 && all.length < 150) {
      const id = `${ownOf(w)}${own.made++}`;
      const used = new Set(all.map((s) => s.number));
      const number = Array.from({ length: 900 }, (_, i) => i + 1).find(
        (i) => i % 3 === w && i > 100 && !used.has(i),
      )!;
      const spot: Spot = { ...all[0]!, id, number, name: `Made ${n}`, complaint: '' };
      state.setSite((s) => ({ ...s, spots: [...s.spots, spot] }));
      remember(w);
    } else if (what < 5 && ids.length > 0) {
      const id = ids[below(ids.length)]!;
      state.setSite((s) => ({
        ...s,
        spots: s.spots.map((p) => (p.id === id ? { ...p, name: `Renamed ${n}` } : p)),
      }));
      remember(w);
    } else if (what < 6) {
      state.setBrief((b) => ({ ...b, customer: `From window ${w}, act ${n}` }));
    } else if (what < 7) {
      const spot = all[below(all.length)]!;
      state.setSite((s) => ({
        ...s,
        spots: s.spots.map((p) => (p.id === spot.id ? { ...p, complaint: `Says ${n}` } : p)),
      }));
    } else if (what < 8) {
      if (state.undo()) undone++;
      remember(w);
    } else {
      const row = sampleReading({ id: `reading-${n}`, spotId: opened.job.site.spots[0]!.id, stateId });
      // As a form does: the same row again until an answer comes.
      for (let tries = 0; tries < 4; tries++) {
        const answer = await bad.record([row]);
        if (!answer.ok) continue;
        recorded.push(row.id);
        own.store.getState().addRows(answer.value.rows);
        break;
      }
    }
    if (random() < 0.5) await own.sync.flush();
    settleAll(own);
    if (random() < 0.4) {
      const other = windows[below(3)]!;
      other.sync.hear(await server.head());
      await other.sync.flush();
      settleAll(other);
    }
  }
  // The line is good again: whoever still holds something saves it, and all follow.
  const good = windows.map((own, w) => {
    own.sync.stop();
    return { own, w };
  });
  for (let round = 0; round < 12; round++)
    for (const { own } of good) {
      own.sync.hear(await server.head());
      await own.sync.flush();
      settleAll(own);
      await own.sync.flush();
    }
  const last = await server.open();
  const kept = last.job.site.spots
    .filter((s) => /^w\d-/.test(s.id))
    .map((s): [string, string] => [s.id, s.name])
    .sort();
  return {
    made: windows.flatMap((own) => [...own.mine]).sort(),
    kept,
    recorded: recorded.sort(),
    readings: last.job.evidence.flatMap((r) => (/^reading-\d/.test(r.id) ? [r.id] : [])).sort(),
    alike: windows.every(
      (own) => JSON.stringify(docsOf(own.store.getState())) === JSON.stringify(docsOf(last.job)),
    ),
    undone,
    asked,
  };
}
