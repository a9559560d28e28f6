import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '@/demo/farm';
import { database } from '@/db/connection';
import { OWNER } from '../base/caller';
import { listen, type Head } from '../jobs/changes';
import { saveAct } from '../jobs/documents';
import { storeJob } from '../jobs/files';
import { openJob } from '../jobs/jobs';
import { change, largeHead } from './large';
import { opened, valueOf } from '../../testing/sampleJobs';
import type { Thread } from '../thread/ask';
import { openThreads } from '../thread/open';

const folder = mkdtempSync(join(tmpdir(), 'nestle-large-'));
const before = process.env.NESTLE_DB;
let threads: Thread;
beforeAll(() => {
  process.env.NESTLE_DB = join(folder, 'nestle.db');
  threads = openThreads();
  const small = quillfeatherFarm();
  storeJob(database(), small, 'small');
  const walls = Array.from({ length: 2800 }, (_, i) => ({ ...small.site.walls[0]!, id: `more-${i}` }));
  storeJob(
    database(),
    { ...small, site: { ...small.site, walls: [...small.site.walls, ...walls] } },
    'large',
  );
});
afterAll(async () => {
  await threads.close();
  if (before === undefined) delete process.env.NESTLE_DB;
  else process.env.NESTLE_DB = before;
  rmSync(folder, { recursive: true, force: true });
});

/** Saves the brief of a job as a page does; gives what came of it and whether it was done here. */
async function save(id: string, body: (revision: number) => string) {
  const { revisions } = opened(id, database());
  const request = new Request('http://localhost:4680/', {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: body(revisions.brief),
  });
  let isHere = false;
  const outcome = await change(request, 10_000_000, { caller: OWNER, id }, 'saveAct', (sent) => {
    isHere = true;
    return saveAct(OWNER, id, sent);
  });
  return { outcome, isHere };
}
const briefOf = (id: string) => (baseRevision: number) =>
  JSON.stringify({ brief: { baseRevision, document: opened(id, database()).job.brief } });

test.each([
  ['small', true],
  ['large', false],
])('the %s job is saved, and those who follow it are told', async (id, here) => {
  const heads: Head[] = [];
  const leave = listen(id, (head) => heads.push(head));
  const { outcome, isHere } = await save(id, briefOf(id)).finally(leave);
  expect(outcome).toMatchObject({ ok: true, value: { revisions: { brief: 2 } } });
  expect(isHere).toBe(here);
  // Whoever looks for other processes may have told the first once more.
  expect([...new Set(heads.map((h) => h.revisions.brief))]).toEqual([1, 2]);
});

test('what is sent at length is read in a thread, and refused there where it is wrong', async () => {
  const { outcome, isHere } = await save('small', () => `{"brief": "${'x'.repeat(400_000)}"}`);
  expect(outcome).toMatchObject({ ok: false, status: 400 });
  expect(isHere).toBe(false);
});

test('a job is given out the same whether its head was made here or in a thread', async () => {
  expect(await largeHead(OWNER, 'small')).toBeUndefined();
  const head = await largeHead(OWNER, 'large');
  const text = [...valueOf(openJob(OWNER, 'large', head))].join('');
  expect(JSON.parse(text)).toEqual(opened('large', database()));
});
