import { acceptedOption } from '@/core/evidence/built';
import type { Paper, PaperLanguage } from './blocks';
import { handOver } from './handOver';
import type { PaperJob } from './job';
import { offerPaper } from './offer';
import { recordPaper } from './record';

/** The papers a job has, by the name their files bear. */
export const PAPERS = {
  'hand-over': handOver,
  offer: offerPaper,
  record: recordPaper,
} as const satisfies Record<string, (job: PaperJob, language: PaperLanguage) => Paper>;
export type PaperName = keyof typeof PAPERS;

export const isPaperName = (name: string): name is PaperName => Object.hasOwn(PAPERS, name);

/** A paper of a job as it was computed: of the option agreed to, else of the one that is looked at, else the first. */
export function paperOf(
  name: PaperName,
  job: Omit<PaperJob, 'shown'>,
  language: PaperLanguage | null,
  lookedAtId: string | null,
): Paper {
  const { plan, brief, evidence } = job;
  const shown =
    acceptedOption(plan, evidence) ??
    plan.options.find((o) => o.id === lookedAtId) ??
    plan.options[0] ??
    null;
  return PAPERS[name]({ ...job, shown }, language ?? brief.paperLanguage);
}
