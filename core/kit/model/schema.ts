import { z } from 'zod';
import { id, label } from '../../site/model/schema';
import { bandId, standardId, widthMhz } from '../../site/model/radioTerms';
import { PLAIN_DETAILS, kitDetails } from './details';

export const feedKind = z.enum(['line', 'ethernet', 'fibre', 'coax', 'powerline', 'bridge', 'wireless']);
export type FeedKind = z.infer<typeof feedKind>;

/** How a unit is drawn and handled. */
export const kitKind = z.enum(['router', 'node', 'extender', 'outdoor', 'powerline', 'coax', 'switch']);
export type KitKind = z.infer<typeof kitKind>;

export const kitRadio = z.strictObject({
  band: bandId,
  standard: standardId,
  streams: z.number().int().min(1).max(8),
  maxWidthMhz: widthMhz,
  eirpDbm: z
    .number('a power in dBm')
    .min(0, 'a power below 0 dBm is a typing error')
    .max(36, 'no home unit may radiate more than 36 dBm (4 W)'),
  /** `access` serves devices (and backhaul where there is no own radio); `backhaul` carries only the feed. */
  role: z.enum(['access', 'backhaul']),
});
export type KitRadio = z.infer<typeof kitRadio>;

export const poeType = z.enum(['af', 'at', 'bt3', 'bt4']);
export type PoeType = z.infer<typeof poeType>;

export const kitItem = z.strictObject({
  id,
  kind: kitKind,
  label,
  about: z.string().max(300),
  radios: z.array(kitRadio).max(6),
  antenna: z.enum(['inner', 'rods', 'ceiling', 'directional']),
  feeds: z.array(feedKind).min(1),
  portMbps: z.number().min(10).max(10_000),
  /** Units that mesh together share a family; null mixes with anything. */
  family: z.string().max(40).nullable(),
  /** Class of power over Ethernet it takes; null where it has its own supply. */
  poe: poeType.nullable(),
  /** What a powered switch gives on its ports, and all of them together; null gives none. */
  poeSource: z
    .strictObject({ type: poeType, budgetW: z.number().positive().max(3000) })
    .nullable()
    .default(null),
  outdoor: z.boolean(),
  /** Number printed on a powerline box, Mb/s. */
  powerlineBoxMbps: z.number().min(50).max(5000).nullable(),
  moca: z.enum(['1.1', '2.0', '2.0b', '2.5']).nullable(),
  /** Price of the unit, or of the pair where it comes as one, in minor units of the job's currency. */
  costMinor: z.number().int().min(0).max(1_000_000_000_00),
  /** Hands-on time to set it up and join it, min; for a bridge to aim it too. Fixing it is counted by how it is mounted. */
  handsMin: z.number().min(0).max(600),
  /** Time it updates or boots by itself, min. */
  waitMin: z.number().min(0).max(600),
  ...kitDetails.shape,
});
export type KitItem = z.infer<typeof kitItem>;

/** What is not physical of an item nobody has described. */
export const PLAIN_ITEM = { ...PLAIN_DETAILS, about: '', costMinor: 0, handsMin: 0, waitMin: 0 } as const;
