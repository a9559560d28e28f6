import { JOB_FILE_LIMIT_BYTES } from '@/core/job/limits';
import { importJob } from '@/server/files';
import { answer, readText } from '@/server/http';
import { submittedId } from '@/server/jobs';

export async function POST(request: Request) {
  const text = await readText(request, JOB_FILE_LIMIT_BYTES);
  const id = submittedId(new URL(request.url).searchParams.get('id'));
  return answer(request, (caller) => (text.ok ? importJob(caller, text.value, id) : text));
}
