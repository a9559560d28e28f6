import { z } from 'zod';
import { constructionId } from './constructions';

/** Rooms in the roof: the slopes come down into the uppermost storey, whose own height is then that of its level ceiling. */
export const roomsInRoof = z.strictObject({
  /** Height of the low wall at the eaves. */
  kneeM: z.number().min(0).max(5),
  slopeDeg: z.number().min(10, 'a slope under 10° leaves a full storey').max(75),
  /** Direction of the ridge as drawn, clockwise from west to east. */
  ridgeDeg: z.number().min(0).max(180),
});

export const roof = z.strictObject({
  construction: constructionId,
  /** How far it rises over the uppermost ceiling. */
  riseM: z.number().min(0).max(15),
  rooms: roomsInRoof.optional(),
});
export type Roof = z.infer<typeof roof>;
