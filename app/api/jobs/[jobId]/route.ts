import { SMALL_BODY, readJson } from '@/server/base/body';
import { answer, answerPieces, callerOf, sentBy } from '@/server/requests/http';
import { changeJob, openJob } from '@/server/jobs/jobs';
import { largeHead } from '@/server/requests/large';

type Context = { params: Promise<{ jobId: string }> };

export async function GET(request: Request, { params }: Context) {
  const { jobId } = await params;
  const head = await largeHead(callerOf(request), jobId);
  return answerPieces(request, (caller) => openJob(caller, jobId, head));
}

export async function PATCH(request: Request, { params }: Context) {
  const { jobId } = await params;
  const body = await readJson(sentBy(request), SMALL_BODY);
  return answer(request, (caller) => (body.ok ? changeJob(caller, jobId, body.value) : body));
}
