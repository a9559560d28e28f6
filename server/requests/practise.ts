import { useCase } from '../base/useCase';
import { phase } from '@/core/evidence/rows';
import { findJob } from '@/db/jobs';
import { AGAINST, recordEvidence } from '../jobs/evidence';
import { answered, done, noSuchJob, refuse, type Outcome } from '../base/outcome';
import { askThread } from '../thread/ask';
import type { WorkAnswer } from '../thread/work';
import { practiceAsked } from '../practice/run';

/** Reads the practice house once and records what it says, as a meter would have. */
export const practise = useCase(
  'record',
  practiceAsked,
  async ({ db, caller }, sent, jobId: string): Promise<Outcome<{ words: string }>> => {
    if (!findJob(db, jobId)) return noSuchJob();
    const now = new Date();
    const read = await askThread('practiceRun', {
      jobId,
      asked: sent,
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
  },
);

/** What the lights of the units of a practice house say. */
export const lightsOf = useCase(
  'see',
  async (_, jobId: string, asked: string | null): Promise<Outcome<WorkAnswer<'practiceLights'> & object>> => {
    const of = phase.safeParse(asked);
    if (!of.success) return refuse(400, 'Say which network: before or after.');
    const lights = await askThread('practiceLights', { jobId, phase: of.data });
    return lights ? done(lights) : noSuchJob();
  },
);
