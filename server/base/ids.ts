import { nanoid } from 'nanoid';
import { id as idSchema } from '@/core/site/model/schema';

/** An id for what a submission makes where it brought none. */
export const freshId = () => nanoid(12).replaceAll('_', '0').replaceAll('-', '1');

/** The id a submission was made under; a fresh one where it has none that is an id. */
export function submittedId(value: unknown): string {
  const parsed = idSchema.safeParse(value);
  return parsed.success && parsed.data.length >= 8 ? parsed.data : freshId();
}
