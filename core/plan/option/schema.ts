import { z } from 'zod';
import { id, label, place } from '../../site/model/schema';
import { channelNumber, widthMhz } from '../../site/model/radioTerms';
import { kitItem } from '../../kit/schema';

export const cableCategory = z.enum(['cat5e', 'cat6', 'cat6a']);

const lengthM = z.number().min(0.1).max(5000);
/** What feeds a unit hangs on, and what a test of this very link gave, which replaces its estimate, Mb/s. */
const fedFrom = {
  parentId: id.nullable(),
  measuredDownMbps: z.number().min(0).max(10_000).nullable(),
  measuredUpMbps: z.number().min(0).max(10_000).nullable(),
};
const cabled = {
  ...fedFrom,
  /** Measured or decided route length, m; null lets Nestle estimate it. */
  lengthM: lengthM.nullable(),
  /** A data run already in the house that this feed uses; null runs a new cable. */
  dataRunId: id.nullable(),
};

/** How a unit gets its network: each kind holds what it needs and nothing else. */
export const feed = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('line') }),
  z.strictObject({ kind: z.literal('ethernet'), ...cabled, category: cableCategory }),
  z.strictObject({ kind: z.literal('fibre'), ...cabled }),
  /** Coax outlets of the pair: near the parent and at the unit. */
  z.strictObject({
    kind: z.literal('coax'),
    ...fedFrom,
    nearCoaxId: id.nullable(),
    farCoaxId: id.nullable(),
  }),
  /** Outlets of the pair: near the parent and at the unit; null takes the nearest. */
  z.strictObject({
    kind: z.literal('powerline'),
    ...fedFrom,
    nearOutletId: id.nullable(),
    farOutletId: id.nullable(),
  }),
  z.strictObject({ kind: z.literal('bridge'), ...fedFrom }),
  z.strictObject({ kind: z.literal('wireless'), ...fedFrom }),
]);
export type Feed = z.infer<typeof feed>;
export type FeedOf<K extends Feed['kind']> = Extract<Feed, { kind: K }>;

/** A radio of a unit: by its band, or the one that only carries the feed. */
export const radioKey = z.enum(['2.4', '5', '6', 'backhaul']);
export type RadioKey = z.infer<typeof radioKey>;

export const radioSetting = z.strictObject({
  channel: channelNumber,
  widthMhz,
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
  /** Radios whose channel somebody has set by hand: planning leaves them as they are. */
  byHand: z.array(radioKey).max(4).optional(),
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
  ownKit: z.array(kitItem).max(100),
});
export type Plan = z.infer<typeof plan>;

export function emptyPlan(): Plan {
  return {
    today: { id: 'today', name: 'Today', units: [], wiredSpots: [] },
    options: [],
    ownKit: [],
  };
}
