import { JOB_FILE_VERSION } from './jobFile';
import { liftEvidence2, liftPlan2, liftSite2 } from './lift';
import { liftEvidence4 } from './lift4';
import { liftEvidence3, liftSite3 } from './lift3';

type Json = Record<string, unknown>;

/** Lifts a file from the version of its key to the next. What else is new since then has a default in its schema. */
const LIFTS: Record<number, (file: Json) => Json> = {
  1: (file) => ({ ...file, pictures: [] }),
  2: (file) => ({
    ...file,
    site: liftSite2(file.site),
    plan: liftPlan2(file.plan),
    evidence: liftEvidence2(file.evidence, file.plan, file.site),
  }),
  3: (file) => ({ ...file, site: liftSite3(file.site), evidence: liftEvidence3(file.evidence) }),
  4: (file) => ({ ...file, evidence: liftEvidence4(file.evidence, file.site) }),
};

/** Lifts a parsed job file of any earlier version to today's; says what is wrong where that cannot be done. */
export function liftJobFile(raw: unknown): { ok: true; file: unknown } | { ok: false; message: string } {
  if (raw === null || typeof raw !== 'object' || Array.isArray(raw))
    return {
      ok: false,
      message: 'The file is not a job: it must hold one object. Export a job and compare.',
    };
  let file = raw as Json;
  if (file.format !== 'nestle-job')
    return { ok: false, message: 'format: this is not a Nestle job file ("format" must be "nestle-job").' };
  const stated = file.version;
  if (typeof stated !== 'number' || !Number.isInteger(stated) || stated < 1)
    return { ok: false, message: 'version: must be a whole number from 1.' };
  let version = stated;
  if (version > JOB_FILE_VERSION)
    return {
      ok: false,
      message: `version: the file is of version ${version}, this Nestle reads up to ${JOB_FILE_VERSION}. Update Nestle.`,
    };
  while (version < JOB_FILE_VERSION) {
    file = { ...LIFTS[version]!(file), version: version + 1 };
    version++;
  }
  return { ok: true, file };
}
