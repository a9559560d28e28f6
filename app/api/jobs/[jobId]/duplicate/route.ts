import { answer, readJson } from '@/server/http';
import { duplicateJob } from '@/server/jobs';

export async function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const body = await readJson(request);
  return answer(body.ok ? duplicateJob((await params).jobId) : body);
}
