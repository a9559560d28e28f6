import { z } from 'zod';
import { verdictWord } from '../core/site/model/verdict';

/** Version of what `--json` prints; raised when a field goes or means something else, not when one is added. */
export const REPORT_VERSION = 1;

const number = z.number();
const count = z.number().int().min(0);
const text = z.string();
const range = z.tuple([number, number]);
const problem = z.object({ path: text, message: text });
const notice = z.looseObject({ message: text });
const numbered = z.object({ number: count, name: text });

const part = z.object({
  kind: z.enum(['line', 'port', 'feed', 'air', 'lead', 'device']),
  label: text,
  downMbps: number,
  upMbps: number,
  latencyMs: number,
  sharedMedium: text.nullable(),
  measured: z.boolean(),
  because: text,
});

const predictedSpot = z.object({
  spotId: text,
  number: count,
  name: text,
  band: z.enum(['2.4', '5', '6']).nullable(),
  unitId: text.nullable(),
  rssiDbm: number.nullable(),
  phyMbps: number,
  downMbps: number,
  upMbps: number,
  downRangeMbps: range,
  upRangeMbps: range,
  latencyMs: number,
  needDownMbps: number,
  needUpMbps: number,
  decidedBy: z.enum(['down', 'up', 'latency']),
  verdict: verdictWord,
  runs: count,
  heldBackBy: text,
  wouldGiveMbps: number,
  thenHeldBackBy: text,
  stuck: z.object({ unitId: text, downMbps: number, upMbps: number }).nullable(),
  problem: text.nullable(),
  pipe: z.array(part),
});

const phaseResult = z
  .object({ downMbps: number, upMbps: number, latencyMs: number.nullable(), runs: count })
  .nullable();

const bought = z.looseObject({ label: text, count: number, costMinor: count });

/** What each command prints with `--json`, beside format, version and its own name. Amounts are minor units of the currency. */
const REPORTS = {
  problems: z.object({ ok: z.literal(false), problems: z.array(problem) }),
  check: z.object({ ok: z.literal(true), problems: z.array(problem), notices: z.array(notice) }),
  predict: z.object({
    job: text,
    option: text,
    calibration: z
      .looseObject({
        taught: text,
        readings: count,
        leftOut: count,
        leaveOneOutDb: number,
        /** Readings that all others contradict, and what of the drawing readings contradict. */
        odd: z.array(z.object({ readingId: z.string(), words: z.string() })),
        contradicted: z.array(
          z.object({
            kind: z.enum(['wall', 'floor', 'room', 'construction']),
            id: z.string(),
            moreDb: z.number(),
            words: z.string(),
          }),
        ),
      })
      .nullable(),
    spots: z.array(predictedSpot),
  }),
  explain: predictedSpot,
  compare: z.object({
    job: text,
    currency: text,
    lengthUnit: z.enum(['metres', 'feet']),
    options: z.array(
      z.looseObject({
        optionId: text,
        name: text,
        accepted: z.boolean(),
        served: count,
        spots: count,
        partsMinor: count,
        labourMinor: count,
        totalMinor: count,
        withTaxMinor: count,
        hours: number,
        notices: z.array(text),
        parts: z.array(bought),
      }),
    ),
  }),
  design: z.object({
    job: text,
    policy: text,
    currency: text,
    option: z.looseObject({ id: text, name: text, units: z.array(z.looseObject({ id: text, kitId: text })) }),
    totalMinor: count,
    hours: number,
    isProven: z.boolean(),
    isWhole: z.boolean(),
    isAsSure: z.boolean(),
    gap: number,
    chance: number,
    risk: text.nullable(),
    places: count,
    spots: z.array(
      numbered.extend({ verdict: verdictWord, downMbps: number, upMbps: number, chance: number }),
    ),
    unmet: z.array(numbered.extend({ words: text })),
    reasons: z.array(z.object({ letter: text, spots: z.array(count) })),
  }),
  sheet: z.object({
    job: text,
    option: text.nullable(),
    isAccepted: z.boolean(),
    dayMin: number,
    crew: z.enum(['one', 'two']),
    forOneMin: number,
    forTwoMin: number,
    steps: z.array(
      z.object({
        key: text,
        title: text,
        who: z.enum(['first', 'second', 'both']).nullable(),
        hand: z.array(text),
        standing: z.enum(['done', 'open', 'again']),
        at: text.nullable(),
        isBeforeVisit: z.boolean(),
        handsMin: number,
        waitMin: number,
        waitLabel: text.nullable(),
        acts: z.array(text),
        notes: z.array(text),
        good: text,
        cautions: z.array(text),
      }),
    ),
  }),
  survey: z.object({
    job: text,
    rooms: z.array(z.object({ building: text, storey: text, name: text.nullable(), areaM2: number })),
    walk: z.array(numbered),
    suggestedSpots: z.array(text),
    notices: z.array(notice),
  }),
  verify: z.object({
    job: text,
    deadBefore: count,
    gone: count,
    worse: count,
    spots: z.array(
      numbered.extend({
        spotId: text,
        before: phaseResult,
        after: phaseResult,
        decidedBy: z.enum(['down', 'up', 'latency']).nullable(),
        verdict: verdictWord.nullable(),
        gone: z.boolean(),
        worse: z.boolean(),
        rounds: z.unknown(),
        missing: z.array(text),
      }),
    ),
  }),
  kit: z.looseObject({
    kit: z.array(z.looseObject({ id: text })),
    materials: z.array(z.looseObject({ id: text })),
  }),
  calculator: z.looseObject({}),
};
export type ReportName = keyof typeof REPORTS;

const named = <N extends ReportName>(name: N) =>
  z.object({
    format: z.literal('nestle-report'),
    version: z.literal(REPORT_VERSION),
    report: z.literal(name),
    ...REPORTS[name].shape,
  });

/** Every report, told apart by its name. Readers must let fields pass that they do not know. */
export const report = z.union((Object.keys(REPORTS) as ReportName[]).map((name) => named(name)));

/** A report as JSON, with what it is. */
export const reportJson = (name: ReportName, body: object): string =>
  JSON.stringify({ format: 'nestle-report', version: REPORT_VERSION, report: name, ...body }, null, 2);
