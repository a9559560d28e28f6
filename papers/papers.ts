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
