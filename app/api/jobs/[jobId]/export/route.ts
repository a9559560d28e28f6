import { isLongJob } from '@/server/jobs/files';
import { fileName } from '@/server/requests/fileName';
import { answer, callerOf } from '@/server/requests/http';
import { answered, done } from '@/server/base/outcome';
import { askThread } from '@/server/thread/ask';

export async function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const { jobId } = await params;
  const long = answered(() => done(isLongJob(jobId)));
  if (!long.ok) return answer(request, () => long);
  const file = await askThread('exportJob', { caller: callerOf(request), id: jobId }, long.value);
  if (!file.ok) return answer(request, () => file);
  return new Response(file.value.bytes, {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename="${fileName(file.value.name)}.nestle.json"`,
      'cache-control': 'no-store',
    },
  });
}
