import { EVIDENCE_BODY, answer, readJson } from '@/server/requests/http';
import { takeWalkFile } from '@/server/walk/rows';

/** Takes in what a phone has saved as a file. */
export async function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const { jobId } = await params;
  const body = await readJson(request, EVIDENCE_BODY);
  return answer(request, (caller) => (body.ok ? takeWalkFile(caller, jobId, body.value) : body));
}
