import { z } from 'zod';
import { sealedKeys, type SealedKeys } from '@/core/job/keyBox';
import { findJob } from '@/db/jobs';
import { dropKeyBox, findKeyBox, keepKeyBox } from '@/db/keyBox';
import { done, noSuchJob, refuse, type Outcome } from '../base/outcome';
import { storedAs } from '../base/json';
import { useCase } from '../base/useCase';

/** A box as it is kept; `keptAt` tells one that was kept since from the one that was looked at. */
export interface KeptBox {
  box: SealedKeys;
  keptAt: string;
}

/** The sealed box of a job; null where it keeps none. What is in it, nobody here can know. */
export const readKeyBox = useCase('see', ({ db }, jobId: string): Outcome<{ kept: KeptBox | null }> => {
  if (!findJob(db, jobId)) return noSuchJob();
  const row = findKeyBox(db, jobId);
  const box = row && storedAs<SealedKeys>(row.json, sealedKeys);
  return done({ kept: row && box ? { box, keptAt: row.kept_at } : null });
});

const sent = z.strictObject({
  box: sealedKeys,
  /** What the page had looked at before: null is none. */
  over: z.string().max(40).nullable(),
});

/** Keeps a box in place of the one that was looked at; one that another window has kept since is not written over. */
export const putKeyBox = useCase(
  'change',
  sent,
  ({ db, now }, { box, over }, jobId: string): Outcome<{ keptAt: string }> => {
    if (!findJob(db, jobId)) return noSuchJob();
    const there = findKeyBox(db, jobId)?.kept_at ?? null;
    if (there !== over)
      return refuse(
        409,
        'Keys were kept in another window since. Open them there, or show them anew here; what you typed is still below.',
      );
    // Two in one moment are told apart all the same.
    const keptAt = new Date(Math.max(now.getTime(), there ? Date.parse(there) + 1 : 0)).toISOString();
    keepKeyBox(db, jobId, { json: JSON.stringify(box), kept_at: keptAt });
    return done({ keptAt });
  },
);

export const takeKeyBoxAway = useCase('change', ({ db }, jobId: string): Outcome<null> => {
  dropKeyBox(db, jobId);
  return done(null);
});
