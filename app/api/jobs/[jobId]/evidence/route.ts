import { readEvidence, recordEvidence } from '@/server/evidence';
import { EVIDENCE_BODY, answer, readJson } from '@/server/http';

type Context = { params: Promise<{ jobId: string }> };

export async function GET(request: Request, { params }: Context) {
  const { jobId } = await params;
  const after = Number(new URL(request.url).searchParams.get('after') ?? 0);
  return answer(request, (caller) => readEvidence(caller, jobId, after));
}

export async function POST(request: Request, { params }: Context) {
  const { jobId } = await params;
  const body = await readJson(request, EVIDENCE_BODY);
  return answer(request, (caller) => (body.ok ? recordEvidence(caller, jobId, body.value) : body));
}
