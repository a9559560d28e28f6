import { z } from 'zod';
import { database } from '@/db/connection';
import type { KnownPhone } from '../access/phones';
import { answered, type Outcome } from '../base/outcome';
import { patiently } from '../base/patience';
import { announce } from '../jobs/changes';
import { isLarge } from '../requests/large';
import { askThread } from '../thread/ask';
import { takeWalkRows, type RowAnswer } from '../walk/rows';
import { notTogether } from '../walk/together';

/** As much of what a phone sends as says which of it ran together with others. */
const subjects = z.object({
  rows: z.array(
    z
      .object({ row: z.object({ subject: z.record(z.string(), z.unknown()) }) })
      .catch({ row: { subject: {} } }),
  ),
});

/** Which runs had no common start, by what they say they are about: the process that told phones when to begin knows it. */
function apartIn(phone: KnownPhone, body: unknown): Record<string, string> {
  const parsed = subjects.safeParse(body);
  const out: Record<string, string> = {};
  for (const { row } of parsed.success ? parsed.data.rows : []) {
    const why = row.subject.kind === 'together' ? notTogether(phone, row.subject) : null;
    if (why !== null) out[JSON.stringify(row.subject)] = why;
  }
  return out;
}

/**
 * Takes what a phone sends: here, and of a large job in a thread, since its survey and plan are read for every moment the rows were
 * taken at. What a thread has kept is announced here, where those who follow the job are known.
 */
export async function takeRows(phone: KnownPhone, body: unknown): Promise<Outcome<{ rows: RowAnswer[] }>> {
  if (!isLarge(phone.jobId)) return patiently(() => takeWalkRows(phone, body));
  const outcome = await askThread('takeWalkRows', { phone, body, apart: apartIn(phone, body) });
  if (outcome.ok) answered(() => (announce(database(), phone.jobId), outcome));
  return outcome;
}
