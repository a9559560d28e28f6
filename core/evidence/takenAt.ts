import { z } from 'zod';
import { apartM } from '../site/geometry/apart';
import { STILL, inverse, throughFrame } from '../site/geometry/frames';
import { id, place } from '../site/model/schema';
import type { Place, Site } from '../site/model/schema';

/** Where something was read: a place within the building it is in, so that it moves with the building and with nothing else. */
export const takenAt = z.strictObject({
  buildingId: id.nullable(),
  place,
  /** Whether it was not noted when it was read: where its spot stood when places began to be kept. */
  assumed: z.literal(true).optional(),
});
export type TakenAt = z.infer<typeof takenAt>;

/** A spot moved by more than this, or to another storey, is another place to a proof, m. */
export const SAME_PLACE_M = 0.5;

type Plot = Pick<Site, 'buildings'>;

const buildingOf = ({ buildings }: Plot, storeyId: string | null) =>
  storeyId === null ? undefined : buildings.find((b) => b.storeys.some((s) => s.id === storeyId));

/** A place as it is kept with what is read there. */
export function keptPlace(plot: Plot, at: Place): TakenAt {
  const building = buildingOf(plot, at.storeyId);
  if (!building) return { buildingId: null, place: at };
  return {
    buildingId: building.id,
    place: { ...at, ...throughFrame(inverse(building.frame ?? STILL), at) },
  };
}

/** Where a kept place is today: it has moved with its building. */
export function placeNow({ buildings }: Plot, { buildingId, place: at }: TakenAt): Place {
  const building = buildings.find((b) => b.id === buildingId);
  return building ? { ...at, ...throughFrame(building.frame ?? STILL, at) } : at;
}

/** Whether something was read where a spot stands today. What has no place was read before places were kept, and counts. */
export function isReadAt(plot: Plot, of: { takenAt?: TakenAt | undefined }, at: Place): boolean {
  if (!of.takenAt) return true;
  const then = placeNow(plot, of.takenAt);
  return then.storeyId === at.storeyId && apartM(then, at) <= SAME_PLACE_M;
}
