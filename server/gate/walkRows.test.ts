import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '@/demo/farm';
import { database } from '@/db/connection';
import { opened, valueOf } from '../../testing/sampleJobs';
import { phoneReading, samplePhone } from '../../testing/samplePhones';
import { storeJob } from '../jobs/files';
import { listen } from '../jobs/changes';
import { openThreads } from '../thread/open';
import type { Thread } from '../thread/ask';
import { readyTogether } from '../walk/together';
import { takeRows } from './walkRows';

const folder = mkdtempSync(join(tmpdir(), 'nestle-rows-'));
const before = process.env.NESTLE_DB;
let threads: Thread;
beforeAll(() => {
  process.env.NESTLE_DB = join(folder, 'nestle.db');
  threads = openThreads();
  const farm = quillfeatherFarm();
  storeJob(database(), farm, 'small');
  const walls = Array.from({ length: 2800 }, (_, i) => ({ ...farm.site.walls[0]!, id: `more-${i}` }));
  storeJob(database(), { ...farm, site: { ...farm.site, walls: [...farm.site.walls, ...walls] } }, 'large');
});
afterAll(async () => {
  await threads.close();
  if (before === undefined) delete process.env.NESTLE_DB;
  else process.env.NESTLE_DB = before;
  rmSync(folder, { recursive: true, force: true });
});

const WORDS = 'The laptop knows nothing of such a run, or was started anew since: run it together once more.';

test.each(['small', 'large'])(
  'the %s job keeps what a phone sends, tells who follows it, and knows which runs had a common start',
  async (job) => {
    const { job: stored, revisions } = opened(job, database());
    const basis = { site: revisions.site, plan: revisions.plan, evidence: stored.evidence.length };
    const [a, b] = ['one', 'two'].map((id) => ({ ...samplePhone(job), id }));
    valueOf(readyTogether(a!, { spotId: 'spot-1', phones: 2 }));
    const { meetingId } = valueOf(readyTogether(b!, { spotId: 'spot-2', phones: 2 })) as {
      meetingId: string;
    };
    const together = { kind: 'together', meetingId, phones: 2 };
    const told: number[] = [];
    const leave = listen(job, (head) => told.push(head.evidence));
    const rows = [
      phoneReading(`rd-${job}-alone`, { subject: { kind: 'spot', spotId: 'spot-1' } }),
      phoneReading(`rd-${job}-both`, { subject: { ...together, spotId: 'spot-1' } }),
      phoneReading(`rd-${job}-none`, {
        subject: { ...together, meetingId: 'nobody-began-this', spotId: 'spot-1' },
      }),
    ];
    const sent = { rows: rows.map((row) => ({ phase: 'before', basis, row })) };
    const answer = valueOf(await takeRows(a!, sent).finally(leave));
    expect(answer.rows.map((r) => [r.ok, r.words])).toEqual([
      [true, ''],
      [true, ''],
      [false, WORDS],
    ]);
    expect(Math.max(...told)).toBeGreaterThan(Math.max(0, ...stored.evidence.map((r) => r.received!.number)));
    // Sent again it is kept once.
    expect(valueOf(await takeRows(a!, sent)).rows[0]).toMatchObject({ ok: true });
    const kept = opened(job, database()).job.evidence.filter((r) => r.id.startsWith(`rd-${job}-`));
    expect(kept.map((r) => r.id)).toEqual([`rd-${job}-alone`, `rd-${job}-both`]);
  },
);
test('what is no sending is refused in a thread as it is here', async () => {
  for (const job of ['small', 'large'])
    for (const body of [null, {}, { rows: [] }, { rows: [{ row: 7 }] }])
      expect(await takeRows(samplePhone(job), body)).toMatchObject({ ok: false, status: 400 });
});
