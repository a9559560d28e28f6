import { JOB_FILE_LIMIT_BYTES } from '@/core/job/limits';
import { LONG_FILE } from '@/server/jobs/files';
import { readJsonBytes } from '@/server/base/body';
import { answer, sentBy } from '@/server/requests/http';
import { askThread } from '@/server/thread/ask';
import { submittedId } from '@/server/base/ids';

export async function POST(request: Request) {
  const file = await readJsonBytes(sentBy(request), JOB_FILE_LIMIT_BYTES);
  const id = submittedId(new URL(request.url).searchParams.get('id'));
  return answer(request, (caller) =>
    file.ok ? askThread('importJob', { caller, bytes: file.value, id }, file.value.length > LONG_FILE) : file,
  );
}
