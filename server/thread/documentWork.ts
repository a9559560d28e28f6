import type { Caller } from '../base/caller';
import { saveAct, type SaveOutcome } from '../jobs/documents';
import { recordEvidence } from '../jobs/evidence';
import { jobHeadText } from '../jobs/jobs';
import type { KnownPhone } from '../access/phones';
import { takeWalkRows } from '../walk/rows';
import { database } from '@/db/connection';
import { objectOf } from '../base/json';
import { answered } from '../base/outcome';

interface Sent {
  caller: Caller;
  id: string;
  /** UTF-8 of what was sent. */
  bytes: Uint8Array;
}

/** What checks a document whole: a moment on most houses, longer on a survey of megabytes. */
export const DOCUMENT_WORK = {
  jobHeadText: ({ caller, id }: { caller: Caller; id: string }) => answered(() => jobHeadText(caller, id)),
  saveAct: ({ caller, id, bytes }: Sent): SaveOutcome =>
    answered((): SaveOutcome => {
      const body = objectOf(bytes);
      return body.ok ? saveAct(caller, id, body.value) : body;
    }),
  recordEvidence: ({ caller, id, bytes }: Sent) =>
    answered(() => {
      const body = objectOf(bytes);
      return body.ok ? recordEvidence(caller, id, body.value) : body;
    }),
  takeWalkRows: ({
    phone,
    body,
    apart,
  }: {
    phone: KnownPhone;
    body: unknown;
    apart: Record<string, string>;
  }) =>
    answered(() =>
      takeWalkRows(phone, body, database(), (subject) => apart[JSON.stringify(subject)] ?? null),
    ),
} as const;
