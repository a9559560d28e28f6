import { z } from 'zod';
import { light } from '../kit/model/details';
import { feed } from '../plan/option/schema';
import { clientType, id, note, place } from '../site/model/schema';
import { bandId } from '../site/model/radioTerms';
import { LEAST_BARS, MOST_BARS } from '../site/model/bars';
import { acceptance, extra, remedy, signOff } from './agreement';
import { network, networkLabels } from './frozenNetwork';
import { isolation } from './isolation';
import { MOST_NUMBER, base, mbps } from './rowBase';
import { takenAt } from './takenAt';
import { walkTrace } from './walkTrace';

/** Two phases of a proof: before anything is changed, and with the network as built. */
export const phase = z.enum(['before', 'after']);
export type Phase = z.infer<typeof phase>;

/** A network as it stood when something was read, told by what is physical in it. */
const state = z.strictObject({
  kind: z.literal('state'),
  ...base,
  phase,
  hash: z.string().regex(/^[0-9a-f]{64}$/, 'a hash has 64 hex digits'),
  network,
  labels: networkLabels,
});

/** One turn of as built and proven. */
const round = z.strictObject({
  kind: z.literal('round'),
  ...base,
  number: z.number().int().min(1).max(999),
  stateId: id,
});

const ms = z
  .number()
  .min(0, 'a time is not negative')
  .max(60_000, 'a round trip above 60 000 ms is a typing error');
const dbm = z
  .number()
  .min(-120, 'a level is between −120 and 0 dBm')
  .max(0, 'a level is between −120 and 0 dBm');

/** What a reading is about. */
export const subject = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('spot'), spotId: id }),
  /** By cable at the gateway. */
  z.strictObject({ kind: z.literal('line') }),
  /** The link that feeds a unit, idle or under load. */
  z.strictObject({ kind: z.literal('link'), unitId: id, load: z.enum(['idle', 'loaded']) }),
  /** A trial at a place, from a unit there is or is meant, or through a pair of outlets, before anything is decided. */
  z.strictObject({ kind: z.literal('trialPlace'), place, parentId: id.optional() }),
  z.strictObject({ kind: z.literal('trialOutlets'), nearOutletId: id, farOutletId: id }),
  /** A spot while other phones ran at theirs, all for the same time: the busy hour as it is. */
  z.strictObject({
    kind: z.literal('together'),
    spotId: id,
    meetingId: id,
    phones: z.number().int().min(2).max(4),
  }),
  /** A walk from beside one unit to beside another; its figures are those read at its end. */
  z.strictObject({ kind: z.literal('walk'), fromUnitId: id, toUnitId: id }),
]);
export type Subject = z.infer<typeof subject>;

const reading = z
  .strictObject({
    kind: z.literal('reading'),
    ...base,
    subject,
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
    rssiDbm: dbm.nullable(),
    /** Bars a device showed in place of a level. */
    bars: z
      .strictObject({
        shown: z.number().int().min(0).max(MOST_BARS),
        of: z.number().int().min(LEAST_BARS).max(MOST_BARS),
      })
      .refine((b) => b.shown <= b.of, { message: 'more bars are lit than there are' })
      .optional(),
    downMbps: mbps.nullable(),
    upMbps: mbps.nullable(),
    /** Round trip while both directions are full. */
    loadedMs: ms.nullable(),
    idleMs: ms.nullable(),
    source: z.enum(['typed', 'pasted', 'file', 'meter', 'practice']),
    /** Where it was read, by the server: where its spot stood in the survey that whoever read it had. */
    takenAt: takenAt.optional(),
    /** Number of the newest row that whoever read it had seen, by the server; without it all that came before. */
    seen: z.number().int().min(0).max(MOST_NUMBER).optional(),
    /** What small requests said on the way, for a walk. */
    walk: walkTrace.optional(),
    /** A reading this one was taken in place of. */
    replacesId: id.nullable(),
    note,
  })
  .refine(
    (r) =>
      !r.connected ||
      r.downMbps !== null ||
      r.upMbps !== null ||
      r.rssiDbm !== null ||
      r.bars !== undefined ||
      r.loadedMs !== null ||
      r.walk !== undefined,
    {
      message: 'the reading is empty: enter a speed, a level or a round trip, or "no connection"',
    },
  )
  .refine((r) => r.walk === undefined || r.subject.kind === 'walk', {
    message: 'round trips on the way belong to a walk from unit to unit',
    path: ['walk'],
  });

/** Longest note, characters. */
export const LONGEST_NOTE = 500;

/** Something seen that is no number, at a spot, at a unit or about the house. */
const remark = z.strictObject({
  kind: z.literal('remark'),
  ...base,
  spotId: id.nullable(),
  unitId: id.nullable(),
  text: z
    .string()
    .trim()
    .min(1, 'the note is empty')
    .max(LONGEST_NOTE, `a note has at most ${LONGEST_NOTE} characters`),
});

