import { writeJobFile } from '@/core/job/jobFile';
import { isZip, readJobZip } from '@/core/job/jobZip';
import type { Caller } from '../base/caller';
import { duplicateJob, exportJob, importJob } from '../jobs/files';
import { textOf } from '../base/json';
import { answered, done, refuse, type Outcome } from '../base/outcome';

/** Whole jobs in and out: megabytes of text to read, check and write. A fault of the database is said in words already here. */
export const FILE_WORK = {
  /** Takes in the UTF-8 of a job file, or an archive that holds one. */
  importJob: (asked: { caller: Caller; bytes: Uint8Array; id: string }): Outcome<{ id: string }> =>
    answered(() => {
      if (!isZip(asked.bytes)) return importJob(asked.caller, textOf(asked.bytes), asked.id);
      const zip = readJobZip(asked.bytes);
      return zip.ok ? importJob(asked.caller, zip.text, asked.id) : refuse(400, zip.message);
    }),
  duplicateJob: (asked: {
    caller: Caller;
    id: string;
    newId: string;
    takes: unknown;
  }): Outcome<{ id: string }> =>
    answered(() => duplicateJob(asked.caller, asked.id, asked.newId, asked.takes)),
  /** The text of a job's file as UTF-8, with the job's name. */
  exportJob: ({
    caller,
    id,
  }: {
    caller: Caller;
    id: string;
  }): Outcome<{ name: string; bytes: Uint8Array<ArrayBuffer> }> =>
    answered(() => {
      const job = exportJob(caller, id);
      if (!job.ok) return job;
      return done({ name: job.value.name, bytes: new TextEncoder().encode(writeJobFile(job.value)) });
    }),
} as const;
