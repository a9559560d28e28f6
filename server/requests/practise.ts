import { phase } from '@/core/evidence/rows';
import { problemsOf } from '@/core/job/parse';
import { database, type Db } from '@/db/connection';
import { findJob } from '@/db/jobs';
import { forbidden, type Caller } from '../base/caller';
import { AGAINST, recordEvidence } from '../jobs/evidence';
import { answered, done, noSuchJob, refuse, type Outcome } from '../base/outcome';
import { askThread } from '../thread/ask';
import type { WorkAnswer } from '../thread/work';
import { practiceAsked } from '../practice/run';

/** Reads the practice house once and records what it says, as a meter would have. */
export async function practise(
  caller: Caller,
  jobId: string,
  body: unknown,
  db: Db = database(),
): Promise<Outcome<{ words: string }>> {
  const no = forbidden(caller, 'record');
  if (no) return no;
  if (!findJob(db, jobId)) return noSuchJob();
  const parsed = practiceAsked.safeParse(body);
  if (!parsed.success) return { ok: false, status: 400, problems: problemsOf(parsed.error) };
  const now = new Date();
  const read = await askThread('practiceRun', {
    jobId,
    asked: parsed.data,
    at: { iso: now.toISOString(), hour: now.getHours() },
  });
  if (!read) return noSuchJob();
  if (!read.ok) return read;
  const { against, row } = read.value;
  const kept = answered(() =>
    recordEvidence(
      caller,
      jobId,
      { against, rows: [{ ...row, by: caller.name === 'owner' ? '' : caller.name, stateId: AGAINST }] },
      db,
    ),
  );
  return kept.ok ? done({ words: 'recorded' }) : kept;
}

/** What the lights of the units of a practice house say. */
export async function lightsOf(
  caller: Caller,
  jobId: string,
  asked: string | null,
): Promise<Outcome<WorkAnswer<'practiceLights'> & object>> {
  const no = forbidden(caller, 'see');
  if (no) return no;
  const of = phase.safeParse(asked);
  if (!of.success) return refuse(400, 'Say which network: before or after.');
  const lights = await askThread('practiceLights', { jobId, phase: of.data });
  return lights ? done(lights) : noSuchJob();
}
