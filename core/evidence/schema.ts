import { z } from 'zod';
import { clientType, frame, id, label, note } from '../site/model/schema';
import { bandId } from '../site/model/radioTerms';
import { option } from '../plan/option/schema';

const timestamp = z.iso.datetime({ offset: true, error: 'a time looks like 2026-06-03T09:20:00Z' });

/** A network as it stood when something was read: frozen, so that moving a unit later changes no evidence. */
export const networkState = z.strictObject({
  id,
  kind: z.enum(['today', 'asBuilt']),
  round: z.number().int().min(0).max(999),
  label,
  takenAt: timestamp,
  option,
  /** Where buildings stood then, by id; a building that is missing stood as drawn. */
  frames: z.record(z.string(), frame).default({}),
});
export type NetworkState = z.infer<typeof networkState>;

const mbps = z
  .number()
  .min(0, 'a speed is not negative')
  .max(100_000, 'a speed above 100 000 Mb/s is a typing error');
const ms = z
  .number()
  .min(0, 'a time is not negative')
  .max(60_000, 'a round trip above 60 000 ms is a typing error');

/** One run at one spot, or by cable at the gateway (`spotId` null). */
export const reading = z
  .strictObject({
    id,
    spotId: id.nullable(),
    stateId: id,
    /** What was tested against: a wired host in the house, or the internet. */
    target: z.enum(['house', 'internet']),
    device: z.union([clientType, z.literal('wired')]),
    deviceName: z.string().max(80),
    /** The band the device was left with: free to choose, or fixed. */
    band: z.union([z.literal('free'), bandId]),
    bandSeen: bandId.nullable(),
    /** False is "no connection": a run of 0. */
    connected: z.boolean(),
    rssiDbm: z
      .number()
      .min(-120, 'a level is between −120 and 0 dBm')
      .max(0, 'a level is between −120 and 0 dBm')
      .nullable(),
    downMbps: mbps.nullable(),
    upMbps: mbps.nullable(),
    /** Round trip while both directions are full. */
    loadedMs: ms.nullable(),
    idleMs: ms.nullable(),
    takenAt: timestamp,
    note,
  })
  .refine(
    (r) =>
      !r.connected || r.downMbps !== null || r.upMbps !== null || r.rssiDbm !== null || r.loadedMs !== null,
    {
      message: 'the reading is empty: enter a speed, a level or a round trip, or "no connection"',
    },
  );
export type Reading = z.infer<typeof reading>;

/** A reading is never overwritten; one that was mistaken is voided, with the reason. */
export const voidedReading = z.strictObject({
  readingId: id,
  reason: z.string().min(1).max(300),
  at: timestamp,
});
export type VoidedReading = z.infer<typeof voidedReading>;

export const stepEvent = z.strictObject({
  id,
  optionId: id,
  stepKey: z.string().min(1).max(120),
  kind: z.enum(['done', 'undone', 'serial', 'note']),
  text: z.string().max(500),
  at: timestamp,
});
export type StepEvent = z.infer<typeof stepEvent>;

/** Rows that are added and never overwritten. */
export const evidence = z.strictObject({
  states: z.array(networkState).max(500),
  readings: z.array(reading).max(50_000),
  voided: z.array(voidedReading).max(50_000),
  stepEvents: z.array(stepEvent).max(50_000),
});
export type Evidence = z.infer<typeof evidence>;

export const emptyEvidence = (): Evidence => ({ states: [], readings: [], voided: [], stepEvents: [] });

/** Readings that still count. */
export function validReadings(e: Pick<Evidence, 'readings' | 'voided'>): Reading[] {
  const gone = new Set(e.voided.map((v) => v.readingId));
  return e.readings.filter((r) => !gone.has(r.id));
}
