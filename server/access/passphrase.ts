import { throttle } from '../base/throttle';
import { createHash, randomBytes, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto';

/** scrypt with 64 MB and about a tenth of a second a try (RFC 7914). */
const COST: ScryptOptions = { N: 2 ** 16, r: 8, p: 1, maxmem: 96 * 1024 * 1024 };
/** How long a browser that said the passphrase stays in, ms. */
const STAYS_MS = 12 * 3_600_000;
/** Tries before they are slowed, and how the wait grows, ms. */
const FREE_TRIES = 4;
const FIRST_WAIT_MS = 2000;
const LONGEST_WAIT_MS = 5 * 60_000;

/** Letters and digits that are not mistaken for each other when read aloud. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789';

/** A passphrase for whoever gave none: four groups, about 79 bits. */
export const freshPassphrase = (): string =>
  Array.from({ length: 4 }, () =>
    Array.from(randomBytes(4), (b) => LETTERS[b % LETTERS.length]!).join(''),
  ).join('-');

const derive = (text: string, salt: Buffer): Promise<Buffer> =>
  new Promise((resolve, reject) =>
    scrypt(text.normalize('NFKC').trim(), salt, 32, COST, (error, key) =>
      error ? reject(error) : resolve(key),
    ),
  );

/** What came of a try: let in with a session, wrong, or too soon after others. */
export type Tried = { ok: true; session: string; forMs: number } | { ok: false; waitMs: number };

/**
 * Keeps the door of the full application in the house: one passphrase, kept as a hash only; tries that fail are slowed, by
 * address and over all. Sessions live in memory and end with the process.
 */
export async function openSessions(passphrase: string, nowMs: () => number = Date.now) {
  const salt = randomBytes(16);
  const wanted = await derive(passphrase, salt);
  const sessions = new Map<string, number>();
  const tries = throttle(
    FREE_TRIES,
    (failures) => Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (failures - FREE_TRIES)),
    nowMs,
  );
  const keyOf = (session: string) => createHash('sha256').update(session).digest('hex');
  let busy = 0;

  return {
    async tryIt(text: string, from: string): Promise<Tried> {
      const waitMs = Math.max(tries.waitOf(from), tries.waitOf('anybody'));
      if (waitMs > 0) return { ok: false, waitMs };
      // Each try takes memory: few at once.
      if (busy >= 2) return { ok: false, waitMs: FIRST_WAIT_MS };
      busy++;
      try {
        const got = await derive(text.slice(0, 200), salt);
        if (!timingSafeEqual(got, wanted)) {
          // Many addresses of one attacker share a slower wait.
          if (tries.fail(from) >= FREE_TRIES) tries.fail('anybody');
          return { ok: false, waitMs: tries.waitOf(from) };
        }
      } finally {
        busy--;
      }
      tries.clear(from);
      const session = randomBytes(24).toString('base64url');
      for (const [key, endsMs] of sessions) if (endsMs < nowMs()) sessions.delete(key);
      sessions.set(keyOf(session), nowMs() + STAYS_MS);
      return { ok: true, session, forMs: STAYS_MS };
    },
    /** Whether a session is one of ours that has not ended. */
    holds(session: string | undefined): boolean {
      if (!session) return false;
      const endsMs = sessions.get(keyOf(session));
      return endsMs !== undefined && endsMs > nowMs();
    },
  };
}
export type Sessions = Awaited<ReturnType<typeof openSessions>>;
