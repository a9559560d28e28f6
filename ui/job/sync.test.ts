import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { seeded } from '@/meter/practice/random';
import { openDatabase, type Db } from '@/db/connection';
import { OWNER } from '@/server/base/caller';
import { headOf } from '@/server/jobs/changes';
import { readDocument, saveAct } from '@/server/jobs/documents';
import { readEvidence, recordEvidence } from '@/server/jobs/evidence';
import type { DocumentKind } from '@/server/jobs/loaded';
import { farm, opened } from '@/testing/sampleJobs';
import { createJobStore } from './store';
import { createSync, type SyncServer } from './sync';
import { threeWindows, type ServerUnderTest } from '../../testing/windows';

let db: Db;
beforeEach(() => {
  // Nothing is saved by itself: the tests say when.
  jest.useFakeTimers({ doNotFake: ['queueMicrotask', 'nextTick', 'setImmediate', 'performance'] });
  db = openDatabase(':memory:');
});
afterEach(() => {
  jest.useRealTimers();
  db.close();
});

/** The use cases themselves, as the real server calls them; all that is sent goes through JSON. */
function serverOf(id: string): ServerUnderTest {
  const wire = <T>(value: unknown): T => JSON.parse(JSON.stringify(value)) as T;
  return {
    open: async () => wire(opened(id, db)),
    head: async () => headOf(db, id),
    save: async (act) => wire(saveAct(OWNER, id, wire(act), db)),
    read: async (kind: DocumentKind) => wire(readDocument(OWNER, id, kind, db)),
    evidence: async (after) => wire(readEvidence(OWNER, id, after, db)),
    record: async (rows) => wire(recordEvidence(OWNER, id, wire({ against: null, rows }), db)),
  };
}

const stateOf = (id: string) => opened(id, db).job.evidence.find((r) => r.kind === 'state')!.id;

describe('three windows on one job over a bad line', () => {
  test.each([1, 2])(
    'nothing confirmed is lost, nothing taken back that another did (seed %i)',
    async (seed) => {
      const id = farm(db);
      const end = await threeWindows(serverOf(id), stateOf(id), seeded(seed), 300);
      expect(end.kept).toEqual(end.made);
      expect(end.readings).toEqual(expect.arrayContaining(end.recorded));
      expect(new Set(end.readings).size).toBe(end.readings.length);
      expect(end.alike).toBe(true);
      // It was no walk in the park.
      expect(end.made.length).toBeGreaterThan(10);
      expect(end.recorded.length).toBeGreaterThan(20);
      expect(end.undone).toBeGreaterThan(10);
      expect(end.asked).toBeGreaterThan(3);
    },
  );
});

