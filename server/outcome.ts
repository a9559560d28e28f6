import type { Problem } from '@/core/job/problem';

/** What a use case answers: a value, or problems a person can mend. */
export type Outcome<T> =
  { ok: true; value: T } | { ok: false; status: 400 | 404 | 409 | 413; problems: Problem[] };

export const done = <T>(value: T): Outcome<T> => ({ ok: true, value });

export function refuse(
  status: 400 | 404 | 409 | 413,
  message: string,
  path = '',
): { ok: false; status: typeof status; problems: Problem[] } {
  return { ok: false, status, problems: [{ path, message }] };
}

export const noSuchJob = () =>
  refuse(404, 'This job is not in the database. It may have been deleted; go back to the list.');
