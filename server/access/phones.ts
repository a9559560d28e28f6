import { createHash, randomBytes } from 'node:crypto';
import { z } from 'zod';
import { database, type Db } from '@/db/connection';
import { findJob } from '@/db/jobs';
import * as rows from '@/db/phones';
import { useCase } from '../base/useCase';
import { answered, done, noSuchJob, refuse, type Outcome } from '../base/outcome';
import type { Caller } from '../base/caller';
import { freshId } from '../base/ids';

/** What a phone is let in for. Neither is ever for keys. */
export const phoneScope = z.enum(['walk', 'walkAndSheet']);
export type PhoneScope = z.infer<typeof phoneScope>;

const asked = z.strictObject({
  name: z.string().trim().min(1, 'name the phone').max(40),
  scope: phoneScope,
  /** How long the code holds, hours. */
  hours: z.number().int().min(1, 'at least one hour').max(72, 'at most three days'),
});

/** A phone that was let in, as its job lists it. */
export interface Phone {
  id: string;
  name: string;
  scope: PhoneScope;
  madeAt: string;
  endsAt: string;
  withdrawnAt: string | null;
  seenAt: string | null;
}

/** A phone as the gate knows it: for one job, and nothing else. */
export interface KnownPhone {
  id: string;
  jobId: string;
  scope: PhoneScope;
  caller: Caller;
  /** Addresses of ours by which it came. */
  hosts: readonly string[];
}

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

const hostsOf = (row: rows.PhoneRow): string[] => z.array(z.string()).parse(JSON.parse(row.hosts));

const phoneOf = (row: rows.PhoneRow): Phone => ({
  id: row.id,
  name: row.name,
  scope: phoneScope.parse(row.scope),
  madeAt: row.made_at,
  endsAt: row.ends_at,
  withdrawnAt: row.withdrawn_at,
  seenAt: row.seen_at,
});

/** Lets a phone in to one job. The token is given once, here; only its hash is kept. */
export const letPhoneIn = useCase(
  'administer',
  asked,
  ({ db, now }, sent, jobId: string): Outcome<Phone & { token: string }> => {
    if (!findJob(db, jobId)) return noSuchJob();
    const { name, scope, hours } = sent;
    const token = randomBytes(24).toString('base64url');
    const row = {
      id: freshId(),
      job_id: jobId,
      token_hash: hashOf(token),
      name,
      scope,
      made_at: now.toISOString(),
      ends_at: new Date(now.getTime() + hours * 3_600_000).toISOString(),
    };
    rows.insertPhone(db, row);
    return done({ ...phoneOf({ ...row, withdrawn_at: null, seen_at: null, hosts: '[]' }), token });
  },
);

/** Phones of a job, the newest first. */
export const listPhones = useCase('administer', ({ db }, jobId: string): Outcome<Phone[]> => {
  if (!findJob(db, jobId)) return noSuchJob();
  return done(rows.phonesOfJob(db, jobId).map(phoneOf));
});

/** Takes back what a phone was let in for; what it recorded stays. */
export const withdrawPhone = useCase(
  'administer',
  ({ db, now }, jobId: string, phoneId: string): Outcome<Record<string, never>> => {
    if (!rows.withdrawPhone(db, jobId, phoneId, now.toISOString()))
      return refuse(404, 'There is no such phone. Reload the page.');
    return done({});
  },
);

/** What is said to a phone nobody let in. */
export const NOT_LET_IN = 'This phone is not let in. Scan the code on the laptop’s screen.';

const rowOfToken = (token: string, db: Db): rows.PhoneRow | undefined =>
  /^[\w-]{20,80}$/.test(token) ? rows.phoneByHash(db, hashOf(token)) : undefined;

/** Whether a token is or was one of ours: it has ended or was withdrawn, and is no guess. */
export const isOurToken = (token: string, db: Db = database()): boolean =>
  rowOfToken(token, db) !== undefined;

/**
 * The phone of a token, by whichever of our addresses it came. Refused where the token is none of ours, has ended, or was
 * withdrawn: the words say which, since whoever holds it held it rightly once.
 */
export function knownPhone(
  token: string,
  host: string | null,
  now = new Date(),
  db: Db = database(),
): Outcome<KnownPhone> {
  const row = rowOfToken(token, db);
  if (!row) return refuse(401, NOT_LET_IN);
  if (row.withdrawn_at !== null)
    return refuse(401, 'The laptop has withdrawn this code. Ask for a new one and scan it: nothing is lost.');
  // A clock that is set back revives nothing: it is at least as late as when the code was made, and what has ended once has ended.
  if (row.ends_at <= now.toISOString() || row.ends_at <= row.made_at) {
    answered(() => done(rows.endPhone(db, row.id)));
    return refuse(401, 'This code has ended. Ask for a new one on the laptop and scan it: nothing is lost.');
  }
  const known = hostsOf(row);
  const hosts = host === null || known.includes(host) ? known : [...known, host].slice(-12);
  const stale = row.seen_at === null || now.getTime() - Date.parse(row.seen_at) > 10_000;
  // That it was seen is noted where nobody else is writing just now: a phone that looks waits for no writer.
  if (hosts !== known || stale)
    answered(() => done(rows.phoneSeen(db, row.id, now.toISOString(), JSON.stringify(hosts))));
  return done({
    id: row.id,
    jobId: row.job_id,
    scope: phoneScope.parse(row.scope),
    caller: { name: row.name, rights: new Set(['record'] as const) },
    hosts,
  });
}

/**
 * Whether a page from an address may post here: only from one by which a phone was let in before. A database that cannot be read knows of
 * none: what is asked for says in words what is wrong with it.
 */
export function wasOurAddress(host: string, db?: Db): boolean {
  const known = answered(() => done(rows.someCameBy(db ?? database(), host)));
  return known.ok && known.value;
}
