import { expect, test } from '@jest/globals';
import { createPlanner } from '@/core/job/planner';
import { openDatabase } from '@/db/connection';
import { planName, plansOf } from '@/papers/drawing';
import { OWNER } from '../base/caller';
import { loadJob } from '../jobs/loaded';
import { farm, valueOf } from '../../testing/sampleJobs';
import { fileOf } from './paperWork';

const db = openDatabase(':memory:');
const id = farm(db);
const open = loadJob(db, id)!;
const planner = createPlanner(open.job);
const fileNamed = (file: string) =>
  fileOf({ open, planner }, { caller: OWNER, id, file, language: null, size: 'A4', lookedAtId: null });

test('plans go out by their number from 1 on, each as the drawing that bears its name', async () => {
  const { site, plan } = open.job;
  const named = plansOf(site, plan.options[0]!, [], { widthPt: 900, heightPt: 700 }).map((p) => planName(p));
  expect(named.length).toBeGreaterThan(1);
  for (const [i, name] of named.entries()) {
    const file = valueOf(await fileNamed(`plan-${i + 1}.svg`));
    expect(file.type).toBe('image/svg+xml');
    expect(new TextDecoder().decode(file.bytes)).toContain(name);
  }
  for (const none of ['plan-0.svg', `plan-${named.length + 1}.svg`, 'plan-x.svg', 'section.png', 'offer.exe'])
    expect(await fileNamed(none)).toMatchObject({ ok: false, status: 404 });
});

test('a table goes out under the name of its job', async () => {
  const file = valueOf(await fileNamed('spots.csv'));
  expect(file).toMatchObject({ name: open.job.name, type: 'text/csv; charset=utf-8' });
  expect(new TextDecoder().decode(file.bytes).trim().split('\n')).toHaveLength(
    open.job.site.spots.length + 1,
  );
});
