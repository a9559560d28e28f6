import { z } from 'zod';
import { id, label, place } from '../../site/model/schema';
import { feedKind, kitItem } from '../../kit/schema';

export const cableCategory = z.enum(['cat5e', 'cat6', 'cat6a']);

export const feed = z.strictObject({
  kind: feedKind,
  parentId: id.nullable(),
  category: cableCategory,
  /** Measured or decided route length, m; null lets Nestle estimate it. */
  lengthM: z.number().min(0.1).max(5000).nullable(),
  /** Outlets of a powerline pair: near the parent and at the unit. */
  nearOutletId: id.nullable(),
  farOutletId: id.nullable(),
  /** Coax outlets of a coax pair. */
  nearCoaxId: id.nullable(),
  farCoaxId: id.nullable(),
  /** A data run already in the house that this cable feed uses; null runs a new cable. */
  dataRunId: id.nullable().default(null),
  /** A test of this very link replaces its estimate, Mb/s. */
  measuredDownMbps: z.number().min(0).max(10_000).nullable(),
  measuredUpMbps: z.number().min(0).max(10_000).nullable(),
});
export type Feed = z.infer<typeof feed>;

export const radioSetting = z.strictObject({
  channel: z.number().int().min(1).max(233),
  widthMhz: z.union([z.literal(20), z.literal(40), z.literal(80), z.literal(160), z.literal(320)]),
});
export type RadioSetting = z.infer<typeof radioSetting>;

export const unit = z.strictObject({
  id,
  letter: z.string().regex(/^[A-Z]{1,2}$/, 'a letter from A to ZZ'),
  kitId: id,
  name: label,
  place,
  feed,
  /** Channel and width by band; a band that is missing is on automatic. */
  radios: z.strictObject({
    '2.4': radioSetting.optional(),
    '5': radioSetting.optional(),
    '6': radioSetting.optional(),
    backhaul: radioSetting.optional(),
  }),
});
export type Unit = z.infer<typeof unit>;

/** A device that gets a wire instead of air. */
export const wiredSpot = z.strictObject({ spotId: id, unitId: id });

export const option = z.strictObject({
  id,
  name: label,
  units: z.array(unit).max(60),
  wiredSpots: z.array(wiredSpot).max(200),
});
export type Option = z.infer<typeof option>;

export const plan = z.strictObject({
  /** The network as it is before anything is done: an option like any other. */
  today: option,
  options: z.array(option).max(12),
  chosenId: id.nullable(),
  ownKit: z.array(kitItem).max(100),
});
export type Plan = z.infer<typeof plan>;

/** A feed with nothing chosen but its kind and parent. */
export function plainFeed(kind: Feed['kind'], parentId: string | null): Feed {
  return {
    kind,
    parentId,
    category: 'cat6',
    lengthM: null,
    nearOutletId: null,
    farOutletId: null,
    nearCoaxId: null,
    farCoaxId: null,
    dataRunId: null,
    measuredDownMbps: null,
    measuredUpMbps: null,
  };
}

export function emptyPlan(): Plan {
  return {
    today: { id: 'today', name: 'Today', units: [], wiredSpots: [] },
    options: [],
    chosenId: null,
    ownKit: [],
  };
}

/** The option being worked on: the chosen one, else the first. */
export function chosenOption(p: Plan): Option | null {
  return p.options.find((o) => o.id === p.chosenId) ?? p.options[0] ?? null;
}
