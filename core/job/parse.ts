import type { z } from 'zod';
import { evidenceRow, tooManyRows, type EvidenceRow } from '../evidence/rows';
import { checkReferences } from './references';
import { jobFile, type JobFile } from './jobFile';
import { JOB_FILE_LIMIT_BYTES } from './limits';
import { overlong } from './overlong';
import { MOST_PROBLEMS, pathText, shortList, type Problem } from './problem';
import { illFormedAt } from './text';
import { liftJobFile } from './versions';

export type ParsedJob = { ok: true; job: JobFile } | { ok: false; problems: Problem[] };

/** Longest path and words of a problem: a file with a million keys nobody knows names them all in one. */
const LONGEST = 300;

/** Zod's issues as problems, no more than anybody reads. `under` is the path of what was parsed. */
export function problemsOf(error: z.ZodError, under: readonly PropertyKey[] = []): Problem[] {
  return error.issues.slice(0, MOST_PROBLEMS + 1).map((issue) => ({
    path: pathText([...under, ...issue.path]).slice(0, LONGEST),
    message: issue.message.length > LONGEST ? `${issue.message.slice(0, LONGEST)}…` : issue.message,
  }));
}

/** Message for a file that is too large, or null. */
export function tooLarge(bytes: number): Problem | null {
  if (bytes <= JOB_FILE_LIMIT_BYTES) return null;
  return {
    path: '',
    message: `The file has ${Math.round(bytes / 1048576)} MB; a job file has at most ${JOB_FILE_LIMIT_BYTES / 1048576} MB. Is it the right file?`,
  };
}

/** Rows of evidence, checked one by one until so many problems are found that nobody reads more. */
function rowsIn(raw: readonly unknown[]): { rows: EvidenceRow[]; problems: Problem[] } {
  const rows: EvidenceRow[] = [];
  const problems: Problem[] = [];
  for (const [i, one] of raw.entries()) {
    const row = evidenceRow.safeParse(one);
    if (row.success) rows.push(row.data);
    else problems.push(...problemsOf(row.error, ['evidence', i]));
    if (problems.length > MOST_PROBLEMS) break;
  }
  if (problems.length === 0)
    for (const message of tooManyRows(rows)) problems.push({ path: 'evidence', message });
  return { rows, problems };
}

/** Checks a lifted file: all but its evidence at once, that row by row. */
function parsedInParts(file: unknown): ParsedJob {
  const { evidence } = file as { evidence?: unknown };
  const list = Array.isArray(evidence) ? (evidence as unknown[]) : null;
  const head = jobFile.safeParse(list ? { ...(file as object), evidence: [] } : file);
  const { rows, problems } = rowsIn(list ?? []);
  if (!head.success) return { ok: false, problems: shortList([...problemsOf(head.error), ...problems]) };
  return problems.length > 0
    ? { ok: false, problems: shortList(problems) }
    : { ok: true, job: { ...head.data, evidence: rows } };
}

/** Reads a job file from text: JSON, version, shape, then references. Every problem found is named with its path. */
export function parseJobFile(text: string): ParsedJob {
  const large = tooLarge(text.length);
  if (large) return { ok: false, problems: [large] };
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    const head = text.slice(0, 16);
    const kind = /PNG|JFIF|Exif|GIF8|WEBP|ÿØÿ/.test(head)
      ? 'a picture: open it in Survey, in the round “Trace”'
      : head.startsWith('%PDF')
        ? 'a PDF'
        : head.startsWith('PK')
          ? 'an archive or an office document'
          : null;
    if (kind !== null)
      return { ok: false, problems: [{ path: '', message: `This is ${kind}, not a job file.` }] };
    const end = text.trimEnd();
    const cut = !end.endsWith('}');
    return {
      ok: false,
      problems: [
        {
          path: '',
          message: cut
            ? `The file ends in the middle (after ${text.length} characters): it was cut off on its way. Get it again.`
            : 'The file is not valid JSON. Export the job again, or mend the file at the place an editor shows.',
        },
      ],
    };
  }
  const lifted = liftJobFile(raw);
  if (!lifted.ok) return { ok: false, problems: [{ path: '', message: lifted.message }] };
  const long = overlong(jobFile, lifted.file);
  if (long) return { ok: false, problems: [long] };
  const parsed = parsedInParts(lifted.file);
  if (!parsed.ok) return parsed;
  const file = parsed.job;
  const bad = illFormedAt(file);
  if (bad !== null)
    return { ok: false, problems: [{ path: bad, message: 'holds a broken character: type it again' }] };
  const problems = checkReferences(file);
  return problems.length > 0 ? { ok: false, problems: shortList(problems) } : { ok: true, job: file };
}
