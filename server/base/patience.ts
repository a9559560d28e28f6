import { isLockedWords } from '@/db/faults';
import { answered, type Outcome } from './outcome';

/** How often and how far apart what another program held up is tried again, ms. */
const TRIES = 14;
const APART_MS = 300;

const isLocked = (outcome: Outcome<unknown>): boolean =>
  !outcome.ok && outcome.status === 503 && outcome.problems.some((p) => isLockedWords(p.message));

/**
 * Does something that writes, and tries it again for some seconds where another program holds the database: between two tries everybody
 * else is answered. What is refused for the lock changed nothing, so that trying again does nothing twice.
 */
export async function patiently<T>(
  work: () => Outcome<T>,
  wait: (ms: number) => Promise<unknown> = (ms) => new Promise((next) => setTimeout(next, ms)),
): Promise<Outcome<T>> {
  for (let n = 1; ; n++) {
    const outcome = answered(work);
    if (n >= TRIES || !isLocked(outcome)) return outcome;
    await wait(APART_MS);
  }
}