/** A row is never overwritten: a mistaken reading is struck out, with the reason, and a strike-out can be taken back. */
const correction = z.strictObject({
  kind: z.literal('correction'),
  ...base,
  readingId: id,
  act: z.enum(['setAside', 'takeBack']),
  reason: z.string().min(1).max(300),
});

const step = z
  .strictObject({
    kind: z.literal('step'),
    ...base,
    optionId: id,
    stepKey: z.string().min(1).max(120),
    /** Ticked or not, a serial, a note, or a photo by the id of its picture. */
    act: z.enum(['done', 'undone', 'serial', 'note', 'photo']),
    text: z.string().max(500),
  })
  .refine((r) => r.act !== 'photo' || id.safeParse(r.text).success, {
    message: 'a photo is told by the id of its picture',
    path: ['text'],
  });

/** One try of a place for a unit: where it stood, what its light said, what came in. */
const placingTry = z.strictObject({
  kind: z.literal('try'),
  ...base,
  unitId: id,
  place,
  light: light.nullable(),
  levelDbm: dbm.nullable(),
  linkMbps: mbps.nullable(),
  note,
});

/** A unit that was built otherwise than planned: elsewhere, fed otherwise, or not at all. Null is as planned. */
const move = z.strictObject({
  kind: z.literal('move'),
  ...base,
  unitId: id,
  place: place.nullable(),
  feed: feed.nullable(),
  leftOut: z.boolean(),
  note,
});

const device = z.strictObject({
  kind: z.literal('device'),
  ...base,
  deviceId: id,
  joined: z.boolean(),
  note,
});

/** Every kind of evidence there is, each with its schema. This list stands nowhere else. */
export const EVIDENCE = {
  state,
  round,
  reading,
  remark,
  correction,
  step,
  try: placingTry,
  move,
  device,
  acceptance,
  extra,
  remedy,
  signOff,
  isolation,
} as const;
export type EvidenceKind = keyof typeof EVIDENCE;

export const evidenceRow = z.discriminatedUnion('kind', [
  state,
  round,
  reading,
  remark,
  correction,
  step,
  placingTry,
  move,
  device,
  acceptance,
  extra,
  remedy,
  signOff,
  isolation,
]);
export type EvidenceRow = z.infer<typeof evidenceRow>;
export type RowOf<K extends EvidenceKind> = Extract<EvidenceRow, { kind: K }>;
export type StateRow = RowOf<'state'>;
export type Reading = RowOf<'reading'>;

/** Most rows of a kind a job holds; the file, the database and the forms all go by it. */
export const MOST_ROWS: Record<EvidenceKind, number> = {
  state: 500,
  round: 500,
  reading: 120_000,
  remark: 5_000,
  correction: 120_000,
  step: 50_000,
  try: 5_000,
  move: 5_000,
  device: 5_000,
  acceptance: 500,
  extra: 500,
  remedy: 500,
  signOff: 100,
  isolation: 500,
};

/** Kinds of which there are more rows than a job holds, in words. */
export function tooManyRows(rows: readonly { kind: EvidenceKind }[]): string[] {
  const counts = new Map<EvidenceKind, number>();
  for (const { kind } of rows) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  return [...counts].flatMap(([kind, n]) =>
    n > MOST_ROWS[kind] ? [`${n} rows of kind ${kind}; a job holds at most ${MOST_ROWS[kind]}`] : [],
  );
}

/** All rows a job may hold, of whatever kind. */
const MOST_ROWS_TOGETHER = Object.values(MOST_ROWS).reduce((a, b) => a + b, 0);

/** Whether rows are numbered so high that a job that goes on from there could not hold all it may. */
export const numbersRunOut = (rows: readonly { received?: { number: number } | undefined }[]): boolean =>
  (rows[rows.length - 1]?.received?.number ?? 0) > MOST_NUMBER - MOST_ROWS_TOGETHER;

/** All evidence of a job in the order the server got it. */
export const evidenceRows = z
  .array(evidenceRow)
  .max(MOST_ROWS_TOGETHER)
  .superRefine((rows, check) => {
    for (const message of tooManyRows(rows)) check.addIssue({ code: 'custom', message });
  });
export type EvidenceRows = readonly EvidenceRow[];

/** The spot somebody stood at for a reading, whether it was read alone or while others ran; null elsewhere. */
export const spotReadAt = ({ subject }: Pick<Reading, 'subject'>): string | null =>
  subject.kind === 'spot' || subject.kind === 'together' ? subject.spotId : null;

/** The spot a reading is of by itself: no other ran beside it. */
export const spotIdOf = (r: Pick<Reading, 'subject'>): string | null =>
  r.subject.kind === 'spot' ? r.subject.spotId : null;
