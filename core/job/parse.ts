import { z } from 'zod';
import { checkReferences } from './references';
import { jobFile, type JobFile } from './jobFile';
import { liftJobFile } from './migrate';
import type { Problem } from './problem';

/** Largest job file that is read, bytes. */
export const JOB_FILE_LIMIT_BYTES = 64 * 1024 * 1024;

export type ParsedJob = { ok: true; job: JobFile } | { ok: false; problems: Problem[] };

/** A path as people write it: `site.walls[3].construction`. */
export function pathText(path: readonly PropertyKey[]): string {
  return path.reduce<string>(
    (text, key) =>
      typeof key === 'number' ? `${text}[${key}]` : text ? `${text}.${String(key)}` : String(key),
    '',
  );
}

/** Zod's issues as problems, the branches of a union unfolded to the one that came farthest. */
export function problemsOf(error: z.ZodError): Problem[] {
  return error.issues.map((issue) => ({ path: pathText(issue.path), message: issue.message }));
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
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const problems = checkReferences(parsed.data);
  return problems.length > 0 ? { ok: false, problems } : { ok: true, job: parsed.data };
}
