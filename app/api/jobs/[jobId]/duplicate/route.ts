import { duplicateJob } from '@/server/files';
import { SMALL_BODY, answer, readJson } from '@/server/http';
import { submittedId } from '@/server/jobs';

export async function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const { jobId } = await params;
  const body = await readJson(request, SMALL_BODY);
  return answer(request, (caller) =>
    body.ok
      ? duplicateJob(caller, jobId, submittedId(body.value.id), body.value.takes ?? 'everything')
      : body,
  );
}
