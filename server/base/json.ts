import { MOST_NESTED } from '@/core/job/limits';
import { refuse, type Outcome } from './outcome';

/** Bytes as text. */
export const textOf = (bytes: Uint8Array): string =>
  Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength).toString('utf8');

/** Whether a value is nested deeper than anything we send. */
function tooDeep(value: unknown): boolean {
  const waiting: [unknown, number][] = [[value, 1]];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const [v, depth] = next;
    if (v === null || typeof v !== 'object') continue;
    if (depth > MOST_NESTED) return true;
    for (const inner of Object.values(v)) waiting.push([inner, depth + 1]);
  }
  return false;
}

/** What a request sent, as a JSON object; nothing at all counts as an empty one. */
export function objectOf(bytes: Uint8Array): Outcome<Record<string, unknown>> {
  let value: unknown;
  try {
    value = bytes.length === 0 ? {} : JSON.parse(textOf(bytes));
  } catch {
    return refuse(400, 'The request is not valid JSON.');
  }
  if (value === null || typeof value !== 'object' || Array.isArray(value))
    return refuse(400, 'The request must be one JSON object.');
  if (tooDeep(value)) return refuse(400, `The request is nested deeper than ${MOST_NESTED} levels.`);
  return { ok: true, value: value as Record<string, unknown> };
}

/** A stored text as what it should be; null where it is damaged or of another version. */
export function storedAs<T>(json: string, as: { safeParse: (v: unknown) => { data?: T } }): T | null {
  try {
    return as.safeParse(JSON.parse(json)).data ?? null;
  } catch {
    return null;
  }
}