describe('saving', () => {
  const windowOn = (server: SyncServer, id: string) => {
    const job = opened(id, db);
    const store = createJobStore(job);
    return { store, sync: createSync(store, server, job.revisions) };
  };
  /** A server that saves what it is sent first, and whose answer to that is lost. */
  const losing = (server: SyncServer, status: number): SyncServer => {
    let lose = true;
    return {
      ...server,
      save: async (act) => {
        const answer = await server.save(act);
        if (!lose) return answer;
        lose = false;
        return { ok: false, status, problems: [{ path: '', message: 'no answer' }] };
      },
    };
  };
  test('one act over several documents is saved together', async () => {
    const id = farm(db);
    const { store, sync } = windowOn(serverOf(id), id);
    const before = headOf(db, id).revisions;
    store.getState().act((docs) => ({
      brief: { ...docs.brief, customer: 'A' },
      site: { ...docs.site, spots: docs.site.spots.slice(0, 3) },
    }));
    await sync.flush();
    const { job, revisions } = opened(id, db);
    expect(job.brief.customer).toBe('A');
    expect(job.site.spots).toHaveLength(3);
    expect(revisions.brief).toBe(before.brief! + 1);
    expect(revisions.site).toBe(before.site! + 1);
    expect(store.getState()).toMatchObject({ saving: 'saved', saveProblem: null });
  });
  test('an answer that is lost is no conflict with oneself', async () => {
    const id = farm(db);
    const { store, sync } = windowOn(losing(serverOf(id), 0), id);
    store.getState().setBrief((b) => ({ ...b, customer: 'Once' }));
    await sync.flush();
    expect(store.getState().saving).toBe('failed');
    store.getState().setBrief((b) => ({ ...b, address: 'And on' }));
    await sync.flush();
    expect(store.getState().conflicts).toEqual({});
    expect(opened(id, db).job.brief).toMatchObject({ customer: 'Once', address: 'And on' });
  });
  test('what the server refuses stays on the screen with its reason, and is saved once it is mended', async () => {
    const id = farm(db);
    const { store, sync } = windowOn(serverOf(id), id);
    store
      .getState()
      .setSite((s) => ({ ...s, spots: s.spots.map((p, i) => (i === 0 ? { ...p, name: '' } : p)) }));
    await sync.flush();
    expect(store.getState()).toMatchObject({ saving: 'failed' });
    expect(store.getState().saveProblem).toContain('site.spots');
    expect(store.getState().site.spots[0]!.name).toBe('');
    store.getState().setSite((s) => ({
      ...s,
      spots: s.spots.map((p, i) => (i === 0 ? { ...p, name: 'Pantry' } : p)),
    }));
    await sync.flush();
    expect(opened(id, db).job.site.spots[0]!.name).toBe('Pantry');
    expect(store.getState()).toMatchObject({ saving: 'saved', saveProblem: null });
  });
  test('what was taken back while its answer was lost stays taken back', async () => {
    const id = farm(db);
    const { store, sync } = windowOn(losing(serverOf(id), 503), id);
    const { customer } = store.getState().brief;
    store.getState().setBrief((b) => ({ ...b, customer: 'Once' }));
    await sync.flush();
    expect(opened(id, db).job.brief.customer).toBe('Once');
    store.getState().undo();
    await sync.flush();
    expect(store.getState()).toMatchObject({ conflicts: {}, saving: 'saved', isRefused: false });
    expect([store.getState().brief.customer, opened(id, db).job.brief.customer]).toEqual([
      customer,
      customer,
    ]);
  });
  test('a door that is shut is no reason to leave what was changed', async () => {
    const id = farm(db);
    const shut = () => Promise.resolve({ ok: false as const, status: 401, problems: [] });
    const { store, sync } = windowOn({ ...serverOf(id), save: shut }, id);
    store.getState().setBrief((b) => ({ ...b, customer: 'Mine' }));
    await sync.flush();
    expect(store.getState()).toMatchObject({ saving: 'failed', isRefused: false });
    sync.stop();
  });
  test('two windows that together go past a limit are told which, and go on from what is saved', async () => {
    const id = farm(db);
    const [mine, theirs] = [windowOn(serverOf(id), id), windowOn(serverOf(id), id)];
    const put = (w: typeof mine, name: string, n: number) =>
      w.store.getState().setSite((s) => ({
        ...s,
        outlets: [
          ...s.outlets,
          ...Array.from({ length: n }, (_, i) => ({ ...s.outlets[0]!, id: `${name}-${i}` })),
        ],
      }));
    const had = mine.store.getState().site.outlets.length;
    put(theirs, 'theirs', 350 - had);
    await theirs.sync.flush();
    put(mine, 'mine', 100);
    mine.store.getState().setBrief((b) => ({ ...b, customer: 'Mine' }));
    await mine.sync.flush();
    expect(mine.store.getState().saveProblem).toBe(
      'site.outlets: holds 450 things; at most 400 are taken: take 50 out',
    );
    expect(mine.store.getState().isRefused).toBe(true);
    mine.sync.goBack();
    await mine.sync.flush();
    expect(mine.store.getState()).toMatchObject({ saving: 'saved', saveProblem: null, isRefused: false });
    expect(opened(id, db).job.site.outlets).toHaveLength(350);
    // What was left is brought back by undo, and saved where it fits after all.
    mine.store.getState().undo();
    expect(mine.store.getState().site.outlets).toHaveLength(450);
    mine.store
      .getState()
      .setSite((s) => ({ ...s, outlets: s.outlets.filter((j) => !/^mine-[5-9]\d$/.test(j.id)) }));
    await mine.sync.flush();
    expect(opened(id, db).job).toMatchObject({ brief: { customer: 'Mine' } });
    expect(opened(id, db).job.site.outlets).toHaveLength(400);
  });
  test('a conflict in one document holds up no other, and taking theirs keeps what is not in question', async () => {
    const id = farm(db);
    const [mine, theirs] = [windowOn(serverOf(id), id), windowOn(serverOf(id), id)];
    theirs.store.getState().setBrief((b) => ({ ...b, customer: 'Theirs', address: 'Far' }));
    await theirs.sync.flush();
    mine.store.getState().setBrief((b) => ({ ...b, customer: 'Mine' }));
    mine.store.getState().setSite((s) => ({ ...s, spots: s.spots.slice(1) }));
    await mine.sync.flush();
    expect(Object.keys(mine.store.getState().conflicts)).toEqual(['brief']);
    expect(opened(id, db).job.site.spots).toHaveLength(13);
    mine.sync.settle('brief', 'theirs');
    await mine.sync.flush();
    expect(opened(id, db).job.brief).toMatchObject({ customer: 'Theirs', address: 'Far' });
    // Undo now takes back this window's own act, and nothing of the other's.
    mine.store.getState().undo();
    mine.store.getState().undo();
    await mine.sync.flush();
    const { brief, site } = opened(id, db).job;
    expect(brief).toMatchObject({ customer: 'Theirs', address: 'Far' });
    expect(site.spots).toHaveLength(14);
  });
});
