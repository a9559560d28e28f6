import { SMALL_BODY, readJson } from '@/server/base/body';
import { putKeyBox, readKeyBox, takeKeyBoxAway } from '@/server/jobs/keyBox';
import { answer, sentBy } from '@/server/requests/http';

interface Of {
  params: Promise<{ jobId: string }>;
}

export async function GET(request: Request, { params }: Of) {
  const { jobId } = await params;
  return answer(request, (caller) => readKeyBox(caller, jobId));
}

export async function PUT(request: Request, { params }: Of) {
  const { jobId } = await params;
  const body = await readJson(sentBy(request), SMALL_BODY);
  return answer(request, (caller) => (body.ok ? putKeyBox(caller, jobId, body.value) : body));
}

export async function DELETE(request: Request, { params }: Of) {
  const { jobId } = await params;
  return answer(request, (caller) => takeKeyBoxAway(caller, jobId));
}
