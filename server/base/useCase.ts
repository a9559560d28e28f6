import type { z } from 'zod';
import { problemsOf } from '@/core/job/parse';
import { shortList } from '@/core/job/problem';
import { database, type Db } from '@/db/connection';
import type { Caller, Right } from './caller';
import { refuse, type Outcome, type Refused } from './outcome';

/** What the work of a use case is done with: the database, whoever asks, and the time. */
export interface Doing {
  db: Db;
  caller: Caller;
  now: Date;
}

type Answer = Outcome<unknown> | Promise<Outcome<unknown>>;
/** Asked with the caller first; database and time are given by tests and threads alone. */
type Asked<A extends unknown[], R> = (caller: Caller, ...args: [...A, db?: Db, now?: Date]) => R | Refused;

/** What was sent, in the shape that is wanted, or every problem it has with its path. */
export function sentAs<S extends z.ZodType>(schema: S, sent: unknown): Outcome<z.output<S>> {
  const parsed = schema.safeParse(sent);
  if (parsed.success) return { ok: true, value: parsed.data };
  return { ok: false, status: 400, problems: shortList(problemsOf(parsed.error)) };
}

/** A refusal where a caller may not do something, else null. */
function forbidden(caller: Caller, right: Right): Refused | null {
  if (caller.rights.has(right)) return null;
  return refuse(403, 'This device may not do that here. Do it on the machine that runs Nestle.');
}

/**
 * Declares something that can be asked of the server, once: the right it takes, where something is sent the shape that is
 * wanted of it, and its work. Whoever asks gives what it is about first and what is sent last. Nothing is read before the
 * right is there, and there is no other way in, so that neither check can be forgotten.
 */
export function useCase<A extends unknown[], R extends Answer>(
  right: Right,
  run: (doing: Doing, ...args: A) => R,
): Asked<A, R>;
export function useCase<S extends z.ZodType, A extends unknown[], R extends Answer>(
  right: Right,
  schema: S,
  run: (doing: Doing, sent: z.output<S>, ...args: A) => R,
): Asked<[...A, sent: unknown], R>;
export function useCase(right: Right, ...declared: unknown[]): Asked<unknown[], Answer> {
  const run = declared.pop() as (doing: Doing, ...args: unknown[]) => Answer;
  const [schema] = declared as [z.ZodType?];
  const count = run.length - 1;
  return (caller, ...given) => {
    const no = forbidden(caller, right);
    if (no) return no;
    const args = Array.from({ length: count }, (_, i) => given[i]);
    const [db, now] = given.slice(count) as [Db?, Date?];
    const doing = { db: db ?? database(), caller, now: now ?? new Date() };
    if (!schema) return run(doing, ...args);
    const sent = sentAs(schema, args.pop());
    return sent.ok ? run(doing, sent.value, ...args) : sent;
  };
}
