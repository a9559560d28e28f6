import { expect, test } from '@jest/globals';
import { evidenceOf } from '@/core/evidence/fold';
import { isAsSigned, signedNow } from '@/core/evidence/signed';
import { priceNow } from '@/core/evidence/agreed';
import { writeJobFile } from '@/core/job/jobFile';
import { parseJobFile } from '@/core/job/parse';
import { createPlanner } from '@/core/job/planner';
import { openSteps } from '@/core/fit/done';
import { ticksOf } from '@/core/evidence/fold';
import { alderCottage } from './finished';

test('the finished sample is a sound job, practice, fitted, gone in its second round and signed for what stands there', () => {
  const job = alderCottage();
  const text = writeJobFile(job);
  const read = parseJobFile(text);
  expect(read.ok ? [] : read.problems).toEqual([]);
  expect(writeJobFile(alderCottage())).toBe(text);
  const derived = createPlanner(job).derive(null);
  const { verdicts, headline } = derived;
  expect(headline).toMatchObject({ practised: true, dead: 3, gone: 3, worse: 0 });
  const workshop = verdicts.filter((v) => v.name.startsWith('Workshop'));
  expect(workshop.map((v) => v.rounds)).toEqual([[2], [2]]);
  // What failed in the first round is still there.
  expect(workshop.every((v) => v.past.length === 1)).toBe(true);
  const e = evidenceOf(job.evidence);
  expect(e.tries).toHaveLength(2);
  expect(e.remedies.map((r) => r.label)).toEqual(['C by fibre from A']);
  expect(openSteps(derived.steps, ticksOf(job.evidence, 'opt-done'), new Map())).toEqual([]);
  const price = priceNow(job.evidence, job.brief, derived.options['opt-done']!);
  expect(price!.extras.map((x) => x.agreedBy)).toEqual(['R. Alder']);
  expect(isAsSigned(e.signed[0]!, signedNow({ ...job, derived }, price))).toBe(true);
});
