import { database, type Db } from '@/db/connection';
import type { KnownPhone } from '../access/phones';
import { refuse, type Outcome } from '../base/outcome';
import { storePicture } from '../jobs/pictures';

/** Takes a photo from a phone that was let in for the run sheet. It is checked like any other: it says nothing of where it was taken. */
export function takePicture(
  phone: KnownPhone,
  { type, bytes }: { type: string; bytes: Uint8Array },
  db: Db = database(),
): Outcome<{ pictureId: string }> {
  if (phone.scope !== 'walkAndSheet' || !phone.caller.rights.has('record'))
    return refuse(403, 'This phone was let in for the walk alone, not for the run sheet.');
  return storePicture(db, phone.jobId, type, bytes);
}
