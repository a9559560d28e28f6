import { saveAct } from '@/server/documents';
import { SAVE_BODY, answer, readJson } from '@/server/http';

export async function PUT(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const { jobId } = await params;
  const body = await readJson(request, SAVE_BODY);
  return answer(request, (caller) => (body.ok ? saveAct(caller, jobId, body.value) : body));
}
