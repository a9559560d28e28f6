import { createPlanner } from '../core/job/planner';
import type { JobFile } from '../core/job/jobFile';
import type { PaperLanguage } from '../papers/blocks';
import { paperHtml } from '../papers/html';
import { paperOf, type PaperName } from '../papers/papers';
import { paperPdf, type PageSize } from '../papers/pdf/pdf';

/** What `nestle report` is asked for. */
export interface ReportAsked {
  paper: PaperName;
  language: PaperLanguage | null;
  size: PageSize;
  asHtml: boolean;
}

/** A paper of a job as the bytes of a file: PDF, or HTML in one file. */
export async function reportBytes(job: JobFile, asked: ReportAsked): Promise<Uint8Array> {
  const derived = createPlanner(job).derive(null);
  const paper = paperOf(asked.paper, { ...job, derived }, asked.language, null);
  return asked.asHtml ? new TextEncoder().encode(paperHtml(paper)) : paperPdf(paper, asked.size);
}
