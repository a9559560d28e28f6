import { acceptedOption, asBuilt } from '../core/evidence/built';
import { ticksOf } from '../core/evidence/fold';
import { CAUTIONS } from '../core/fit/cautions';
import { beginOf, clockText, progressOf } from '../core/fit/progress';
import { crewOf, otherCrewMin, totalMin } from '../core/fit/schedule';
import type { ScheduledStep } from '../core/fit/step';
import { settledBy } from '../core/fit/settled';
import type { JobFile } from '../core/job/jobFile';
import { createPlanner } from '../core/job/planner';
import { minutesText } from '../core/plan/cost/duration';

/** The run sheet of the option agreed to, else the first: its steps with what is done, in the order of the day. */
export function sheetReport(job: JobFile) {
  const { brief, site, plan, evidence } = job;
  const derived = createPlanner(job).derive(null);
  const accepted = acceptedOption(plan, evidence);
  const option = (accepted && asBuilt(site, plan, evidence)?.option) ?? plan.options[0] ?? null;
  const { steps } = derived;
  const settled = option ? settledBy(steps, brief, option, evidence, derived.verdicts) : new Map();
  const { day } = progressOf(
    steps,
    ticksOf(evidence, option?.id ?? ''),
    null,
    beginOf(brief.visitDate, brief.hours),
    settled,
  );
  return {
    job: job.name,
    option: option?.name ?? null,
    isAccepted: accepted !== null,
    crew: crewOf(steps),
    dayMin: totalMin(steps),
    ...dayForEach(steps),
    steps: day.map((s) => ({
      key: s.key,
      title: s.title,
      who: s.who,
      standing: s.standing,
      at: s.fromMs === null ? null : clockText(s.fromMs),
      isBeforeVisit: s.beforeVisit,
      handsMin: s.handsMin,
      waitMin: s.waitMin,
      waitLabel: s.waitLabel,
      acts: s.acts.map((a) => a.words),
      hand: s.hand,
      notes: s.notes,
      good: s.good,
      cautions: s.cautions.map((c) => CAUTIONS[c]),
    })),
  };
}

/** Length of the day for one and for two, min. */
function dayForEach(steps: readonly ScheduledStep[]): { forOneMin: number; forTwoMin: number } {
  const [own, other] = [totalMin(steps), otherCrewMin(steps)];
  return crewOf(steps) === 'one'
    ? { forOneMin: own, forTwoMin: other }
    : { forOneMin: other, forTwoMin: own };
}

/** The same in words. */
export function sheetLines(report: ReturnType<typeof sheetReport>): string {
  if (report.steps.length === 0) return 'No run sheet: place a unit on the line in Plan first.';
  const mark = { done: '[x]', open: '[ ]', again: '[!]' } as const;
  return [
    `${report.job}, “${report.option ?? ''}”${report.isAccepted ? '' : ', not accepted yet'}: ${minutesText(report.dayMin)} for ${report.crew}, about ${report.crew === 'one' ? `${minutesText(report.forTwoMin)} for two` : `${minutesText(report.forOneMin)} for one`}`,
    ...report.steps.flatMap((s) => [
      `${mark[s.standing]} ${s.isBeforeVisit ? 'before' : (s.at ?? '     ')} ${s.who === null ? '' : `(${s.who}) `}${s.title}, ${minutesText(s.handsMin)}${s.waitMin > 0 ? `, then ${s.waitLabel ?? 'a wait'} ${minutesText(s.waitMin)}` : ''}`,
      ...(s.hand.length === 0 ? [] : [`      In hand: ${s.hand.join(', ')}`]),
      ...s.acts.map((a, i) => `      ${i + 1}. ${a}`),
      ...s.notes.map((n) => `      ${n}`),
      ...(s.good === '' ? [] : [`      Good: ${s.good}`]),
      ...s.cautions.map((c) => `      ! ${c}`),
    ]),
  ].join('\n');
}
