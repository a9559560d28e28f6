import { z } from 'zod';
import { coordinateM, id } from '../site/model/schema';
import { LONGEST_WALK_MS, MOST_MARKS, MOST_TRIPS } from './walkBounds';

const atMs = z.number().int().min(0).max(LONGEST_WALK_MS);

/** A walk from unit to unit: the round trips of small requests all the way, and when which place was passed. */
export const walkTrace = z.strictObject({
  /** Places passed, the unit it began at first, the one it ended at last. */
  marks: z
    .array(
      z.strictObject({
        name: z.string().max(80),
        storeyId: id.nullable(),
        xM: coordinateM,
        yM: coordinateM,
        atMs,
      }),
    )
    .min(2, 'a walk has two ends')
    .max(MOST_MARKS),
  /** Each request: when it was sent, and how long its answer took, ms; null where none came. */
  trips: z
    .array(z.tuple([atMs, z.number().min(0).max(60_000).nullable()]))
    .min(1, 'nothing was asked on this walk')
    .max(MOST_TRIPS),
});
export type WalkTrace = z.infer<typeof walkTrace>;
