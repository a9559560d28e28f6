import { faultOf } from '@/db/faults';
import type { Problem } from '@/core/job/problem';

/** How a use case can end badly: what was sent is wrong (4xx), or the server cannot do it now (503). */
export type Refusal = 400 | 401 | 403 | 404 | 409 | 413 | 415 | 421 | 429 | 503;

/** What a use case answers: a value, or problems a person can mend. */
export type Outcome<T> = { ok: true; value: T } | Refused;

export const done = <T>(value: T): Outcome<T> => ({ ok: true, value });

/** A bad end with its problems. */
export type Refused = { ok: false; status: Refusal; problems: Problem[] };

export function refuse(status: Refusal, message: string, path = ''): Refused {
  return { ok: false, status, problems: [{ path, message }] };
}

export const noSuchJob = () =>
  refuse(404, 'This job is not in the database. It may have been deleted; go back to the list.');

/** Work that this machine could not do, in words: too much memory or time, or the thread that did it ended. */
export class WorkFault extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'WorkFault';
  }
}

/** Runs a use case; a fault of the database or of a thread becomes words and 503, any other error is a bug and goes on. */
export function answered<T extends Outcome<unknown>>(work: () => T): T | Refused {
  try {
    return work();
  } catch (error) {
    // Another bundle of the server may have thrown it.
    const isWork = error instanceof Error && error.name === 'WorkFault';
    const fault = isWork ? error : faultOf(error);
    if (!fault) throw error;
    return refuse(503, fault.message);
  }
}
