import { answer, readJson } from '@/server/http';
import { changeJob, openJob } from '@/server/jobs';

type Context = { params: Promise<{ jobId: string }> };

export async function GET(_request: Request, { params }: Context) {
  return answer(openJob((await params).jobId));
}

export async function PATCH(request: Request, { params }: Context) {
  const body = await readJson(request);
  return answer(body.ok ? changeJob((await params).jobId, body.value) : body);
}
