import { saveAct } from '@/server/jobs/documents';
import { SAVE_BODY } from '@/server/base/body';
import { answer } from '@/server/requests/http';
import { change } from '@/server/requests/large';

export async function PUT(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const { jobId: id } = await params;
  return answer(request, (caller) =>
    change(request, SAVE_BODY, { caller, id }, 'saveAct', (body) => saveAct(caller, id, body)),
  );
}
