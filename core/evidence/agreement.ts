import { z } from 'zod';
import { MOST_MINOR } from '../brief/brief';
import { id, label, note } from '../site/model/schema';
import { verdictWord } from '../site/model/verdict';
import { base, mbps } from './rowBase';

/** What was promised for a spot when the work began. */
const forecast = z.strictObject({
  spotId: id,
  verdict: verdictWord,
  downMbps: mbps,
  upMbps: mbps,
  downLowMbps: mbps,
  downHighMbps: mbps,
  upLowMbps: mbps,
  upHighMbps: mbps,
});
export type Forecast = z.infer<typeof forecast>;

/** A price as it was agreed to, in minor units of its currency, before tax. */
const agreedPrice = z.strictObject({
  currency: z.string().regex(/^[A-Z]{3}$/),
  partsMinor: z.number().int().min(0).max(MOST_MINOR),
  labourMinor: z.number().int().min(0).max(MOST_MINOR),
  hours: z.number().min(0).max(10_000),
  /** Lines of their own since offers have them; older ones had neither. */
  travelMinor: z.number().int().min(0).max(MOST_MINOR).optional(),
  measuringHours: z.number().min(0).max(10_000).optional(),
  taxPercent: z.number().min(0).max(100),
  taxName: z.string().max(20),
  /** Those of the brief, and the digging by name. */
  exclusions: z.string().max(2300),
  parts: z
    .array(
      z.strictObject({
        label: z.string().min(1).max(160),
        count: z.number().min(0).max(1_000_000),
        unit: z.enum(['piece', 'm']),
        costMinor: z.number().int().min(0).max(MOST_MINOR),
      }),
    )
    .max(300),
});
export type AgreedPrice = z.infer<typeof agreedPrice>;

/** The option the customer agreed to, with what it was forecast to give: After is held against that. */
export const acceptance = z.strictObject({
  kind: z.literal('acceptance'),
  ...base,
  optionId: id,
  optionName: label,
  forecast: z.array(forecast).max(200),
  note,
  /** What was agreed to: parts, hours and price as they stood on the offer; an older acceptance has none. */
  price: agreedPrice.optional(),
  /** Who agreed, as signed. */
  signedBy: z.string().max(120).optional(),
});

/** Work or material beside what was agreed to, or a credit; one that replaces another corrects it, at 0 it takes it back. */
export const extra = z.strictObject({
  kind: z.literal('extra'),
  ...base,
  what: label,
  minor: z.number().int().min(-MOST_MINOR).max(MOST_MINOR),
  agreedBy: z.string().max(120),
  replacesId: id.nullable(),
  /** Whether it is for what was built otherwise than planned. */
  asBuilt: z.literal(true).optional(),
});

/** What a spot that did not work was put down to, and what was chosen against it: with it a new round begins. */
export const remedy = z.strictObject({
  kind: z.literal('remedy'),
  ...base,
  spotId: id,
  cause: z.enum(['line', 'device', 'backhaul', 'signal', 'band', 'congestion', 'sticking']),
  unitId: id.nullable(),
  /** What is done on site without another plan; null where the plan changes. */
  act: z
    .enum(['mendLine', 'newDevice', 'splitter', 'strip', 'plug', 'channel', 'letGo', 'higherBand'])
    .nullable(),
  /** What is done, as it was told. */
  label: z.string().min(1).max(200),
  /** What it was reckoned to give there. */
  downMbps: mbps,
  upMbps: mbps,
  /** What it costs more before tax, minor units; null where that is not ours to say. */
  minor: z.number().int().min(-MOST_MINOR).max(MOST_MINOR).nullable(),
  /** The round this takes back: what was chosen there was not done. */
  takesBackId: id.optional(),
});
export type CauseWord = z.infer<typeof remedy>['cause'];
export type RemedyAct = NonNullable<z.infer<typeof remedy>['act']>;

/** What was on the page when it was signed: it stays as it was, whatever is read or changed afterwards. */
const signedFor = z.strictObject({
  dead: z.number().int().min(0).max(200),
  gone: z.number().int().min(0).max(200),
  spots: z
    .array(
      z.strictObject({
        spotId: id,
        gone: z.boolean(),
        verdict: verdictWord.nullable(),
        downMbps: mbps,
        upMbps: mbps,
      }),
    )
    .max(200),
  /** Hash of the network as built; null where none was. */
  network: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .nullable(),
  /** With tax and extras, in its currency; null where no price was agreed to. */
  totalMinor: z
    .number()
    .int()
    .min(-MOST_MINOR)
    .max(2 * MOST_MINOR)
    .nullable(),
});
export type SignedFor = z.infer<typeof signedFor>;

/** Who signed for what was done. */
export const signOff = z.strictObject({
  kind: z.literal('signOff'),
  ...base,
  who: label,
  says: z.string().max(500),
  /** What was signed for; an older row has none. */
  shown: signedFor.optional(),
});
