import { recordEvidence } from '@/server/evidence';
import { answer, readJson } from '@/server/http';

export async function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const body = await readJson(request);
  return answer(body.ok ? recordEvidence((await params).jobId, body.value) : body);
}
