import { withdrawPhone } from '@/server/access/phones';
import { answer } from '@/server/requests/http';

/** Takes back what a phone was let in for. */
export async function DELETE(
  request: Request,
  { params }: { params: Promise<{ jobId: string; phoneId: string }> },
) {
  const { jobId, phoneId } = await params;
  return answer(request, (caller) => withdrawPhone(caller, jobId, phoneId));
}
