import { z } from 'zod';
import { id, label, place } from '../../site/model/schema';
import { channelNumber, widthMhz } from '../../site/model/radioTerms';
import { materialItem } from '../../kit/model/materialItems';
import { kitItem } from '../../kit/model/schema';

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
  /** Places the route of a new cable goes past, in their order; without them it is proposed. */
  via: z.array(place).max(20).optional(),
};

/** How a unit gets its network: each kind holds what it needs and nothing else. */
export const feed = z.discriminatedUnion('kind', [
  /** `entry` is how the line comes to a gateway that does not stand beside its entry; without it by what is there. */
  z.strictObject({ kind: z.literal('line'), entry: z.enum(['run', 'coax', 'cable']).optional() }),
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
  /** What it sends with, dBm EIRP, where it is turned down below what its kit could. */
  powerDbm: z.number().min(0).max(36).optional(),
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
  /** What a box that can be several is here; without it what it is by itself. */
  role: z.enum(['router', 'accessPoint', 'bridge']).optional(),
  /** How the socket of a plug-in unit is turned: its pattern turns with it. */
  turned: z.enum(['side', 'down']).optional(),
});
export type Unit = z.infer<typeof unit>;

/** A device that gets a wire instead of air: a lead or new cable from a unit, or a run that is in the wall. */
export const wiredSpot = z.strictObject({ spotId: id, unitId: id, dataRunId: id.nullable().optional() });

export const option = z.strictObject({
  id,
  name: label,
  units: z.array(unit).max(60),
  wiredSpots: z.array(wiredSpot).max(200),
  /** Units that stay where they are and as they are fed, whoever plans on. */
  locks: z.array(id).max(60).optional(),
});
export type Option = z.infer<typeof option>;

/** Options of one plan at most. */
export const MOST_OPTIONS = 12;

export const plan = z.strictObject({
  /** The network as it is before anything is done: an option like any other. */
  today: option,
  options: z.array(option).max(MOST_OPTIONS),
  ownKit: z.array(kitItem).max(100),
  /** Materials with the job's own prices, and further ones. */
  ownMaterials: z.array(materialItem).max(200).default([]),
  /** Rooms no unit may stand in, as the customer wishes. */
  keptOut: z.array(id).max(400).default([]),
});
export type Plan = z.infer<typeof plan>;

export function emptyPlan(): Plan {
  return {
    today: { id: 'today', name: 'Today', units: [], wiredSpots: [] },
    options: [],
    ownKit: [],
    ownMaterials: [],
    keptOut: [],
  };
}
