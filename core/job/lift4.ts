import { keptPlace } from '../evidence/takenAt';
import type { Site } from '../site/model/schema';

type Json = Record<string, unknown>;

const isObject = (v: unknown): v is Json => v !== null && typeof v === 'object' && !Array.isArray(v);
const objects = (v: unknown): Json[] => (Array.isArray(v) ? v.filter(isObject) : []);

/** A row of version 4 with where it was read: where its spot stands in a survey, which is assumed; nothing where it is gone. */
export function liftRow4(row: unknown, site: unknown): unknown {
  if (!isObject(row) || row.kind !== 'reading' || row.takenAt !== undefined) return row;
  const { subject } = row;
  if (!isObject(subject) || subject.kind !== 'spot' || !isObject(site)) return row;
  const spot = objects(site.spots).find((s) => s.id === subject.spotId);
  if (!spot || !isObject(spot.place)) return row;
  const buildings = objects(site.buildings).map((b) => ({ ...b, storeys: objects(b.storeys) }));
  const plot = { buildings } as unknown as Pick<Site, 'buildings'>;
  return {
    ...row,
    takenAt: { ...keptPlace(plot, spot.place as unknown as Site['spots'][number]['place']), assumed: true },
  };
}

/** The evidence of version 4: readings keep where they were taken. */
export const liftEvidence4 = (rows: unknown, site: unknown): unknown =>
  Array.isArray(rows) ? rows.map((row) => liftRow4(row, site)) : rows;
