import { database, type Db } from '@/db/connection';
import { documentsLength } from '@/db/jobs';
import type { Caller } from '../base/caller';
import { announce } from '../jobs/changes';
import { readJsonBytes } from '../base/body';
import { sentBy } from './http';
import { objectOf } from '../base/json';
import { answered, done, type Outcome } from '../base/outcome';
import { patiently } from '../base/patience';
import { askThread } from '../thread/ask';

/** Documents are read, checked and written here up to this length, characters; it takes some 15 ms, during which all others wait. */
const LARGE_DOCUMENTS = 300_000;

/** Whether the documents of a job are so long that a thread should read and check them. */
export const isLarge = (id: string, db: Db = database()): boolean =>
  documentsLength(db, id) > LARGE_DOCUMENTS;

/** The head of a large job, made in a thread; undefined where a job is made out here. */
export async function largeHead(caller: Caller, id: string): Promise<Outcome<string> | undefined> {
  const large = answered(() => done(isLarge(id)));
  if (!large.ok) return large;
  return large.value ? askThread('jobHeadText', { caller, id }) : undefined;
}

/**
 * Changes a job by what a request sends, in a thread where that or the job is large, here where it is not. A change made in
 * a thread is announced here, where those who follow the job are known.
 */
export async function change(
  request: Request,
  limitBytes: number,
  { caller, id }: { caller: Caller; id: string },
  name: 'saveAct' | 'recordEvidence',
  here: (body: Record<string, unknown>) => Outcome<unknown>,
): Promise<Outcome<unknown>> {
  const sent = await readJsonBytes(sentBy(request), limitBytes);
  if (!sent.ok) return sent;
  const bytes = sent.value;
  if (bytes.length <= LARGE_DOCUMENTS && !isLarge(id)) {
    const body = objectOf(bytes);
    return body.ok ? patiently(() => here(body.value)) : body;
  }
  const outcome = await askThread(name, { caller, id, bytes });
  if (outcome.ok) answered(() => (announce(database(), id), outcome));
  return outcome;
}
