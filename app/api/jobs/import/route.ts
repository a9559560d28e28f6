import { JOB_FILE_LIMIT_BYTES } from '@/core/job/limits';
import { LONG_FILE } from '@/server/files';
import { answer, readJsonBytes } from '@/server/http';
import { submittedId } from '@/server/jobs';
import { askThread } from '@/server/thread/ask';

export async function POST(request: Request) {
  const file = await readJsonBytes(request, JOB_FILE_LIMIT_BYTES);
  const id = submittedId(new URL(request.url).searchParams.get('id'));
  return answer(request, (caller) =>
    file.ok ? askThread('importJob', { caller, bytes: file.value, id }, file.value.length > LONG_FILE) : file,
  );
}
