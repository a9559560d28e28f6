import { EVIDENCE_BODY, readJson } from '@/server/base/body';
import { answer, sentBy } from '@/server/requests/http';
import { takeWalkFile } from '@/server/walk/rows';

/** Takes in what a phone has saved as a file. */
export async function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const { jobId } = await params;
  const body = await readJson(sentBy(request), EVIDENCE_BODY);
  return answer(request, (caller) => (body.ok ? takeWalkFile(caller, jobId, body.value) : body));
}
