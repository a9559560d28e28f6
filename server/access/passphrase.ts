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

/** What came of a try: let in with a session, wrong, or not even tried for so long, since it came too soon after others. */
export type Tried =
  { ok: true; session: string; forMs: number } | { ok: false; tested: boolean; waitMs: number };

/** A browser that said the passphrase. */
export interface Session {
  id: string;
  /** Address it came from when it said it. */
  from: string;
  madeMs: number;
  seenMs: number;
}

/** While many fail, whoever has failed is tried no more often than this, all of them together, ms. */
const FLOOR_MS = 1000;
const FLOOR_FROM = 8;
/** Tries that wait for their turn at most: of who has failed before, and of anybody. */
const MOST_WAITING = { failed: 4, all: 40 } as const;

/**
 * Keeps the door of the full application in the house: one passphrase, kept as a hash only. Tries that fail make their own address
 * wait, each longer; the right passphrase from an address without failures is never refused, whatever others do. Sessions live in
 * memory, can be listed and ended, and end with the process and so with the passphrase.
 */
export async function openSessions(passphrase: string, nowMs: () => number = Date.now) {
  const salt = randomBytes(16);
  const wanted = await derive(passphrase, salt);
  const sessions = new Map<string, Session & { endsMs: number }>();
  const tries = throttle(
    FREE_TRIES,
    (failures) => Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (failures - FREE_TRIES)),
    nowMs,
  );
  const floor = throttle(FLOOR_FROM, () => FLOOR_MS, nowMs);
  const keyOf = (session: string) => createHash('sha256').update(session).digest('hex');
  let turn: Promise<unknown> = Promise.resolve();
  let waiting = 0;

  /** Each try takes memory: one at a time, in turn. */
  async function isRight(text: string): Promise<boolean> {
    waiting++;
    const mine = turn.then(() => derive(text.slice(0, 200), salt));
    turn = mine.catch(() => undefined);
    try {
      return timingSafeEqual(await mine, wanted);
    } finally {
      waiting--;
    }
  }

  function living(session: string | undefined) {
    const known = session ? sessions.get(keyOf(session)) : undefined;
    return known && known.endsMs > nowMs() ? known : undefined;
  }

  return {
    async tryIt(text: string, from: string): Promise<Tried> {
      const hasFailed = tries.failuresOf(from) > 0;
      const waitMs = Math.max(tries.waitOf(from), hasFailed ? floor.waitOf('anybody') : 0);
      if (waitMs > 0) return { ok: false, tested: false, waitMs };
      if (waiting >= (hasFailed ? MOST_WAITING.failed : MOST_WAITING.all))
        return { ok: false, tested: false, waitMs: FIRST_WAIT_MS };
      if (!(await isRight(text))) {
        tries.fail(from);
        floor.fail('anybody');
        return { ok: false, tested: true, waitMs: tries.waitOf(from) };
      }
      tries.clear(from);
      for (const [key, { endsMs }] of sessions) if (endsMs < nowMs()) sessions.delete(key);
      const session = randomBytes(24).toString('base64url');
      const at = nowMs();
      sessions.set(keyOf(session), {
        id: randomBytes(6).toString('hex'),
        from,
        madeMs: at,
        seenMs: at,
        endsMs: at + STAYS_MS,
      });
      return { ok: true, session, forMs: STAYS_MS };
    },
    /** Whether a session is one of ours that has not ended. */
    holds(session: string | undefined): boolean {
      const known = living(session);
      if (known) known.seenMs = nowMs();
      return known !== undefined;
    },
    /** Browsers that are in, the last seen first. */
    list: (): Session[] =>
      [...sessions.values()].filter((s) => s.endsMs > nowMs()).sort((a, b) => b.seenMs - a.seenMs),
    /** The name of a session in the list; null where it is none of ours. */
    idOf: (session: string | undefined): string | null => living(session)?.id ?? null,
    /** Ends one session by its name in the list, or all. */
    end(id: string | 'all'): void {
      for (const [key, s] of sessions) if (id === 'all' || s.id === id) sessions.delete(key);
    },
  };
}
export type Sessions = Awaited<ReturnType<typeof openSessions>>;
