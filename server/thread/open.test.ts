import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { writeJobFile } from '@/core/job/jobFile';
import { sampleReading } from '@/demo/sampleRows';
import { openDatabase } from '@/db/connection';
import { OWNER } from '../base/caller';
import { WorkFault, answered } from '../base/outcome';
import { importJob } from '../jobs/files';
import type { OpenJob } from '../jobs/loaded';
import { farmText, valueOf } from '../../testing/sampleJobs';
import { askThread, type Thread } from './ask';
import { openThreads } from './open';

// The threads open the database the environment names, as the server does.
const folder = mkdtempSync(join(tmpdir(), 'nestle-thread-'));
const before = process.env.NESTLE_DB;
let threads: Thread;
beforeAll(() => {
  process.env.NESTLE_DB = join(folder, 'nestle.db');
  const db = openDatabase(process.env.NESTLE_DB);
  valueOf(importJob(OWNER, farmText, 'job-at-first', db));
  db.close();
  threads = openThreads();
});
afterAll(async () => {
  await threads.close();
  if (before === undefined) delete process.env.NESTLE_DB;
  else process.env.NESTLE_DB = before;
  rmSync(folder, { recursive: true, force: true });
});

const utf8 = (text: string) => new TextEncoder().encode(text);
const exported = async (id: string, isLong = false) => {
  const file = await askThread('exportJob', { caller: OWNER, id }, isLong);
  return { name: valueOf(file).name, text: Buffer.from(valueOf(file).bytes).toString('utf8') };
};

describe('threads that work for requests', () => {
  test('a file read in one is there in the other, and goes out as it came', async () => {
    const { text } = await exported('job-at-first');
    const read = await askThread('importJob', { caller: OWNER, bytes: utf8(text), id: 'job-again-1' }, true);
    expect(valueOf(read)).toEqual({ id: 'job-again-1' });
    expect(await exported('job-again-1')).toEqual(await exported('job-at-first', true));
  });
  test('the same submission makes one job, a copy has its own, and one without pictures or many rows is short', async () => {
    const { text } = await exported('job-at-first');
    const twice = [1, 2].map(() =>
      askThread('importJob', { caller: OWNER, bytes: utf8(text), id: 'job-twice-1' }),
    );
    expect((await Promise.all(twice)).map((o) => valueOf(o).id)).toEqual(['job-twice-1', 'job-twice-1']);
    const asked = { caller: OWNER, id: 'job-twice-1', newId: 'job-copied-1', takes: 'everything' };
    expect(valueOf(await askThread('duplicateJob', asked))).toEqual({ id: 'job-copied-1' });
    expect((await exported('job-copied-1')).name).toMatch(/, copy$/);
  });
  test('a document is saved and the head of a job made there, once for the same revision', async () => {
    const asked = { caller: OWNER, id: 'job-at-first' };
    const before = JSON.parse(`${valueOf(await askThread('jobHeadText', asked))}]}}`) as OpenJob;
    const act = { brief: { baseRevision: before.revisions.brief, document: before.job.brief } };
    const saved = await askThread('saveAct', { ...asked, bytes: utf8(JSON.stringify(act)) });
    expect(saved).toMatchObject({ ok: true, value: { revisions: { brief: before.revisions.brief + 1 } } });
    const again = await askThread('saveAct', { ...asked, bytes: utf8(JSON.stringify(act)) });
    expect(again).toMatchObject({ ok: false, status: 409 });
    const row = { ...sampleReading({ id: 'read-in-thread' }), stateId: 'nowhere' };
    const rows = utf8(JSON.stringify({ against: null, rows: [row] }));
    expect(await askThread('recordEvidence', { ...asked, bytes: rows })).toMatchObject({ status: 400 });
    expect(await askThread('recordEvidence', { ...asked, bytes: utf8('{') })).toMatchObject({ status: 400 });
    expect(await askThread('jobHeadText', { ...asked, id: 'nobody' })).toMatchObject({ status: 404 });
  });
  test('what cannot be read, is not there or is not allowed is an outcome with words', async () => {
    const bad = writeJobFile({ format: 'nestle-job', version: 99 } as never);
    expect(await askThread('importJob', { caller: OWNER, bytes: utf8(bad), id: 'job-bad-1' })).toMatchObject({
      ok: false,
      status: 400,
    });
    expect(await askThread('exportJob', { caller: OWNER, id: 'nobody' })).toMatchObject({ status: 404 });
    const guest = { name: 'guest', rights: new Set(['see'] as const) };
    expect(
      await askThread('importJob', { caller: guest, bytes: utf8(farmText), id: 'job-guest-1' }),
    ).toMatchObject({
      status: 403,
    });
  });
  test('work that throws is told to who asked, and the next is answered', async () => {
    await expect(askThread('exportJob', null as never)).rejects.toThrow();
    expect((await exported('job-at-first')).text.length).toBeGreaterThan(1000);
  });
  test('a thread that was closed is opened again by the next that asks', async () => {
    const asked = Array.from({ length: 300 }, () =>
      askThread('exportJob', { caller: OWNER, id: 'job-at-first' }),
    );
    // What was done before it ended is answered, and all else told; nobody waits for ever.
    const [told] = await Promise.all([Promise.allSettled(asked), threads.close()]);
    expect(told.at(-1)).toMatchObject({ status: 'rejected' });
    expect((await exported('job-at-first')).text.length).toBeGreaterThan(1000);
  });
});

describe('what a thread may take', () => {
  test('work that wants more memory than there is ends in words', async () => {
    // So little that it cannot even begin: a heap this small is full at once, without a long search for what could go.
    const small = openThreads({ memoryMb: 8, timeMs: 60_000 });
    const read = askThread('importJob', { caller: OWNER, bytes: utf8('{'), id: 'job-huge-12' }, true);
    await expect(read).rejects.toMatchObject({
      name: 'WorkFault',
      message: expect.stringContaining('more than this machine can read at once'),
    });
    expect(
      answered(() => {
        throw new WorkFault('in words');
      }),
    ).toMatchObject({ ok: false, status: 503 });
    await small.close();
  });
  test('what takes longer than it may is ended, and said', async () => {
    const hasty = openThreads({ memoryMb: 512, timeMs: 1 });
    await expect(askThread('exportJob', { caller: OWNER, id: 'job-at-first' })).rejects.toMatchObject({
      name: 'WorkFault',
      message: expect.stringContaining('took too long'),
    });
    await hasty.close();
  });
  test('what waits behind that is not refused with it: it has its own turn, and its own time', async () => {
    const hasty = openThreads({ memoryMb: 512, timeMs: 1 });
    const ask = () => askThread('exportJob', { caller: OWNER, id: 'job-at-first' });
    const [first, second] = [ask(), ask()];
    const said = second.then(
      () => 'done',
      (error: Error) => error.message,
    );
    await expect(first).rejects.toThrow('took too long');
    expect(await Promise.race([said, Promise.resolve('waits')])).toBe('waits');
    expect(await said).toContain('took too long');
    await hasty.close();
  });
});
