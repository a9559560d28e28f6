import { randomBytes } from 'node:crypto';
import { z } from 'zod';
import { id } from '@/core/site/model/schema';
import { lru } from '@/core/stats/lru';
import type { KnownPhone } from '../access/phones';
import { done, refuse, type Outcome } from '../base/outcome';

/** Fewest and most phones that run at once. */
export const FEWEST_TOGETHER = 2;
export const MOST_TOGETHER = 4;

/** A phone that has not asked for so long has left, ms. */
const LEFT_MS = 6000;
/** From the last phone being ready to the start, so that each has heard of it, ms. */
const LEAD_MS = 4000;
/** How long a phone that is late is told that it has begun, ms. */
const BEGUN_MS = 3000;
/** Runs that are remembered, so that what comes of them is known to be of them. */
const MOST_REMEMBERED = 200;

const asked = z.strictObject({
  spotId: id,
  phones: z.number().int().min(FEWEST_TOGETHER).max(MOST_TOGETHER),
});

interface Gathering {
  phones: number;
  here: Map<string, { spotId: string; name: string; seenMs: number }>;
  /** Once all are here. */
  run: { id: string; startsMs: number } | null;
}

/** What a phone is told that is ready at a spot. */
export type TogetherAnswer =
  | { state: 'waiting'; phones: number; here: string[] }
  | { state: 'go'; meetingId: string; phones: number; startsInMs: number };

const gatherings = new Map<string, Gathering>();
const started = lru<string, { jobId: string; spots: ReadonlyMap<string, string> }>(MOST_REMEMBERED);

/** Lets go of phones that have left, and of a run that is over. */
function gatheringOf(jobId: string, phones: number, nowMs: number): Gathering {
  let known = gatherings.get(jobId);
  if (known?.run && nowMs > known.run.startsMs + BEGUN_MS) known = undefined;
  if (known && !known.run)
    for (const [phoneId, { seenMs }] of known.here) if (nowMs - seenMs > LEFT_MS) known.here.delete(phoneId);
  if (!known || (!known.run && known.here.size === 0)) known = { phones, here: new Map(), run: null };
  gatherings.set(jobId, known);
  return known;
}

/**
 * A phone is ready at its spot. The first says how many run at once; when so many are ready, each at a spot of its own, all are told
 * when to begin.
 */
export function readyTogether(phone: KnownPhone, body: unknown, nowMs = Date.now()): Outcome<TogetherAnswer> {
  const parsed = asked.safeParse(body);
  if (!parsed.success) return refuse(400, parsed.error.issues[0]!.message);
  if (!phone.caller.rights.has('record')) return refuse(403, 'This phone may not record here.');
  const { spotId, phones } = parsed.data;
  const gathering = gatheringOf(phone.jobId, phones, nowMs);
  if (gathering.run && !gathering.here.has(phone.id))
    return refuse(409, 'The others have begun already. Wait until they are through, then be ready again.');
  const other = [...gathering.here].find(([phoneId, p]) => phoneId !== phone.id && p.spotId === spotId);
  if (other) return refuse(409, `${other[1].name} is ready at this spot already: go to another one.`);
  if (!gathering.run) {
    gathering.here.set(phone.id, { spotId, name: phone.caller.name, seenMs: nowMs });
    if (gathering.here.size === gathering.phones) {
      const run = { id: `together-${randomBytes(9).toString('base64url')}`, startsMs: nowMs + LEAD_MS };
      const spots = new Map([...gathering.here].map(([phoneId, p]) => [phoneId, p.spotId]));
      started(run.id, () => ({ jobId: phone.jobId, spots }));
      gathering.run = run;
    }
  }
  if (!gathering.run)
    return done({
      state: 'waiting',
      phones: gathering.phones,
      here: [...gathering.here.values()].map((p) => p.name),
    });
  return done({
    state: 'go',
    meetingId: gathering.run.id,
    phones: gathering.phones,
    startsInMs: Math.max(0, gathering.run.startsMs - nowMs),
  });
}

const NOT_RUN = { jobId: '', spots: new Map<string, string>() };

/** Why a run had no common start with others, by what it says it is about; null where it had. */
export type WhyNotTogether = (subject: Record<string, unknown>) => string | null;

/** Why what a phone says it read together with others cannot be so; null where it can. */
export function notTogether(phone: KnownPhone, subject: Record<string, unknown>): string | null {
  const run = started.has(String(subject.meetingId))
    ? started(String(subject.meetingId), () => NOT_RUN)
    : NOT_RUN;
  if (
    run.jobId !== phone.jobId ||
    run.spots.get(phone.id) !== subject.spotId ||
    run.spots.size !== subject.phones
  )
    return 'The laptop knows nothing of such a run, or was started anew since: run it together once more.';
  return null;
}
