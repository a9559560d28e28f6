import { isLongJob } from '@/server/jobs/files';
import { SMALL_BODY, readJson } from '@/server/base/body';
import { answer, sentBy } from '@/server/requests/http';
import { askThread } from '@/server/thread/ask';
import { submittedId } from '@/server/base/ids';

export async function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const { jobId } = await params;
  const body = await readJson(sentBy(request), SMALL_BODY);
  return answer(request, (caller) => {
    if (!body.ok) return body;
    const { id, takes = 'everything' } = body.value;
    return askThread('duplicateJob', { caller, id: jobId, newId: submittedId(id), takes }, isLongJob(jobId));
  });
}
