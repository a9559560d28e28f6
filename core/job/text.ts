import { pathText } from './problem';

/**
 * Where a value from outside holds text that is no text (half of a surrogate pair), which could be stored and never be
 * written to a file; null where all is well.
 */
export function illFormedAt(value: unknown): string | null {
  const waiting: { value: unknown; path: PropertyKey[] }[] = [{ value, path: [] }];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { value: v, path } = next;
    if (typeof v === 'string') {
      if (!v.isWellFormed()) return pathText(path);
    } else if (v !== null && typeof v === 'object')
      for (const [key, inner] of Object.entries(v))
        waiting.push({ value: inner, path: [...path, Array.isArray(v) ? Number(key) : key] });
  }
  return null;
}
