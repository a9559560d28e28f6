import { readEvidence, recordEvidence } from '@/server/jobs/evidence';
import { EVIDENCE_BODY } from '@/server/base/body';
import { answer } from '@/server/requests/http';
import { change } from '@/server/requests/large';

type Context = { params: Promise<{ jobId: string }> };

export async function GET(request: Request, { params }: Context) {
  const { jobId } = await params;
  const after = Number(new URL(request.url).searchParams.get('after') ?? 0);
  return answer(request, (caller) => readEvidence(caller, jobId, after));
}

export async function POST(request: Request, { params }: Context) {
  const { jobId: id } = await params;
  return answer(request, (caller) =>
    change(request, EVIDENCE_BODY, { caller, id }, 'recordEvidence', (body) =>
      recordEvidence(caller, id, body),
    ),
  );
}
