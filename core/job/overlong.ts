import { z } from 'zod';
import { pathText, type Problem } from './problem';

/** What a schema that only lets more through holds: optional, nullable, with a default. */
function held(schema: unknown): unknown {
  let inner = schema;
  while (inner instanceof z.ZodOptional || inner instanceof z.ZodNullable || inner instanceof z.ZodDefault)
    inner = inner.unwrap();
  return inner;
}

/** Most things a list may hold by its schema. */
function mostOf({ def }: z.ZodArray): number {
  for (const { _zod } of def.checks ?? []) {
    const check = _zod.def as { check: string; maximum?: number };
    if (check.check === 'max_length' && check.maximum !== undefined) return check.maximum;
  }
  return Infinity;
}

/**
 * The first list in a value that is longer than its schema allows, looked for before anything in it is checked: a list of a million
 * wrong things is one problem and not a million. Null where none is.
 */
export function overlong(schema: unknown, value: unknown, path: readonly PropertyKey[] = []): Problem | null {
  const shape = held(schema);
  if (shape instanceof z.ZodArray && Array.isArray(value)) {
    const most = mostOf(shape);
    if (value.length > most)
      return {
        path: pathText(path),
        message: `holds ${value.length} things; at most ${most} are taken: take ${value.length - most} out`,
      };
    for (const [i, one] of value.entries()) {
      const found = overlong(shape.element, one, [...path, i]);
      if (found) return found;
    }
    return null;
  }
  if (shape instanceof z.ZodObject && typeof value === 'object' && value !== null)
    for (const [key, own] of Object.entries(shape.shape as Record<string, unknown>)) {
      const found = overlong(own, (value as Record<string, unknown>)[key], [...path, key]);
      if (found) return found;
    }
  return null;
}
