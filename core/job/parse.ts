import type { z } from 'zod';
import { checkReferences } from './references';
import { jobFile, type JobFile } from './jobFile';
import { JOB_FILE_LIMIT_BYTES } from './limits';
import { pathText, shortList, type Problem } from './problem';
import { illFormedAt } from './text';
import { liftJobFile } from './versions';

export type ParsedJob = { ok: true; job: JobFile } | { ok: false; problems: Problem[] };

/** Zod's issues as problems. `under` is the path of what was parsed. */
export function problemsOf(error: z.ZodError, under: readonly PropertyKey[] = []): Problem[] {
  return error.issues.map((issue) => ({ path: pathText([...under, ...issue.path]), message: issue.message }));
}

/** Message for a file that is too large, or null. */
export function tooLarge(bytes: number): Problem | null {
  if (bytes <= JOB_FILE_LIMIT_BYTES) return null;
  return {
    path: '',
    message: `The file has ${Math.round(bytes / 1048576)} MB; a job file has at most ${JOB_FILE_LIMIT_BYTES / 1048576} MB. Is it the right file?`,
  };
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
  const parsed = jobFile.safeParse(lifted.file);
  if (!parsed.success) return { ok: false, problems: shortList(problemsOf(parsed.error)) };
  const bad = illFormedAt(parsed.data);
  if (bad !== null)
    return { ok: false, problems: [{ path: bad, message: 'holds a broken character: type it again' }] };
  const problems = checkReferences(parsed.data);
  return problems.length > 0 ? { ok: false, problems: shortList(problems) } : { ok: true, job: parsed.data };
}
