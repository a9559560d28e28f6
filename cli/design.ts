import { failureMinor, failureWords, surerPlans } from '../core/plan/cost/callBack';
import { hoursText } from '../core/plan/cost/duration';
import highsLoader from 'highs';
import { moneyText } from '../core/plan/cost/money';
import { lockedUnits } from '../core/plan/option/locks';
import { POLICIES, learn, solveWith, suggest, type JobFile, type LpSolver, type Option } from '../core';
import { proofWords } from '../core/suggest/search/proofWords';
import { percentText as percent } from '../core/stats/percent';
import { table } from './text';
import { lineShortWords } from '../core/plan/predict/eveningWords';
import { servedOf, type Verdict, VERDICT_WORDS } from '../core/site/model/verdict';

export interface DesignReport {
  job: string;
  policy: string;
  currency: string;
  option: Option;
  totalMinor: number;
  hours: number;
  isProven: boolean;
  isWhole: boolean;
  isAsSure: boolean;
  gap: number;
  chance: number;
  /** What it costs on average that it may fail, minor units, and that in words with what it costs to be surer. */
  failureMinor: number;
  failure: string[];
  risk: string | null;
  places: number;
  spots: {
    number: number;
    name: string;
    verdict: Verdict;
    downMbps: number;
    upMbps: number;
    chance: number;
  }[];
  unmet: { number: number; name: string; words: string }[];
  /** Said where the budget is under the first unit. */
  overBudget: string | null;
  /** What the line does not hold, whatever is built; null where it holds all. */
  line: string | null;
  reasons: { letter: string; spots: readonly number[] }[];
}

type Answer = { ok: true; report: DesignReport } | { ok: false; path: string; message: string };

/** "spend-least" as the name of a way of working. */
const camel = (text: string) => text.replace(/-([a-z])/g, (_, c: string) => c.toUpperCase());

/** A number of an argument within bounds; null where it is none. */
function within(text: string, min: number, max: number): number | null {
  const n = Number(text);
  return Number.isFinite(n) && n >= min && n <= max ? n : null;
}

/** The plan worth most by a policy, from a job file; progress goes to `say`. */
export async function designReport(
  job: JobFile,
  args: Partial<Record<'policy' | 'chance' | 'units' | 'from', string | undefined>>,
  say: (words: string) => void,
): Promise<Answer> {
  const policy = camel(args.policy ?? job.brief.policies.feed);
  const way = POLICIES.find((s) => s.id === policy);
  if (!way)
    return {
      ok: false,
      path: '--policy',
      message: `there is no policy "${args.policy}"; there are ${POLICIES.map((s) => s.id.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)).join(', ')}`,
    };
  const chance = args.chance === undefined ? undefined : within(args.chance, 0.01, 0.99);
  if (chance === null) return { ok: false, path: '--chance', message: 'is a share from 0.01 to 0.99' };
  const most = args.units === undefined ? 4 : within(args.units, 1, 6);
  if (most === null) return { ok: false, path: '--units', message: 'is a number from 1 to 6' };
  const from = args.from === undefined ? undefined : job.plan.options.find((o) => o.name === args.from);
  if (args.from !== undefined && !from)
    return {
      ok: false,
      path: '--from',
      message: `there is no option "${args.from}"; there are ${job.plan.options.map((o) => `"${o.name}"`).join(', ') || 'none'}`,
    };
  const { context } = learn(job);
  const found = await suggest(
    context,
    job.plan.today,
    {
      policy: way,
      most: Math.round(most),
      locked: from ? lockedUnits(from) : [],
      pause: () => Promise.resolve(),
      progress: (p) =>
        say(
          p.best
            ? `${p.words}: ${moneyText(p.best.totalMinor, job.brief.currency)}, ${p.best.served} of ${p.best.of} spots work`
            : p.words,
        ),
      ...(from ? { from } : {}),
      ...(chance === undefined ? {} : { chance }),
    },
    solveWith((await highsLoader()) as unknown as LpSolver),
  );
  if (!found)
    return {
      ok: false,
      path: 'plan.today',
      message: 'nothing can stand on the line: survey where it enters, or put today’s router on the sheet',
    };
  const chances = new Map(found.chance.spots.map((s) => [s.spotId, s.chance]));
  const { risk } = found.chance;
  return {
    ok: true,
    report: {
      job: job.name,
      policy: way.label,
      currency: job.brief.currency,
      option: { ...found.option, name: `Suggested: ${way.label}` },
      totalMinor: found.evaluation.price.totalMinor,
      hours: found.evaluation.price.hours,
      isProven: found.proof.isProven,
      isWhole: found.proof.isWhole,
      isAsSure: found.proof.isAsSure,
      gap: found.proof.gap,
      chance: found.chance.whole,
      failureMinor: failureMinor(found.chance.whole, job.brief),
      failure: [
        failureWords(found.chance.whole, job.brief),
        ...surerPlans(
          { priceMinor: found.evaluation.price.totalMinor, chance: found.chance.whole },
          found.others,
          job.brief,
        ).map((surer) => surer.words),
      ],
      risk: risk && `${risk.number} ${risk.name}: ${risk.words}`,
      places: found.proof.places,
      spots: found.evaluation.predictions.map((p) => ({
        number: p.number,
        name: p.name,
        verdict: p.verdict,
        downMbps: p.downMbps,
        upMbps: p.upMbps,
        chance: chances.get(p.spotId) ?? 0,
      })),
      overBudget: found.overBudget,
      line: lineShortWords(found.evaluation.busyHour, job.site.spots),
      unmet: found.unmet.map(({ number, name, words }) => ({ number, name, words })),
      reasons: found.reasons.map(({ letter, spots }) => ({ letter, spots })),
    },
  };
}

/** A suggested plan for a terminal. */
export function designLines(r: DesignReport): string {
  const served = servedOf(r.spots).length;
  return [
    ...(r.line ? [r.line] : []),
    ...(r.overBudget ? [r.overBudget] : []),
    `${r.job} · ${r.policy}: ${moneyText(r.totalMinor, r.currency)}, ${hoursText(r.hours)}, ${served} of ${r.spots.length} spots work, ${percent(r.chance)} sure`,
    proofWords(r),
    ...r.failure,
    ...(r.risk ? [`The risk is ${r.risk}`] : []),
    ...r.option.units.map((u) => {
      const why = r.reasons.find((x) => x.letter === u.letter);
      return `  ${u.letter} ${u.kitId} at ${u.name}, ${u.feed.kind}${why && why.spots.length > 0 ? `, for ${why.spots.join(', ')}` : ''}`;
    }),
    table([
      ['no', 'spot', 'verdict', 'down Mb/s', 'up Mb/s', 'chance'],
      ...r.spots.map((s) => [
        String(s.number),
        s.name,
        VERDICT_WORDS[s.verdict],
        s.downMbps.toFixed(1),
        s.upMbps.toFixed(1),
        percent(s.chance),
      ]),
    ]),
    ...r.unmet.map((u) => `${u.number} ${u.name}: ${u.words}`),
  ].join('\n');
}
