import { readDocument } from '@/server/jobs/documents';
import { answer } from '@/server/requests/http';

export async function GET(
  request: Request,
  { params }: { params: Promise<{ jobId: string; kind: string }> },
) {
  const { jobId, kind } = await params;
  return answer(request, (caller) => readDocument(caller, jobId, kind));
}
